package io.safestep.core.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.inventory.Proposals.Known;
import io.safestep.core.inventory.Proposals.Newcomer;
import io.safestep.core.inventory.Proposals.Proposal;
import io.safestep.core.inventory.Proposals.Proposed;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is proposed for new devices, and why. */
class ProposalsTest {

    private static final List<Known> KNOWN = List.of(
            new Known("brn-gw-a", "brn", "Brinehaven", "edge", null, Set.of("Night crew")),
            new Known("brn-ac-1", "brn", "Brinehaven", "access", null, Set.of("Gate readers")),
            new Known("brn-ac-2", "brn", "Brinehaven", "access", null, Set.of("Gate readers")),
            new Known("ald-gw-a", "ald", "Aldermouth", "edge", "ald-gw-b", Set.of()),
            new Known("ald-gw-b", "ald", "Aldermouth", "edge", "ald-gw-a", Set.of()),
            new Known("gan-rl-a", "gan", "Gannet Rise", "relay", null, Set.of()));

    private static final Map<String, String> SITES =
            Map.of("brn", "Brinehaven", "ald", "Aldermouth", "gan", "Gannet Rise", "qui", "Quiet Bay");

    private static Proposed proposed(Newcomer... newcomers) {
        return new Proposals(SITES, KNOWN, List.of(newcomers)).of(newcomers[0]);
    }

    @Test
    void namesTellSiteAndRoleAndLinksThePartner() {
        Proposed gateway = proposed(new Newcomer("brn-gw-b", Set.of("ops-co-a", "brn-gw-a", "brn-ac-1")));
        assertThat(gateway.site()).isEqualTo(new Proposal("brn", "named like brn-ac-1 and 2 more"));
        assertThat(gateway.newSite()).isFalse();
        assertThat(gateway.role()).isEqualTo(new Proposal("edge", "named like ald-gw-a and 2 more"));
        assertThat(gateway.partner()).isEqualTo(new Proposal("brn-gw-a", "named alike and linked with it"));
        assertThat(gateway.groups()).containsExactly(new Proposal("Night crew", "its partner is in it"));
    }

    @Test
    void aNameAloneMakesNoPartner() {
        assertThat(proposed(new Newcomer("brn-gw-b", Set.of("ops-co-a"))).partner())
                .isNull();
    }

    @Test
    void whoHasAPartnerIsNotProposedAgain() {
        assertThat(proposed(new Newcomer("ald-gw-b2", Set.of("ald-gw-a"))).partner())
                .isNull();
    }

    @Test
    void twoNewDevicesBetweenTheSameOthersArePartners() {
        Newcomer one = new Newcomer("ops-ds-a", Set.of("ops-co-a", "ops-co-b"));
        Newcomer other = new Newcomer("ops-ds-b", Set.of("ops-co-a", "ops-co-b"));
        assertThat(proposed(one, other).partner())
                .isEqualTo(new Proposal("ops-ds-b", "named alike and linked with the same devices"));
    }

    @Test
    void accessSwitchesGetTheGroupsOfTheirKindAndNoPartner() {
        Proposed access = proposed(new Newcomer("brn-ac-3", Set.of("brn-ac-2", "brn-gw-a")));
        assertThat(access.partner()).isNull();
        assertThat(access.groups())
                .containsExactly(new Proposal("Gate readers", "it holds most devices with this role there"));
    }

    @Test
    void withoutANameThatSaysSomethingTheLinksTellTheSite() {
        Proposed strange = proposed(new Newcomer("switch", Set.of("brn-ac-1", "brn-ac-2")));
        assertThat(strange.site()).isEqualTo(new Proposal("brn", "linked with brn-ac-1 and 1 more"));
        assertThat(strange.role().value()).isEqualTo("access");
    }

    @Test
    void aSiteThatHasNoDeviceYetIsKnownByItsShortName() {
        Proposed first = proposed(new Newcomer("qui-gw-a", Set.of("brn-ac-1", "ald-gw-a")));
        assertThat(first.site()).isEqualTo(new Proposal("qui", "its name begins with the short name of Quiet Bay"));
        assertThat(first.newSite()).isFalse();
    }

    @Test
    void aPlaceThatNobodyKnowsBecomesANewSite() {
        Proposed far = proposed(new Newcomer("kel-fw-a", Set.of()));
        assertThat(far.newSite()).isTrue();
        assertThat(far.site().value()).isEqualTo("kel");
        assertThat(far.role()).isEqualTo(new Proposal("firewall", "“fw” in its name"));
    }

    @ParameterizedTest
    @CsvSource({
        "brn-gw-a, brn-gw-b, true",
        "brn-gw-1, brn-gw-2, true",
        "brn-gw-2, brn-gw-3, false",
        "brn-gw-b, brn-gw-c, false",
        "brn-gw9, brn-gw10, true",
        "brn-gw-a, ald-gw-b, false",
        "a, b, false",
        "brn-gw-a, brn-gw-a, false"
    })
    void pairsAreNeighboursInTheirLastLetterOrNumber(String one, String other, boolean pair) {
        assertThat(DeviceName.of(one).pairsWith(DeviceName.of(other))).isEqualTo(pair);
        assertThat(DeviceName.of(other).pairsWith(DeviceName.of(one))).isEqualTo(pair);
    }
}
