package io.safestep.core.identity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.identity.IdentityLine.Kind;
import io.safestep.core.identity.IdentityLines.Holder;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class IdentityLinesTest {

    private static final String OLD = """
            hostname brn-gw-a
            user safestep password hidden
            user kiosk password hidden
            interface loopback 0
              address 10.77.2.1/32
            interface vlan 40
              description ticketing
              address 10.77.40.2/23
              gateway-group 40 shared 10.77.40.1
            ospf 1
              router-id 10.77.2.1
            """;

    private static final String NEW = """
            hostname brn-gw-c
            user safestep password hidden
            interface vlan 40
              address 10.77.40.4/23
            """;

    private final PlatformProfile profile = ShippedProfiles.corvane();
    private final ConfigEngine engine = new ConfigEngine(profile.language());
    private final IdentityLines identity = new IdentityLines(profile);
    private final ConfigTree old = engine.read(OLD);
    private final List<IdentityLine> lines =
            identity.of(new Holder("brn-gw-a", "CV-1", old), new Holder("brn-gw-c", null, engine.read(NEW)));

    @Test
    void nameOwnAddressesAndHiddenSecretsArePointedOutWithWhatIsThereNow() {
        assertThat(lines)
                .extracting(IdentityLine::kind, IdentityLine::path, IdentityLine::own)
                .containsExactly(
                        tuple(Kind.NAME, "hostname brn-gw-a", List.of("hostname brn-gw-c")),
                        tuple(Kind.HIDDEN_SECRET, "user kiosk password ‹secret›", List.of()),
                        tuple(Kind.ADDRESS, "interface loopback 0 › address 10.77.2.1/32", List.of()),
                        tuple(
                                Kind.ADDRESS,
                                "interface vlan 40 › address 10.77.40.2/23",
                                List.of("address 10.77.40.4/23")),
                        tuple(Kind.ADDRESS, "ospf 1 › router-id 10.77.2.1", List.of()));
    }

    @Test
    void whatNobodyDecidedIsNamedAndWhatWasDecidedTakesItsPlace() {
        Map<String, String> decisions = new HashMap<>();
        decisions.put("hostname brn-gw-a", "hostname brn-gw-c");
        decisions.put("user kiosk password ‹secret›", "");
        decisions.put("interface vlan 40 › address 10.77.40.2/23", "address 10.77.40.4/23");

        Decided decided = identity.decided(old, lines, decisions);

        assertThat(decided.undecided())
                .extracting(IdentityLine::path)
                .containsExactly("interface loopback 0 › address 10.77.2.1/32", "ospf 1 › router-id 10.77.2.1");
        assertThat(engine.write(decided.tree()))
                .contains("hostname brn-gw-c", "address 10.77.40.4/23", "gateway-group 40 shared 10.77.40.1")
                .doesNotContain("kiosk", "brn-gw-a", "10.77.40.2");
    }

    @Test
    void aLineMayBeTakenAsItIsAndAWrongOneIsTold() {
        Map<String, String> decisions = new HashMap<>();
        decisions.put("hostname brn-gw-a", "hostname brn-gw-a");
        decisions.put("ospf 1 › router-id 10.77.2.1", "router-id nonsense");

        Decided decided = identity.decided(old, lines, decisions);

        assertThat(engine.write(decided.tree())).contains("hostname brn-gw-a");
        assertThat(decided.complaints()).singleElement().asString().contains("ospf 1 › router-id 10.77.2.1");
    }

    @Test
    void aLineThatWouldWriteAPlaceholderAsASecretIsNamed() {
        ConfigTree fresh = engine.read(NEW);

        assertThat(engine.unknownSecrets(engine.build(fresh, old))).containsExactly("user kiosk password hidden");
        assertThat(engine.unknownSecrets(engine.build(fresh, "user kiosk password tide\n")))
                .isEmpty();
    }
}
