package io.safestep.core.approval;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.Category;
import io.safestep.core.check.definition.Topic;
import io.safestep.core.people.Role;
import io.safestep.core.people.WorkingHours;
import io.safestep.core.risk.RiskLevel;
import io.safestep.core.risk.Submission;
import io.safestep.core.risk.Submission.Part;
import io.safestep.core.risk.Submission.Place;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Which approvals a change needs. */
class ApprovalNeedsTest {

    static final long LEADS = 1;
    static final long QUAY = 2;
    private static final ApprovalNeed.Calendar OFFICE = new ApprovalNeed.Calendar(
            new WorkingHours(
                    EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY), LocalTime.of(8, 0), LocalTime.of(17, 0)),
            ZoneId.of("America/Halifax"));

    static final HouseNames NAMES = new HouseNames(
            Map.of(LEADS, "Network leads", QUAY, "Cold Quay crew"),
            Map.of(20L, QUAY),
            Map.of("Ticketing", LEADS),
            Map.of("roake", "R. Oake", "hloman", "H. Loman"),
            Map.of(LEADS, OFFICE));

    static Part part(String device, long site, String role, int commands, Topic... topics) {
        return new Part(
                device,
                new Place(site, site == 20 ? "Cold Quay" : "Dunmarsh", Set.of(7L), role, "corvane-cli"),
                Set.of(topics),
                commands,
                true,
                false);
    }

    private static final Part CORE = part("ops-co-a", 10, "core", 2, Topic.ROUTING);
    private static final Part QUAY_GATEWAY = part("cdq-gw-a", 20, "edge", 2);
    private static final Part MARSH_GATEWAY = part("dun-gw-a", 30, "edge", 2);

    static ApprovalRule rule(long id, String name, RuleCondition when, Approvers who) {
        return new ApprovalRule(id, 1, name, when, who, RuleTerms.usual());
    }

    private static RuleCondition roles(String... roles) {
        return new RuleCondition(
                Category.NORMAL,
                RiskLevel.LOW,
                1,
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(roles),
                Set.of(),
                false,
                false,
                false,
                false);
    }

    private static List<ApprovalNeed> needs(List<ApprovalRule> rules, Part... parts) {
        return ApprovalNeeds.of(
                new Submission(Category.NORMAL, List.of(parts), 1, Map.of(), false), RiskLevel.RAISED, rules, NAMES);
    }

    @Test
    void aTeamAnswersInItsWorkingHoursAndOthersDayAndNight() {
        RuleTerms fourHours = new RuleTerms(1, 4, null, null, false, false);
        List<ApprovalNeed> needs = needs(
                List.of(
                        new ApprovalRule(1, 1, "Leads", roles("core"), Approvers.ofTeam(LEADS, 1), fourHours),
                        new ApprovalRule(2, 1, "Crew", roles("core"), Approvers.ofTeam(QUAY, 1), fourHours)),
                CORE);
        Instant fridayAtFour = Instant.parse("2026-12-04T20:00:00Z");
        assertThat(needs)
                .extracting(n -> n.due(fridayAtFour))
                .containsExactly(Instant.parse("2026-12-07T15:00:00Z"), Instant.parse("2026-12-05T00:00:00Z"));
    }

    @Test
    void withoutARuleItIsOneOtherPerson() {
        List<ApprovalNeed> needs = needs(List.of(), CORE, QUAY_GATEWAY);
        assertThat(needs).hasSize(1);
        assertThat(needs.get(0).rule()).isNull();
        assertThat(needs.get(0).devices()).containsExactly("cdq-gw-a", "ops-co-a");
        assertThat(needs.get(0).of()).isEqualTo("somebody who has not written it");
    }

    @Test
    void rulesAddUpAndWhatNoneIsAboutNeedsOneOtherPersonStill() {
        List<ApprovalNeed> needs = needs(
                List.of(
                        rule(1, "Leads for the core", roles("core"), Approvers.ofTeam(LEADS, 2)),
                        rule(
                                2,
                                "Routing",
                                new RuleCondition(
                                        Category.NORMAL,
                                        RiskLevel.RAISED,
                                        1,
                                        Set.of(Topic.ROUTING),
                                        Set.of(),
                                        Set.of(),
                                        Set.of(),
                                        Set.of(),
                                        false,
                                        false,
                                        false,
                                        false),
                                new Approvers(Approvers.Kind.PEOPLE, null, null, Set.of("hloman", "roake"), 1))),
                CORE,
                QUAY_GATEWAY);
        assertThat(needs)
                .extracting(ApprovalNeed::of)
                .containsExactly("team Network leads", "H. Loman or R. Oake", "somebody who has not written it");
        assertThat(needs)
                .extracting(ApprovalNeed::because)
                .containsExactly(
                        "it changes ops-co-a",
                        "its risk is raised at least, it touches routing",
                        "every change needs another person");
        assertThat(needs.get(2).devices()).containsExactly("cdq-gw-a");
    }

    @Test
    void theTeamOfEachSiteIsAskedForItsOwnDevicesAlone() {
        ApprovalRule sites =
                rule(3, "Terminals", roles("edge"), new Approvers(Approvers.Kind.SITE_TEAM, null, null, Set.of(), 1));
        List<ApprovalNeed> needs = needs(List.of(sites), QUAY_GATEWAY, MARSH_GATEWAY);
        assertThat(needs).extracting(ApprovalNeed::key).containsExactly("3:20", "3:30");
        assertThat(needs)
                .extracting(ApprovalNeed::of)
                .containsExactly("team Cold Quay crew for Cold Quay", "the team of Dunmarsh, which has none");
        assertThat(needs).extracting(ApprovalNeed::devices).containsExactly(List.of("cdq-gw-a"), List.of("dun-gw-a"));
    }

    @Test
    void theTeamOfEachServiceIsAskedAboutTheDevicesNearItAlone() {
        ApprovalRule owners = rule(
                4,
                "Owners",
                RuleCondition.always(),
                new Approvers(Approvers.Kind.SERVICE_TEAM, null, null, Set.of(), 1));
        List<ApprovalNeed> needs = ApprovalNeeds.of(
                new Submission(
                        Category.NORMAL,
                        List.of(CORE, QUAY_GATEWAY, MARSH_GATEWAY),
                        1,
                        Map.of(
                                "Ticketing",
                                Set.of("cdq-gw-a"),
                                "Cameras",
                                Set.of("ops-co-a"),
                                "Gates",
                                Set.of("brn-gw-a")),
                        false),
                RiskLevel.LOW,
                List.of(owners),
                NAMES);
        assertThat(needs)
                .extracting(ApprovalNeed::of)
                .containsExactly(
                        "the team of Cameras, which has none",
                        "team Network leads for Ticketing",
                        "somebody who has not written it");
        assertThat(needs)
                .extracting(ApprovalNeed::devices)
                .containsExactly(List.of("ops-co-a"), List.of("cdq-gw-a"), List.of("dun-gw-a"));
    }

    @Test
    void whatRunsOutsideTheUsualWindowsHasRulesOfItsOwn() {
        RuleCondition always = RuleCondition.always();
        RuleCondition outside = new RuleCondition(
                always.about(),
                always.leastRisk(),
                1,
                always.topics(),
                always.sites(),
                always.groups(),
                always.roles(),
                always.platforms(),
                false,
                false,
                false,
                true);
        List<ApprovalRule> rules = List.of(rule(5, "At other times", outside, Approvers.ofTeam(LEADS, 1)));
        assertThat(needs(rules, CORE)).extracting(ApprovalNeed::rule).containsOnlyNulls();
        assertThat(ApprovalNeeds.of(
                        new Submission(Category.NORMAL, List.of(CORE), 1, Map.of(), true), RiskLevel.LOW, rules, NAMES))
                .extracting(ApprovalNeed::because)
                .containsExactly("it is to run outside the usual windows");
    }

    @Test
    void aDeviceToWhichNothingIsSentAsksForNothing() {
        List<ApprovalNeed> needs = needs(
                List.of(rule(1, "Leads", roles("core"), Approvers.ofTeam(LEADS, 1))),
                part("ops-co-b", 10, "core", 0),
                QUAY_GATEWAY);
        assertThat(needs).extracting(ApprovalNeed::rule).containsOnlyNulls();
    }

    @Test
    void itTakesSoManyDevicesAndSuchARisk() {
        RuleCondition two = new RuleCondition(
                Category.NORMAL,
                RiskLevel.HIGH,
                2,
                Set.of(),
                Set.of(),
                Set.of(7L),
                Set.of(),
                Set.of("corvane-cli"),
                false,
                false,
                false,
                false);
        ApprovalRule rule = rule(1, "Two", two, Approvers.anybody());
        Submission both = new Submission(Category.NORMAL, List.of(CORE, QUAY_GATEWAY), 1, Map.of(), false);
        assertThat(ApprovalNeeds.of(both, RiskLevel.HIGH, List.of(rule), NAMES))
                .extracting(ApprovalNeed::rule)
                .containsExactly("Two");
        assertThat(ApprovalNeeds.of(both, RiskLevel.RAISED, List.of(rule), NAMES))
                .extracting(ApprovalNeed::rule)
                .containsOnlyNulls();
        assertThat(ApprovalNeeds.of(
                        new Submission(Category.NORMAL, List.of(CORE), 1, Map.of(), false),
                        RiskLevel.HIGH,
                        List.of(rule),
                        NAMES))
                .extracting(ApprovalNeed::rule)
                .containsOnlyNulls();
    }

    @Test
    void emergenciesHaveRulesOfTheirOwn() {
        RuleCondition emergencies = new RuleCondition(
                Category.EMERGENCY,
                RiskLevel.LOW,
                1,
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                false,
                false,
                false,
                false);
        List<ApprovalRule> rules = List.of(
                rule(1, "Leads", RuleCondition.always(), Approvers.ofTeam(LEADS, 2)),
                rule(2, "At night", emergencies, new Approvers(Approvers.Kind.ROLE, null, Role.ON_CALL, Set.of(), 1)));
        assertThat(ApprovalNeeds.of(
                        new Submission(Category.EMERGENCY, List.of(CORE), 1, Map.of(), false),
                        RiskLevel.HIGH,
                        rules,
                        NAMES))
                .extracting(ApprovalNeed::of)
                .containsExactly("somebody who is on-call");
        assertThat(needs(rules, CORE)).extracting(ApprovalNeed::of).containsExactly("team Network leads");
    }

    @Test
    void theFirstTurnIsAskedForFirst() {
        ApprovalRule late = new ApprovalRule(
                1,
                4,
                "Late",
                RuleCondition.always(),
                Approvers.anybody(),
                new RuleTerms(2, null, null, null, false, false));
        ApprovalRule first = rule(2, "Z first", RuleCondition.always(), Approvers.ofTeam(LEADS, 1));
        List<ApprovalNeed> needs = needs(List.of(late, first), CORE);
        assertThat(needs).extracting(ApprovalNeed::rule).containsExactly("Z first", "Late");
        assertThat(needs.get(1).ruleVersion()).isEqualTo(4);
    }
}
