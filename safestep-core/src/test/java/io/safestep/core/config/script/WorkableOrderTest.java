package io.safestep.core.config.script;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.format.RestRequest;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is referred to is there before it is used, and goes after. */
class WorkableOrderTest {

    private final ConfigEngine corvane =
            new ConfigEngine(ShippedProfiles.corvane().language());
    private final ConfigEngine ostrel =
            new ConfigEngine(ShippedProfiles.ostrel().language());

    private String script(String before, String after) {
        return corvane.text(corvane.derive(corvane.read(before), corvane.read(after)));
    }

    @Test
    void whatIsUsedIsCreatedFirst() {
        String before = "interface port 2\n";
        String after = """
                interface port 2
                  vlan access 40
                  filter-in readers
                vlan 40
                packet-filter readers
                  drop ip 10.77.60.0/24 to 10.77.0.0/16
                """;
        assertThat(script(before, after)).isEqualTo("""
                vlan 40
                packet-filter readers
                  drop ip 10.77.60.0/24 to 10.77.0.0/16
                interface port 2
                  vlan access 40
                  filter-in readers
                """);
        assertThat(script(after, before)).isEqualTo("""
                interface port 2
                  no vlan access 40
                  no filter-in readers
                no packet-filter readers
                no vlan 40
                """);
    }

    @Test
    void anAddressIsFreeBeforeAnotherInterfaceTakesIt() {
        String before = "interface port 1\n  description to b\ninterface port 2\n  address 10.77.1.2/30\n";
        String after = "interface port 1\n  address 10.77.1.2/30\n  description to b\ninterface port 2\n";
        assertThat(script(before, after)).isEqualTo("""
                interface port 2
                  no address 10.77.1.2/30
                interface port 1
                  address 10.77.1.2/30
                """);
    }

    @Test
    void twoAddressesChangePlacesByWayOfNone() {
        String before = "interface port 1\n  address 10.77.1.1/30\ninterface port 2\n  address 10.77.1.2/30\n";
        String after = "interface port 1\n  address 10.77.1.2/30\ninterface port 2\n  address 10.77.1.1/30\n";
        String script = script(before, after);
        assertThat(script.lines().map(String::strip).toList())
                .containsSubsequence("no address 10.77.1.1/30", "address 10.77.1.1/30")
                .containsSubsequence("no address 10.77.1.2/30", "address 10.77.1.2/30");
        assertThat(corvane.same(corvane.apply(corvane.read(before), corvane.readScript(script)), corvane.read(after)))
                .isTrue();
    }

    @Test
    void aBlockThatNeedsItsOwnLinesIsWrittenInTheirOrder() {
        assertThat(script("", "bgp 65010\n  neighbour 10.77.9.1 multihop\n  neighbour 10.77.9.1 as 65020\n"))
                .isEqualTo("bgp 65010\n  neighbour 10.77.9.1 as 65020\n  neighbour 10.77.9.1 multihop\n");
    }

    @Test
    void namesAreOfTheirBlockWhereTheProfileSaysSo() {
        String before = "bgp 1\n  neighbour 10.77.9.1 as 3\n";
        String after = "bgp 2\n  neighbour 10.77.9.1 as 3\n  neighbour 10.77.9.1 multihop\n";
        assertThat(script(before, after)).isEqualTo("""
                bgp 2
                  neighbour 10.77.9.1 as 3
                  neighbour 10.77.9.1 multihop
                no bgp 1
                """);
    }

    @Test
    void whatIsSpokenOfAndNotThereIsNamed() {
        ConfigTree before = corvane.read("interface port 1\n  filter-in old\n");
        ConfigTree after = corvane.read("interface port 1\n  filter-in old\n  filter-out readers\n");
        assertThat(corvane.newlyDangling(before, after))
                .containsExactly("\"interface port 1 › filter-out readers\" speaks of packet-filter readers,"
                        + " which is not there.");
        assertThat(corvane.newlyDangling(after, before)).isEmpty();
    }

    @Test
    void requestsComeInAWorkableOrderToo() {
        ConfigTree before = ostrel.read("""
                {"ostrel-ports:ports": {"port": [{"id": "p1", "filter-in": "old"}]},
                 "ostrel-rules:rules": {"filter": [{"name": "old"}]}}
                """);
        ConfigTree after = ostrel.read("""
                {"ostrel-ports:ports": {"port": [{"id": "p1", "filter-in": "new", "mtu": 1400}]},
                 "ostrel-rules:rules": {"filter": [{"name": "new"}]}}
                """);
        List<RestRequest> requests = ostrel.restRequests(ostrel.derive(before, after));
        assertThat(requests)
                .extracting(request -> request.method() + " " + request.path())
                .containsExactly(
                        "PATCH ostrel-rules:rules", "PATCH ostrel-ports:ports", "DELETE ostrel-rules:rules/filter=old");
        assertThat(requests.get(1).body()).contains("\"mtu\" : 1400", "\"filter-in\" : \"new\"");
    }

    @Test
    void anOrderedListIsRebuiltWithTheFewestCommands() {
        String list = "prefix-list ours\n  allow 10.77.1.0/24\n  allow 10.77.2.0/24\n  allow 10.77.3.0/24\n";
        String withoutFirst = list.replace("  allow 10.77.1.0/24\n", "") + "  drop 10.77.0.0/16\n";
        assertThat(script(list, withoutFirst)).isEqualTo("""
                prefix-list ours
                  no allow 10.77.1.0/24
                  drop 10.77.0.0/16
                """);
        assertThat(script(withoutFirst, list)).isEqualTo("""
                prefix-list ours
                  no drop 10.77.0.0/16
                  no allow 10.77.3.0/24
                  no allow 10.77.2.0/24
                  allow 10.77.1.0/24
                  allow 10.77.2.0/24
                  allow 10.77.3.0/24
                """);
    }
}
