package io.safestep.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.bgp.BgpRoute;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.route.Route;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** What route maps let through, drop and change: between two systems, and on the way into OSPF. */
class RouteMapsTest {

    private static final PlatformProfile FRR = ShippedProfiles.frr();

    private static DeviceFacts facts(String name, String lines) {
        DeviceFacts facts = new FactReader(FRR).read(name, new ConfigEngine(FRR.language()).written(lines));
        assertThat(facts.unmodelled()).as(name).isEmpty();
        return facts;
    }

    /** {@code left} announces three static networks to {@code right}, which tells them to {@code inner} in OSPF. */
    private static NetworkModel model(
            String linesOfLeft, String processOfLeft, String linesOfRight, String processOfRight) {
        String left = """
                interface to-right
                 ip address 192.0.2.1/30
                ip route 10.1.0.0/24 blackhole tag 10
                ip route 10.2.0.0/24 blackhole tag 20
                ip route 10.3.0.0/24 blackhole
                """ + linesOfLeft + """
                router bgp 65001
                 no bgp ebgp-requires-policy
                 neighbor 192.0.2.2 remote-as 65002
                 address-family ipv4 unicast
                """ + processOfLeft;
        String right = """
                interface to-left
                 ip address 192.0.2.2/30
                interface to-inner
                 ip address 198.51.100.1/30
                 ip ospf area 0
                """ + linesOfRight + """
                router bgp 65002
                 no bgp ebgp-requires-policy
                 neighbor 192.0.2.1 remote-as 65001
                """ + processOfRight;
        String inner = """
                interface to-right
                 ip address 198.51.100.2/30
                 ip ospf area 0
                router ospf
                """;
        return new NetworkModel(new NetworkDescription(
                Map.of("left", facts("left", left), "right", facts("right", right), "inner", facts("inner", inner)),
                List.of(
                        new Link(new Port("left", "to-right"), new Port("right", "to-left")),
                        new Link(new Port("right", "to-inner"), new Port("inner", "to-right"))),
                List.of(),
                Conditions.NORMAL));
    }

    private static List<String> heard(NetworkModel model) {
        return model.bgpRoutes("right").stream().map(RouteMapsTest::words).toList();
    }

    private static String words(BgpRoute r) {
        return r.prefix() + " preference " + r.localPreference() + " med " + r.med() + " path "
                + r.path().stream().map(String::valueOf).collect(Collectors.joining(" "))
                + (r.communities().isEmpty() ? "" : " communities " + String.join(" ", r.communities()));
    }

    @Test
    void aRedistributionLetsThroughAndMarksWhatItsMapSays() {
        NetworkModel model = model("""
                ip prefix-list third seq 5 permit 10.3.0.0/24
                route-map out permit 20
                 match ip address prefix-list third
                 set as-path prepend 65009 65009
                route-map out permit 10
                 match tag 10
                 set metric 50
                 set community 65001:10
                """, "  redistribute static route-map out\n", "", "");
        assertThat(heard(model))
                .as("the one with tag 20 fits no entry")
                .containsExactly(
                        "10.1.0.0/24 preference 100 med 50 path 65001 communities 65001:10",
                        "10.3.0.0/24 preference 100 med 0 path 65001 65009 65009");
    }

    @Test
    void entriesGoByTheirNumbersAndTheFirstThatFitsDecides() {
        NetworkModel model = model("""
                ip prefix-list second seq 5 permit 10.2.0.0/24
                route-map to-right permit 30
                 set metric 30
                route-map to-right deny 10
                 match ip address prefix-list second
                """, "  redistribute static\n  neighbor 192.0.2.2 route-map to-right out\n", "", "");
        assertThat(heard(model))
                .containsExactly(
                        "10.1.0.0/24 preference 100 med 30 path 65001", "10.3.0.0/24 preference 100 med 30 path 65001");
    }

    @Test
    void communitiesAreMatchedAddedAndObeyed() {
        String marks = """
                route-map mark permit 10
                 match tag 10
                 set community 65001:1 65001:2
                route-map mark permit 20
                 match tag 20
                 set community no-export
                route-map mark permit 30
                """;
        NetworkModel model = model(
                marks,
                "  redistribute static route-map mark\n",
                """
                bgp community-list standard both seq 5 permit 65001:1 65001:2
                bgp community-list standard other seq 5 permit 65001:3
                route-map from-left permit 10
                 match community other
                 set local-preference 50
                route-map from-left permit 20
                 match community both
                 set local-preference 200
                 set community 65002:7 additive
                """,
                " address-family ipv4 unicast\n  neighbor 192.0.2.1 route-map from-left in\n");
        assertThat(heard(model))
                .as("what may not leave its system is not told; what has no community fits nothing")
                .containsExactly("10.1.0.0/24 preference 200 med 0 path 65001 communities 65001:1 65001:2 65002:7");
    }

    @Test
    void whatIsBroughtIntoOspfTakesMetricTypeAndTagFromTheMap() {
        NetworkModel model =
                model("", "  redistribute static\n", """
                ip prefix-list low seq 5 permit 10.0.0.0/14 le 24
                ip prefix-list first seq 5 permit 10.1.0.0/24
                route-map inwards permit 10
                 match ip address prefix-list first
                 set metric 33
                 set metric-type type-1
                 set tag 77
                route-map inwards deny 20
                 match metric 5
                route-map inwards permit 30
                 match ip address prefix-list low
                """, "router ospf\n redistribute bgp route-map inwards\n");
        assertThat(model.routes("inner").stream()
                        .filter(r -> r.source().isOspf() && r.source() != Route.Source.OSPF_INTRA_AREA)
                        .map(r -> r.prefix() + " " + r.source() + " " + r.metric() + " tag " + r.tag()))
                .containsExactly(
                        "10.1.0.0/24 OSPF_EXTERNAL_1 43 tag 77",
                        "10.2.0.0/24 OSPF_EXTERNAL_2 20 tag 0",
                        "10.3.0.0/24 OSPF_EXTERNAL_2 20 tag 0");
    }

    @Test
    void aMapThatIsNotDefinedLetsNothingPassAndIsNamed() {
        NetworkModel model = model("", "  redistribute static route-map forgotten\n", "", "");
        assertThat(heard(model)).isEmpty();
        assertThat(model.problems())
                .contains("left uses the route map forgotten, which is not defined; it is taken to let nothing pass.");
    }

    @Test
    void whatCanNotBeReadIsNotGuessedAt() {
        DeviceFacts facts = new FactReader(FRR).read("left", new ConfigEngine(FRR.language()).written("""
                        route-map a permit 10
                         set as-path prepend last-as 2
                         set community 65001:70000
                         set ip next-hop 192.0.2.9
                        """));
        assertThat(facts.unmodelled()).hasSize(3);
    }
}
