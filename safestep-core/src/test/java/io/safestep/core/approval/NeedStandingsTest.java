package io.safestep.core.approval;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.approval.Electorate.Elector;
import io.safestep.core.people.Deputies.Leave;
import io.safestep.core.people.Role;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Whether what a change needs is there, and who could give what is missing. */
class NeedStandingsTest {

    private static final Instant NOW = Instant.parse("2026-11-30T12:00:00Z");
    private static final Instant SUBMITTED = NOW.minus(Duration.ofHours(10));
    private static final String SEAL = "a".repeat(64);
    private static final Set<String> AUTHOR = Set.of("roake");
    private static final long LEADS = 1;
    private static final long WATCH = 2;

    private static ApprovalNeed need(String key, int turn, Approvers who, RuleTerms terms) {
        return new ApprovalNeed(
                key,
                "Rule " + key,
                1,
                who,
                "team " + key,
                List.of("ops-co-a"),
                "",
                new RuleTerms(
                        turn,
                        terms.answerHours(),
                        terms.escalateTo(),
                        terms.validHours(),
                        terms.readAll(),
                        terms.runnerApart()),
                null);
    }

    private static ApprovalNeed leads(int howMany) {
        return need("leads", 1, Approvers.ofTeam(LEADS, howMany), RuleTerms.usual());
    }

    private static GivenApproval given(String person, String... needs) {
        return new GivenApproval(person, SEAL, NOW.minus(Duration.ofHours(1)), Set.of(needs), null);
    }

    private static NeedStandings standings(List<ApprovalNeed> needs, GivenApproval... given) {
        return NeedStandings.of(needs, List.of(given), SEAL, AUTHOR, SUBMITTED, NOW, null);
    }

    private static Elector elector(String login, boolean decides, Long... teams) {
        return new Elector(login, login.toUpperCase(Locale.ROOT), decides, Set.of(teams), Set.of(Role.APPROVER));
    }

    private static Electorate electorate(List<Leave> leaves) {
        return electorate(leaves, Map.of());
    }

    private static Electorate electorate(List<Leave> leaves, Map<Long, Set<String>> onWatch) {
        return new Electorate(
                List.of(
                        elector("roake", true, LEADS),
                        elector("hloman", true, LEADS),
                        elector("iseaver", true, WATCH),
                        elector("pquill", false, LEADS)),
                leaves,
                onWatch,
                NOW,
                (login, device) -> true);
    }

    private static Leave away(String person, @Nullable String deputy) {
        return new Leave(person, NOW.minusSeconds(60), NOW.plusSeconds(60), deputy);
    }

    @Test
    void whoIsNotOnWatchNeedNotBeToldAsLongAsSomebodyIs() {
        NeedStandings asked = standings(List.of(need("leads", 1, Approvers.ofTeam(LEADS, 1), RuleTerms.usual())));
        Set<String> hands = Set.of("kstrand");
        Electorate watched = electorate(List.of(), Map.of(LEADS, Set.of("hloman", "pquill")));
        assertThat(watched.watch(asked.all().get(0).need(), hands))
                .as("who may not decide keeps no watch over decisions")
                .containsExactly("hloman");
        assertThat(asked.leavesToTheWatch("roake", hands, watched)).isTrue();
        assertThat(asked.leavesToTheWatch("hloman", hands, watched)).isFalse();
        assertThat(asked.leavesToTheWatch("iseaver", hands, watched))
                .as("is asked for nothing")
                .isFalse();
        assertThat(asked.open("roake", hands, watched)).as("and may give it").hasSize(1);

        Electorate away = electorate(List.of(away("hloman", null)), Map.of(LEADS, Set.of("hloman")));
        assertThat(asked.leavesToTheWatch("roake", hands, away))
                .as("nobody is on watch who is here")
                .isFalse();
        Electorate wrote = electorate(List.of(), Map.of(LEADS, Set.of("hloman")));
        assertThat(asked.leavesToTheWatch("roake", Set.of("hloman"), wrote))
                .as("who wrote it gives nothing")
                .isFalse();
        assertThat(asked.leavesToTheWatch("roake", hands, electorate(List.of())))
                .as("no shift is now")
                .isFalse();
    }

    @Test
    void pastItsTimeEverybodyIsTold() {
        NeedStandings late = standings(
                List.of(need("leads", 1, Approvers.ofTeam(LEADS, 1), new RuleTerms(1, 4, null, null, false, false))));
        assertThat(late.leavesToTheWatch(
                        "roake", Set.of("kstrand"), electorate(List.of(), Map.of(LEADS, Set.of("hloman")))))
                .isFalse();
    }

    @Test
    void asManyDifferentPeopleAsTheRuleSays() {
        assertThat(standings(List.of(leads(2)), given("hloman", "leads"), given("hloman", "leads"))
                        .all()
                        .get(0)
                        .missing())
                .isEqualTo(1);
        assertThat(standings(List.of(leads(2)), given("hloman", "leads"), given("iseaver", "leads"))
                        .satisfied())
                .isTrue();
    }

    @Test
    void whatWasGivenForAnotherSealOrByAnAuthorCountsForNothing() {
        GivenApproval other = new GivenApproval("hloman", "b".repeat(64), NOW, Set.of("leads"), null);
        assertThat(standings(List.of(leads(1)), other, given("roake", "leads")).satisfied())
                .isFalse();
        assertThat(NeedStandings.of(List.of(), List.of(), SEAL, AUTHOR, SUBMITTED, NOW, null)
                        .satisfied())
                .as("what needs nothing was never submitted")
                .isFalse();
    }

    @Test
    void theAuthorIsNeverTheOnlyApproverNorWhoWroteItBefore() {
        assertThat(satisfied(Set.of("roake"), given("roake", "leads"))).isFalse();
        assertThat(satisfied(Set.of("hloman", "roake"), given("roake", "leads")))
                .as("who wrote it and handed it over")
                .isFalse();
        assertThat(satisfied(Set.of("roake"), given("dfennimore", "leads"))).isTrue();
        GivenApproval ofAnother = new GivenApproval("dfennimore", "0".repeat(64), NOW, Set.of("leads"), null);
        assertThat(satisfied(Set.of("roake"), ofAnother)).isFalse();
    }

    private static boolean satisfied(Set<String> hands, GivenApproval given) {
        return NeedStandings.of(List.of(leads(1)), List.of(given), SEAL, hands, SUBMITTED, NOW, null)
                .satisfied();
    }

    @Test
    void oneTurnAfterTheOther() {
        ApprovalNeed second = need("second", 2, Approvers.anybody(), new RuleTerms(2, 4, null, null, false, false));
        NeedStandings begun = standings(List.of(leads(1), second));
        assertThat(begun.open()).extracting(s -> s.need().key()).containsExactly("leads");
        assertThat(begun.waitsFor()).isEqualTo("an approval of team leads");

        NeedStandings then = standings(List.of(leads(1), second), given("hloman", "leads"));
        assertThat(then.open()).extracting(s -> s.need().key()).containsExactly("second");
        assertThat(then.all().get(1).due())
                .as("counted from when its turn came")
                .isEqualTo(NOW.minus(Duration.ofHours(1)).plus(Duration.ofHours(4)));
    }

    @Test
    void anApprovalEndsAfterTheTimeOfItsRule() {
        ApprovalNeed day = need("day", 1, Approvers.anybody(), new RuleTerms(1, null, null, 1, false, false));
        NeedStandings over = standings(List.of(day), given("hloman", "day"));
        assertThat(over.satisfied()).isFalse();
        NeedStandings before = NeedStandings.of(
                List.of(day), List.of(given("hloman", "day")), SEAL, AUTHOR, SUBMITTED, NOW.minusSeconds(1), null);
        assertThat(before.satisfied()).isTrue();
        assertThat(before.ends()).isEqualTo(NOW);
    }

    @Test
    void onlyThoseWhoAreMeantCanGiveItAndNobodyWhoHadAHandInIt() {
        Electorate house = electorate(List.of());
        NeedStandings open = standings(List.of(leads(1)));
        assertThat(open.open("hloman", AUTHOR, house)).hasSize(1);
        assertThat(open.open("roake", AUTHOR, house)).as("its author").isEmpty();
        assertThat(open.open("iseaver", AUTHOR, house)).as("in another team").isEmpty();
        assertThat(open.open("pquill", AUTHOR, house)).as("may not decide").isEmpty();
    }

    @Test
    void whoIsAwayIsPassedOverToTheirDeputy() {
        Electorate house = electorate(List.of(away("hloman", "iseaver")));
        NeedStandings open = standings(List.of(leads(1)));
        List<NeedStanding> theirs = open.open("iseaver", AUTHOR, house);
        assertThat(theirs).hasSize(1);
        assertThat(NeedStandings.actingFor("iseaver", theirs, AUTHOR, house)).contains("hloman");
        assertThat(house.present(leads(1), AUTHOR, false)).containsExactly("iseaver");
    }

    @Test
    void nobodyIsADeputyOfAnAuthor() {
        Electorate house = electorate(List.of(away("roake", "iseaver")));
        assertThat(standings(List.of(leads(1))).open("iseaver", AUTHOR, house)).isEmpty();
    }

    @Test
    void aDeadEndIsSaidWithTheWayOut() {
        assertThat(deadEnd(leads(1), List.of())).isNull();
        assertThat(deadEnd(leads(1), List.of(away("hloman", null))))
                .isEqualTo("Nobody can give it now: ROAKE had a hand in it; HLOMAN is away and nobody acts for them;"
                        + " PQUILL may not decide about changes. Name a deputy, add somebody, or change the rule and"
                        + " submit it again.");
        assertThat(deadEnd(leads(2), List.of())).startsWith("Too few can give it now: ");
        assertThat(deadEnd(need("x", 1, Approvers.ofTeam(null, 1), RuleTerms.usual()), List.of()))
                .startsWith("There is nobody who could give it.");
    }

    private static @Nullable String deadEnd(ApprovalNeed need, List<Leave> leaves) {
        return NeedStandings.of(List.of(need), List.of(), SEAL, AUTHOR, SUBMITTED, NOW, electorate(leaves))
                .all()
                .get(0)
                .deadEnd();
    }

    @Test
    void pastItsTimeThoseToWhomItIsEscalatedCanGiveIt() {
        RuleTerms four = new RuleTerms(1, 4, WATCH, null, false, false);
        ApprovalNeed need = need("leads", 1, Approvers.ofTeam(LEADS, 1), four);
        NeedStandings late = standings(List.of(need));
        assertThat(late.all().get(0).overdue()).isTrue();
        assertThat(late.open("iseaver", AUTHOR, electorate(List.of()))).hasSize(1);
        NeedStandings early = NeedStandings.of(
                List.of(need), List.of(), SEAL, AUTHOR, SUBMITTED, SUBMITTED.plus(Duration.ofHours(3)), null);
        assertThat(early.open("iseaver", AUTHOR, electorate(List.of()))).isEmpty();
    }

    @Test
    void whoApprovedUnderSuchARuleDoesNotStartIt() {
        ApprovalNeed apart = need("apart", 1, Approvers.anybody(), new RuleTerms(1, null, null, null, false, true));
        assertThat(standings(List.of(apart, leads(1)), given("hloman", "apart"), given("iseaver", "leads"))
                        .runnersApart())
                .containsExactly("hloman");
    }

    /** Law 5, on generated approvals: whatever the rules, what is satisfied was approved by somebody else, as it is now. */
    @Test
    void whatIsSatisfiedWasApprovedByEnoughOthersForThisSeal() {
        List<String> people = List.of("roake", "hloman", "iseaver", "pquill");
        for (long seed = 1; seed <= 5_000; seed++) {
            Random random = new Random(seed);
            List<ApprovalNeed> needs = new ArrayList<>();
            for (int i = 0; i <= random.nextInt(3); i++) {
                Integer valid = random.nextBoolean() ? null : 1 + random.nextInt(4);
                needs.add(need(
                        "n" + i,
                        1 + i,
                        new Approvers(Approvers.Kind.ANYBODY, null, null, Set.of(), 1 + random.nextInt(2)),
                        new RuleTerms(1, null, null, valid, false, false)));
            }
            List<GivenApproval> given = new ArrayList<>();
            for (int i = 0; i < random.nextInt(7); i++) {
                given.add(new GivenApproval(
                        people.get(random.nextInt(people.size())),
                        random.nextInt(4) == 0 ? "b".repeat(64) : SEAL,
                        NOW.minus(Duration.ofMinutes(random.nextInt(300))),
                        Set.copyOf(List.of("n" + random.nextInt(3), "n" + random.nextInt(3))),
                        null));
            }
            NeedStandings all = NeedStandings.of(needs, given, SEAL, AUTHOR, SUBMITTED, NOW, null);
            boolean wanted = needs.stream()
                    .allMatch(n -> given.stream()
                                    .filter(g -> g.needs().contains(n.key())
                                            && g.seal().equals(SEAL)
                                            && !AUTHOR.contains(g.person())
                                            && (n.terms().validHours() == null
                                                    || g.at().plus(Duration.ofHours(
                                                                    n.terms().validHours()))
                                                            .isAfter(NOW)))
                                    .map(GivenApproval::person)
                                    .distinct()
                                    .count()
                            >= n.who().howMany());
            assertThat(all.satisfied())
                    .as("seed %d: %s by %s", seed, needs, given)
                    .isEqualTo(wanted);
        }
    }
}
