package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.people.PeopleGate.Account;
import io.safestep.core.people.PeopleGate.Answer;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PeopleGateTest {

    private static final Account ADMIN = account("abrill", Role.ADMINISTRATOR);
    private static final Account SECOND = account("bsecond", Role.ADMINISTRATOR);
    private static final Account ENGINEER = account("roake", Role.ENGINEER);
    private static final Account NOBODY_YET = new Account("new", Set.of(), true);

    private static Account account(String login, Role... roles) {
        return new Account(login, Set.of(roles), true);
    }

    private static Answer ask(Account by, Account of, Set<Role> wanted, Account... all) {
        return PeopleGate.roles(by, of, wanted, List.of(all));
    }

    @Test
    void anAdministratorMayGiveOthersAnyRole() {
        for (Role role : Role.values()) {
            assertThat(ask(ADMIN, NOBODY_YET, Set.of(role), ADMIN))
                    .as("%s", role)
                    .isEqualTo(Answer.GOES);
        }
        assertThat(ask(ADMIN, NOBODY_YET, Set.of(), ADMIN)).isEqualTo(Answer.NO_ROLE);
    }

    @Test
    void toDoMoreOneselfAnotherAdministratorHasToAgree() {
        Set<Role> more = Set.of(Role.ADMINISTRATOR, Role.APPROVER);
        assertThat(ask(ADMIN, ADMIN, more, ADMIN, SECOND)).isEqualTo(Answer.WAITS_FOR_ANOTHER);
        assertThat(ask(ADMIN, ADMIN, more, ADMIN)).isEqualTo(Answer.NOBODY_TO_AGREE);
        assertThat(ask(ADMIN, ADMIN, more, ADMIN, new Account("bsecond", Set.of(Role.ADMINISTRATOR), false)))
                .as("the other one is retired")
                .isEqualTo(Answer.NOBODY_TO_AGREE);
        Account both = account("abrill", Role.ADMINISTRATOR, Role.APPROVER);
        assertThat(ask(both, both, Set.of(Role.ADMINISTRATOR), both))
                .as("to do less needs nobody")
                .isEqualTo(Answer.GOES);
        assertThat(PeopleGate.mayAgree(SECOND, "abrill")).isTrue();
        assertThat(PeopleGate.mayAgree(ADMIN, "abrill")).as("not oneself").isFalse();
        assertThat(PeopleGate.mayAgree(ENGINEER, "abrill")).isFalse();
    }

    @Test
    void theLastAdministratorStays() {
        assertThat(ask(ADMIN, ADMIN, Set.of(Role.ENGINEER), ADMIN, ENGINEER)).isEqualTo(Answer.LAST_ADMINISTRATOR);
        assertThat(PeopleGate.retirement(ADMIN, List.of(ADMIN, ENGINEER))).isEqualTo(Answer.LAST_ADMINISTRATOR);
        assertThat(PeopleGate.retirement(ADMIN, List.of(ADMIN, SECOND))).isEqualTo(Answer.GOES);
        assertThat(PeopleGate.retirement(ENGINEER, List.of(ADMIN, ENGINEER))).isEqualTo(Answer.GOES);
        Account gone = new Account("abrill", Set.of(Role.ADMINISTRATOR), false);
        assertThat(PeopleGate.retirement(gone, List.of(gone, SECOND)))
                .as("who is gone is no administrator")
                .isEqualTo(Answer.GOES);
    }

    @Test
    void whoIsNoAdministratorGivesAwayOnlyWhatTheyMayDoThemselves() {
        assertThat(ask(ENGINEER, NOBODY_YET, Set.of(Role.ON_CALL), ADMIN, ENGINEER))
                .isEqualTo(Answer.GOES);
        assertThat(ask(ENGINEER, NOBODY_YET, Set.of(Role.APPROVER), ADMIN, ENGINEER))
                .isEqualTo(Answer.BEYOND_OWN_RIGHTS);
    }

    /** Whatever is asked, in whatever order: nobody alone gains a right, and an administrator is always there. */
    @Test
    void nobodyAloneGainsARightAndAnAdministratorIsAlwaysThere() {
        Random random = new Random(28);
        for (int i = 0; i < 400; i++) {
            List<Account> all = new ArrayList<>();
            for (int n = 1 + random.nextInt(4); n > 0; n--) {
                Set<Role> roles = some(random);
                all.add(new Account("p" + n, roles, random.nextInt(4) > 0));
            }
            if (all.stream().noneMatch(a -> a.present() && a.roles().contains(Role.ADMINISTRATOR))) {
                continue;
            }
            Account by = all.get(random.nextInt(all.size()));
            Account of = all.get(random.nextInt(all.size()));
            Set<Role> wanted = some(random);
            Answer answer = PeopleGate.roles(by, of, wanted, all);
            if (answer != Answer.GOES) {
                continue;
            }
            String what = by + " makes " + of + " " + wanted + " among " + all;
            if (by.login().equals(of.login())) {
                assertThat(Role.rights(by.roles())).as(what).containsAll(Role.rights(wanted));
            }
            assertThat(all.stream()
                            .map(a -> a.equals(of) ? new Account(a.login(), wanted, a.present()) : a)
                            .anyMatch(a -> a.present() && a.roles().contains(Role.ADMINISTRATOR)))
                    .as(what)
                    .isTrue();
        }
    }

    private static Set<Role> some(Random random) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        while (roles.isEmpty() || random.nextBoolean()) {
            roles.add(Role.values()[random.nextInt(Role.values().length)]);
        }
        return roles;
    }

    @Test
    void rightsOfSeveralRolesAddUp() {
        assertThat(Role.rights(List.of(Role.AUDITOR, Role.APPROVER)))
                .containsExactlyInAnyOrder(Right.READ, Right.DECIDE_CHANGES);
        assertThat(Role.rights(List.of())).isEmpty();
        assertThat(List.of(Role.values()))
                .allSatisfy(r -> assertThat(r.rights()).contains(Right.READ));
        assertThat(List.of(Role.values()))
                .filteredOn(r -> r.rights().contains(Right.WRITE_PEOPLE))
                .containsExactly(Role.ADMINISTRATOR);
    }
}
