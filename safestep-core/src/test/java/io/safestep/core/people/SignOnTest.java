package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.PeopleGate.WayIn;
import io.safestep.core.people.SignOn.Known;
import io.safestep.core.people.SignOn.Outcome;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class SignOnTest {

    private static final Scope DUNMARSH =
            new Scope(DeviceSet.of(Set.of(1L), Set.of()), DeviceSet.of(Set.of(1L), Set.of()));
    private static final Power LOCAL = new Power(Set.of(Role.OPERATOR), DUNMARSH);
    private static final Power EVERYWHERE = Power.everywhere(Set.of(Role.AUDITOR));
    private static final Known INVITED = known(WayIn.NONE);
    private static final Known IN_USE = known(WayIn.OWN);
    private static final Known RETIRED = new Known(false, false, false, WayIn.NONE, false);

    private static Known known(WayIn wayIn) {
        return new Known(false, false, true, wayIn, false);
    }

    private static Outcome of(@Nullable Known joined, @Nullable Known alike, boolean mapped, boolean makes) {
        return SignOn.of(joined, alike, Optional.of("nfairlie"), mapped ? Optional.of(LOCAL) : Optional.empty(), makes);
    }

    @Test
    void whoIsNewIsMadeWhenTheirGroupIsSomethingHere() {
        assertThat(of(null, null, true, true)).isEqualTo(Outcome.IS_MADE);
        assertThat(of(null, null, false, true)).isEqualTo(Outcome.NO_ROLE);
        assertThat(of(null, null, true, false)).isEqualTo(Outcome.NOT_INVITED);
        assertThat(SignOn.of(null, null, Optional.empty(), Optional.of(LOCAL), true))
                .isEqualTo(Outcome.NO_LOGIN);
    }

    @Test
    void aNameAloneOpensNoAccountThatHasAWayIn() {
        assertThat(of(null, IN_USE, true, true)).isEqualTo(Outcome.OTHER_WAY);
        assertThat(of(null, known(WayIn.ELSEWHERE), true, true))
                .as("joined with another identity already")
                .isEqualTo(Outcome.OTHER_WAY);
        assertThat(of(null, new Known(true, false, true, WayIn.NONE, false), true, true))
                .as("the account of a program")
                .isEqualTo(Outcome.OTHER_WAY);
        assertThat(of(null, INVITED, false, false)).isEqualTo(Outcome.JOINS);
        assertThat(of(null, new Known(false, true, true, WayIn.NONE, false), false, false))
                .as("an administrator who has no way in of their own")
                .isEqualTo(Outcome.OWN_WAY_FIRST);
    }

    @Test
    void whoIsRetiredStaysOut() {
        assertThat(of(RETIRED, null, true, true)).isEqualTo(Outcome.RETIRED);
        assertThat(of(null, RETIRED, true, true))
                .as("a log-in is never given twice")
                .isEqualTo(Outcome.RETIRED);
        assertThat(of(IN_USE, null, false, false)).isEqualTo(Outcome.COMES_IN);
    }

    @Test
    void whoFollowsTheirGroupsStaysOutWhenTheyAreNothingHere() {
        Known following = new Known(false, false, true, WayIn.ELSEWHERE, true);

        assertThat(of(following, null, true, true)).isEqualTo(Outcome.COMES_IN);
        assertThat(of(following, null, false, true)).isEqualTo(Outcome.NO_ROLE);
        assertThat(of(following, null, false, false))
                .as("groups give nothing any more: what they were, they stay")
                .isEqualTo(Outcome.COMES_IN);
        assertThat(of(IN_USE, null, false, true))
                .as("what they are is said here")
                .isEqualTo(Outcome.COMES_IN);
    }

    @Test
    void theFirstRowThatFitsCountsAlone() {
        RoleMapping mapping = new RoleMapping(
                List.of(new RoleMapping.Row("watch", LOCAL), new RoleMapping.Row("all-staff", EVERYWHERE)));

        assertThat(mapping.of(List.of("all-staff", "watch"))).contains(LOCAL);
        assertThat(mapping.of(List.of("all-staff"))).contains(EVERYWHERE);
        assertThat(mapping.of(List.of("Watch", "ticket-desk"))).isEmpty();
        assertThat(RoleMapping.NOTHING.of(List.of("watch"))).isEmpty();
    }

    @Test
    void groupsMakeNoAdministrators() {
        assertThat(List.of(Role.values()).stream().filter(role -> !RoleMapping.mayGive(role)))
                .containsExactly(Role.ADMINISTRATOR);
    }
}
