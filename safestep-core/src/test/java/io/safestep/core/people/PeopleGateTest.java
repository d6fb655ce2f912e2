package io.safestep.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.people.PeopleGate.Account;
import io.safestep.core.people.PeopleGate.Answer;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.PeopleGate.WayIn;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

class PeopleGateTest {

    private static final Account ADMIN = account("abrill", Role.ADMINISTRATOR);
    private static final Account SECOND = account("bsecond", Role.ADMINISTRATOR);
    private static final Account ENGINEER = account("roake", Role.ENGINEER);
    private static final Account NOBODY_YET = new Account("new", Power.NONE, WayIn.NONE, false);
    private static final Scope DUNMARSH =
            new Scope(DeviceSet.of(Set.of(1L), Set.of()), DeviceSet.of(Set.of(1L), Set.of()));

    private static Account account(String login, Role... roles) {
        return in(login, Power.everywhere(Set.of(roles)));
    }

    private static Account gone(Account account) {
        return new Account(account.login(), account.power(), WayIn.NONE, account.administered());
    }

    private static Account notCome(Account account) {
        return new Account(account.login(), account.power(), WayIn.NONE, false);
    }

    private static Account in(String login, Power power) {
        boolean administers =
                power.roles().contains(Role.ADMINISTRATOR) && power.scope().holdsEverything();
        return new Account(login, power, WayIn.OWN, administers);
    }

    private static Answer ask(Account by, Account of, Set<Role> wanted, Account... all) {
        return PeopleGate.power(by, of, Power.everywhere(wanted), List.of(all));
    }

    private static Answer ask(Account by, Account of, Power wanted, Account... all) {
        return PeopleGate.power(by, of, wanted, List.of(all));
    }

    @Test
    void theOnlyAdministratorMayGiveOthersAnyRole() {
        for (Role role : Role.values()) {
            assertThat(ask(ADMIN, NOBODY_YET, Set.of(role), ADMIN))
                    .as("%s", role)
                    .isEqualTo(Answer.GOES);
            assertThat(ask(ADMIN, NOBODY_YET, Set.of(role), ADMIN, notCome(SECOND)))
                    .as("%s: another administrator has not come in yet", role)
                    .isEqualTo(Answer.GOES);
        }
        assertThat(ask(ADMIN, NOBODY_YET, Set.of(), ADMIN)).isEqualTo(Answer.NO_ROLE);
    }

    @Test
    void whoDecidesIsMadeByTwo() {
        assertThat(ask(ADMIN, NOBODY_YET, Set.of(Role.ENGINEER), ADMIN, SECOND)).isEqualTo(Answer.GOES);
        assertThat(ask(ADMIN, NOBODY_YET, Set.of(Role.APPROVER), ADMIN, SECOND)).isEqualTo(Answer.WAITS_FOR_ANOTHER);
        assertThat(ask(ADMIN, NOBODY_YET, Set.of(Role.ADMINISTRATOR), ADMIN, SECOND))
                .isEqualTo(Answer.WAITS_FOR_ANOTHER);
        Account deciding = account("abrill", Role.ADMINISTRATOR, Role.APPROVER);
        assertThat(ask(deciding, NOBODY_YET, Set.of(Role.ENGINEER), deciding, SECOND))
                .as("who decides makes no author alone")
                .isEqualTo(Answer.WAITS_FOR_ANOTHER);
        Account local = in("local", new Power(Set.of(Role.APPROVER), DUNMARSH));
        assertThat(ask(ADMIN, local, Set.of(Role.APPROVER), ADMIN, SECOND))
                .as("for more devices")
                .isEqualTo(Answer.WAITS_FOR_ANOTHER);
    }

    @Test
    void whoLetTheOtherAdministratorGoIsNotAloneByThat() {
        assertThat(PeopleGate.retirement(ADMIN, SECOND, List.of(ADMIN, SECOND)))
                .as("at once, when it has to be")
                .isEqualTo(Answer.GOES);
        assertThat(ask(ADMIN, NOBODY_YET, Set.of(Role.APPROVER), ADMIN, gone(SECOND)))
                .isEqualTo(Answer.NOBODY_TO_AGREE);
        assertThat(ask(ADMIN, NOBODY_YET, Set.of(Role.ENGINEER), ADMIN, gone(SECOND)))
                .isEqualTo(Answer.GOES);
        Account lowered = new Account("bsecond", Power.everywhere(Set.of(Role.AUDITOR)), WayIn.OWN, true);
        assertThat(PeopleGate.wayIn(ADMIN, ENGINEER, List.of(ADMIN, lowered))).isEqualTo(Answer.NOBODY_TO_AGREE);
    }

    @Test
    void aWayIntoAnAccountInUseIsMadeByTwo() {
        assertThat(PeopleGate.wayIn(ADMIN, ENGINEER, List.of(ADMIN, SECOND))).isEqualTo(Answer.WAITS_FOR_ANOTHER);
        assertThat(PeopleGate.wayIn(ADMIN, gone(ENGINEER), List.of(ADMIN, SECOND)))
                .as("not come in yet, and decides nothing")
                .isEqualTo(Answer.GOES);
        Account approver = gone(account("dfen", Role.APPROVER));
        assertThat(PeopleGate.wayIn(ADMIN, approver, List.of(ADMIN, SECOND))).isEqualTo(Answer.WAITS_FOR_ANOTHER);
        assertThat(PeopleGate.wayIn(ADMIN, ENGINEER, List.of(ADMIN)))
                .as("there is nobody else")
                .isEqualTo(Answer.GOES);
        assertThat(PeopleGate.wayIn(ADMIN, ADMIN, List.of(ADMIN, SECOND)))
                .as("their own")
                .isEqualTo(Answer.GOES);
    }

    @Test
    void toDoMoreOneselfAnotherAdministratorHasToAgree() {
        Set<Role> more = Set.of(Role.ADMINISTRATOR, Role.APPROVER);
        assertThat(ask(ADMIN, ADMIN, more, ADMIN, SECOND)).isEqualTo(Answer.WAITS_FOR_ANOTHER);
        assertThat(ask(ADMIN, ADMIN, more, ADMIN)).isEqualTo(Answer.NOBODY_TO_AGREE);
        assertThat(ask(ADMIN, ADMIN, more, ADMIN, gone(SECOND)))
                .as("the other one is retired")
                .isEqualTo(Answer.NOBODY_TO_AGREE);
        Account both = account("abrill", Role.ADMINISTRATOR, Role.APPROVER);
        assertThat(ask(both, both, Set.of(Role.ADMINISTRATOR), both))
                .as("to do less needs nobody")
                .isEqualTo(Answer.GOES);
        Power wanted = Power.everywhere(more);
        assertThat(PeopleGate.mayAgree(SECOND, "abrill", wanted)).isTrue();
        assertThat(PeopleGate.mayAgree(ADMIN, "abrill", wanted))
                .as("not oneself")
                .isFalse();
        assertThat(PeopleGate.mayAgree(ENGINEER, "abrill", wanted)).isFalse();
        Account local = in("local", new Power(Set.of(Role.ADMINISTRATOR), DUNMARSH));
        assertThat(PeopleGate.mayAgree(local, "abrill", wanted))
                .as("beyond their scope")
                .isFalse();
        assertThat(PeopleGate.mayAgree(local, "abrill", new Power(more, DUNMARSH)))
                .isTrue();
    }

    @Test
    void theLastAdministratorForAllDevicesStays() {
        assertThat(ask(ADMIN, ADMIN, Set.of(Role.ENGINEER), ADMIN, ENGINEER)).isEqualTo(Answer.LAST_ADMINISTRATOR);
        assertThat(ask(ADMIN, ADMIN, new Power(Set.of(Role.ADMINISTRATOR), DUNMARSH), ADMIN))
                .isEqualTo(Answer.LAST_ADMINISTRATOR);
        assertThat(PeopleGate.retirement(SECOND, ADMIN, List.of(ADMIN, ENGINEER)))
                .isEqualTo(Answer.LAST_ADMINISTRATOR);
        assertThat(PeopleGate.retirement(SECOND, ADMIN, List.of(ADMIN, SECOND))).isEqualTo(Answer.GOES);
        assertThat(PeopleGate.retirement(SECOND, ADMIN, List.of(ADMIN, notCome(SECOND))))
                .as("the other one has not come in yet")
                .isEqualTo(Answer.LAST_ADMINISTRATOR);
        assertThat(PeopleGate.retirement(ADMIN, ENGINEER, List.of(ADMIN, ENGINEER)))
                .isEqualTo(Answer.GOES);
        assertThat(PeopleGate.retirement(SECOND, gone(ADMIN), List.of(gone(ADMIN), SECOND)))
                .as("who is gone is no administrator")
                .isEqualTo(Answer.GOES);
    }

    @Test
    void nobodyGivesAwayWhatTheyDoNotHave() {
        assertThat(ask(ENGINEER, NOBODY_YET, Set.of(Role.ON_CALL), ADMIN, ENGINEER))
                .isEqualTo(Answer.GOES);
        assertThat(ask(ENGINEER, NOBODY_YET, Set.of(Role.APPROVER), ADMIN, ENGINEER))
                .isEqualTo(Answer.BEYOND_OWN_RIGHTS);
        Account local = in("local", new Power(Set.of(Role.ADMINISTRATOR), DUNMARSH));
        assertThat(ask(local, NOBODY_YET, Set.of(Role.ENGINEER), ADMIN, local)).isEqualTo(Answer.BEYOND_OWN_SCOPE);
        assertThat(ask(local, NOBODY_YET, new Power(Set.of(Role.ENGINEER), DUNMARSH), ADMIN, local))
                .isEqualTo(Answer.GOES);
        assertThat(ask(local, account("jvane", Role.AUDITOR), Set.of(Role.ENGINEER), ADMIN, local))
                .as("somebody for devices that they do not have")
                .isEqualTo(Answer.NOT_IN_OWN_SCOPE);
    }

    @Test
    void whoLooksAfterAPartLooksAfterThePeopleOfThatPart() {
        Account local = in("local", new Power(Set.of(Role.ADMINISTRATOR), DUNMARSH));
        Account ofThePart = in("kstrand", new Power(Set.of(Role.OPERATOR), DUNMARSH));
        List<Account> all = List.of(ADMIN, SECOND, local, ENGINEER, ofThePart);
        assertThat(PeopleGate.reaches(local, ENGINEER)).isFalse();
        assertThat(PeopleGate.reaches(local, ofThePart)).isTrue();
        assertThat(PeopleGate.reaches(local, NOBODY_YET)).as("somebody new").isTrue();
        assertThat(PeopleGate.reaches(local, local)).isTrue();
        assertThat(PeopleGate.reaches(ADMIN, local)).isTrue();
        assertThat(PeopleGate.retirement(local, ENGINEER, all)).isEqualTo(Answer.NOT_IN_OWN_SCOPE);
        assertThat(PeopleGate.retirement(local, ofThePart, all)).isEqualTo(Answer.GOES);
        assertThat(PeopleGate.wayIn(local, ENGINEER, all)).isEqualTo(Answer.NOT_IN_OWN_SCOPE);
        assertThat(PeopleGate.power(local, ENGINEER, new Power(Set.of(Role.AUDITOR), Scope.EVERYWHERE), all))
                .as("not even to make them less")
                .isEqualTo(Answer.NOT_IN_OWN_SCOPE);
        assertThat(PeopleGate.power(local, ofThePart, new Power(Set.of(Role.AUDITOR), DUNMARSH), all))
                .isEqualTo(Answer.GOES);
    }

    /** Whoever is changed, let go or given a link by one alone was within the scope of who did it. */
    @Test
    void nothingIsDoneAboutPeopleOutsideOnesScope() {
        Random random = new Random(281);
        for (int i = 0; i < 2000; i++) {
            Account by = in("by", new Power(Set.of(Role.ADMINISTRATOR), someScope(random)));
            Account of = in("of", new Power(some(random), someScope(random)));
            List<Account> all = List.of(by, of, ADMIN, SECOND);
            List<Answer> answers = List.of(
                    PeopleGate.retirement(by, of, all),
                    PeopleGate.wayIn(by, of, all),
                    PeopleGate.power(by, of, new Power(some(random), someScope(random)), all));
            boolean within = of.power().scope().isWithin(by.power().scope());
            assertThat(answers.contains(Answer.NOT_IN_OWN_SCOPE))
                    .as("%s and %s: %s", by, of, answers)
                    .isEqualTo(!within);
            if (!within) {
                assertThat(answers).as("%s and %s", by, of).containsOnly(Answer.NOT_IN_OWN_SCOPE);
            }
        }
    }

    private static Account elsewhere(Account account) {
        return new Account(account.login(), account.power(), WayIn.ELSEWHERE, account.administered());
    }

    @Test
    void somebodyIsLeftWhoComesInWhenTheIdentityProviderIsAway() {
        assertThat(PeopleGate.retirement(SECOND, ADMIN, List.of(ADMIN, elsewhere(SECOND))))
                .isEqualTo(Answer.LAST_ADMINISTRATOR);
        assertThat(PeopleGate.retirement(ADMIN, elsewhere(SECOND), List.of(ADMIN, elsewhere(SECOND))))
                .isEqualTo(Answer.GOES);
        assertThat(PeopleGate.mayAgree(elsewhere(SECOND), "abrill", Power.everywhere(Set.of(Role.APPROVER))))
                .as("they are an administrator all the same")
                .isTrue();
        assertThat(PeopleGate.wayIn(ADMIN, elsewhere(ENGINEER), List.of(ADMIN, SECOND)))
                .as("a link into an account in use, whatever the way in")
                .isEqualTo(Answer.WAITS_FOR_ANOTHER);
    }

    @Test
    void whichIdentityProviderIsBelievedIsSaidByTwo() {
        assertThat(PeopleGate.trust(ADMIN, List.of(ADMIN, SECOND, ENGINEER))).isEqualTo(Answer.WAITS_FOR_ANOTHER);
        assertThat(PeopleGate.trust(ADMIN, List.of(ADMIN, ENGINEER)))
                .as("there never was another administrator")
                .isEqualTo(Answer.GOES);
        assertThat(PeopleGate.trust(ADMIN, List.of(ADMIN, gone(SECOND)))).isEqualTo(Answer.NOBODY_TO_AGREE);
        Account local = in("local", new Power(Set.of(Role.ADMINISTRATOR), DUNMARSH));
        assertThat(PeopleGate.trust(local, List.of(ADMIN, local))).isEqualTo(Answer.BEYOND_OWN_SCOPE);
        assertThat(PeopleGate.trust(ADMIN, List.of(ADMIN, local)))
                .as("one for some devices can't agree to what holds for all, and never could")
                .isEqualTo(Answer.GOES);
        Account narrowed = new Account("bsecond", new Power(Set.of(Role.ADMINISTRATOR), DUNMARSH), WayIn.OWN, true);
        assertThat(PeopleGate.trust(ADMIN, List.of(ADMIN, narrowed)))
                .as("one who could once, and was given fewer devices")
                .isEqualTo(Answer.NOBODY_TO_AGREE);
    }

    /** Whatever is asked, in whatever order: nobody alone gains a right, and an administrator is always there. */
    @Test
    void nobodyAloneGainsARightAndAnAdministratorIsAlwaysThere() {
        Random random = new Random(28);
        for (int i = 0; i < 2000; i++) {
            List<Account> all = new ArrayList<>();
            for (int n = 1 + random.nextInt(4); n > 0; n--) {
                Account one = in("p" + n, new Power(some(random), someScope(random)));
                all.add(random.nextInt(4) > 0 ? one : gone(one));
            }
            if (all.stream().noneMatch(PeopleGateTest::administersEverything)) {
                continue;
            }
            Account by = all.get(random.nextInt(all.size()));
            Account of = all.get(random.nextInt(all.size()));
            Power wanted = new Power(some(random), someScope(random));
            if (PeopleGate.power(by, of, wanted, all) != Answer.GOES) {
                continue;
            }
            String what = by + " makes " + of + " " + wanted + " among " + all;
            if (by.login().equals(of.login())) {
                assertThat(Role.rights(by.power().roles())).as(what).containsAll(Role.rights(wanted.roles()));
                assertThat(wanted.scope().isWithin(by.power().scope())).as(what).isTrue();
            }
            assertThat(all.stream()
                            .map(a -> a.equals(of) ? new Account(a.login(), wanted, a.wayIn(), a.administered()) : a)
                            .anyMatch(PeopleGateTest::administersEverything))
                    .as(what)
                    .isTrue();
        }
    }

    private static boolean administersEverything(Account account) {
        return account.wayIn() == WayIn.OWN
                && account.power().roles().contains(Role.ADMINISTRATOR)
                && account.power().scope().holdsEverything();
    }

    /**
     * One person who wants to play two, beside an honest administrator who agrees to nothing: with all accounts that they
     * make or take over, used against each other in any order, they never come to write a change with one and approve it
     * with another.
     */
    @Test
    void nobodyAloneWritesAndApproves() {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            Map<String, Account> all = new TreeMap<>();
            Account start = account(
                    "one",
                    seed % 2 == 0 ? new Role[] {Role.ADMINISTRATOR} : new Role[] {Role.ADMINISTRATOR, Role.APPROVER});
            List.of(start, SECOND, ENGINEER, account("dfen", Role.APPROVER), gone(account("late", Role.ON_CALL)))
                    .forEach(a -> all.put(a.login(), a));
            Set<String> own = new TreeSet<>(Set.of("one"));
            List<String> story = new ArrayList<>();
            for (int step = 0; step < 40; step++) {
                play(random, all, own, story);
                Set<Role> roles = EnumSet.noneOf(Role.class);
                own.forEach(login -> roles.addAll(all.get(login).power().roles()));
                assertThat(Role.rights(roles).containsAll(Set.of(Right.WRITE_CHANGES, Right.DECIDE_CHANGES)))
                        .as("seed %d: %s", seed, story)
                        .isFalse();
            }
        }
    }

    /** One step of somebody who holds some of the accounts. */
    private static void play(Random random, Map<String, Account> all, Set<String> own, List<String> story) {
        Account by = all.get(pick(random, own));
        String login = random.nextInt(3) == 0 ? "new" + all.size() : pick(random, all.keySet());
        boolean added = !all.containsKey(login);
        Account of = all.getOrDefault(login, new Account(login, Power.NONE, WayIn.NONE, false));
        if (!by.power().roles().contains(Role.ADMINISTRATOR)) {
            return;
        }
        if (!added && random.nextInt(6) == 0) {
            if (PeopleGate.retirement(by, of, all.values()) == Answer.GOES && !login.equals(by.login())) {
                all.put(login, gone(of));
                own.remove(login);
                story.add(by.login() + " retires " + login);
            }
            return;
        }
        if (!added && random.nextBoolean()) {
            if (PeopleGate.wayIn(by, of, all.values()) == Answer.GOES) {
                own.add(login);
                boolean administers = of.power().roles().contains(Role.ADMINISTRATOR);
                all.put(login, new Account(login, of.power(), WayIn.OWN, of.administered() || administers));
                story.add(by.login() + " takes over " + login);
            }
            return;
        }
        Power wanted = new Power(some(random), Scope.EVERYWHERE);
        Answer answer = PeopleGate.power(by, of, wanted, all.values());
        boolean agreed = answer == Answer.WAITS_FOR_ANOTHER
                && own.stream().anyMatch(o -> PeopleGate.mayAgree(all.get(o), by.login(), wanted));
        if (answer == Answer.GOES || agreed) {
            Account made = in(login, wanted);
            all.put(
                    login,
                    new Account(
                            login,
                            wanted,
                            added ? WayIn.OWN : of.wayIn(),
                            of.administered() || (added || of.wayIn() != WayIn.NONE) && made.administered()));
            if (added) {
                own.add(login);
            }
            story.add(by.login() + " makes " + login + " " + wanted.roles());
        }
    }

    private static String pick(Random random, Set<String> of) {
        return List.copyOf(new TreeSet<>(of)).get(random.nextInt(of.size()));
    }

    private static Scope someScope(Random random) {
        return random.nextInt(3) > 0 ? Scope.EVERYWHERE : DUNMARSH;
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
                .containsExactlyInAnyOrder(Right.READ, Right.DECIDE_CHANGES, Right.WATCH_RECORD);
        assertThat(Role.rights(List.of())).isEmpty();
        assertThat(List.of(Role.values()))
                .allSatisfy(r -> assertThat(r.rights()).contains(Right.READ));
        assertThat(List.of(Role.values()))
                .filteredOn(r -> r.rights().contains(Right.WRITE_PEOPLE))
                .containsExactly(Role.ADMINISTRATOR);
    }
}
