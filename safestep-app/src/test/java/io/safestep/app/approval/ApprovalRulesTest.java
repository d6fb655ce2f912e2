package io.safestep.app.approval;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Changes that need the approvals of several people, by rules. */
class ApprovalRulesTest extends RuledChangesTest {

    @Autowired
    private ApprovalClock clock;

    @Test
    void aChangeForTwoTeamsTakesThreeDifferentPeople() {
        ApiClient lead = approver("test-lead");
        ApiClient second = approver("test-second");
        ApiClient quay = approver("test-quay");
        ApiClient stranger = approver("test-other");
        long leads = team("Test leads", "test-lead", "test-second");
        long crew = team("Test quay crew", "test-quay");
        long site = jdbc.queryForObject("select id from site where code = 'cdq'", Long.class);
        ok(administrator.put("/api/site-teams/" + site, Map.of("team", crew)));
        added(rule("Two leads for access", Map.of("roles", List.of("access")), who("TEAM", leads, 2), Map.of()));
        added(rule("The terminal", Map.of("sites", List.of(site)), who("SITE_TEAM", null, 1), Map.of("turn", 2)));

        int number = submitted(ACCESS, QUAY);
        JsonNode needs = needs(story.engineer(), number);
        assertThat(texts(needs.path("needs"), "of"))
                .containsExactly("team Test leads", "team Test quay crew for Cold Quay");
        assertThat(texts(needs.path("needs"), "rule")).containsExactly("Two leads for access", "The terminal");
        assertThat(next(story.engineer(), number).path("sentence").asString())
                .startsWith("It waits for 2 approvals of team Test leads.");
        assertThat(next(stranger, number).path("yours").asBoolean()).isFalse();
        assertThat(next(quay, number).path("yours").asBoolean())
                .as("their turn comes later")
                .isFalse();
        Answer notTheirs = decide(stranger, number, "APPROVED");
        assertThat(notTheirs.status()).as("%s", notTheirs).isEqualTo(403);
        assertThat(notTheirs.detail())
                .isEqualTo("Yours is not among the approvals that it waits for. It waits for 2 approvals of team Test"
                        + " leads.");

        ok(decide(lead, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("IN_REVIEW");
        assertThat(decide(lead, number, "APPROVED").detail())
                .startsWith("You have given your approval. It waits for an approval of team Test leads.");
        ok(decide(second, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("IN_REVIEW");
        assertThat(next(quay, number).path("yours").asBoolean()).isTrue();
        assertThat(texts(quay.get("/api/notices").body(), "title")).contains("Decide about CR-" + number);
        ok(decide(quay, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("APPROVED");
        assertThat(texts(needs(lead, number).path("needs"), "missing")).containsExactly("0", "0");
    }

    @Test
    void whoIsAwayIsPassedOverToTheirDeputyAndThatIsRecorded() {
        approver("test-lead");
        ApiClient deputy = approver("test-deputy");
        long leads = team("Test leads", "test-lead");
        added(rule("A lead", Map.of("roles", List.of("access")), who("TEAM", leads, 1), Map.of()));
        LocalDate today = LocalDate.now(ZoneId.of("America/Halifax"));
        ok(administrator.post(
                "/api/accounts/test-lead/leaves",
                Map.of("first", today.toString(), "last", today.toString(), "deputy", "test-deputy")));

        int number = submitted(ACCESS);
        assertThat(next(deputy, number).path("yours").asBoolean()).isTrue();
        JsonNode decisions = ok(decide(deputy, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("APPROVED");
        assertThat(decisions.path(0).path("actingForName").asString()).isEqualTo("T. Oar");
        assertThat(texts(
                        story.engineer().get("/api/record?subject=CR-" + number).body(), "detail"))
                .anyMatch(d -> d.startsWith("Approval of team Test leads. Acting for T. Oar, who is away."));
    }

    @Test
    void whatNobodyCanGiveIsSaidBeforeItIsSubmittedWithTheWayOut() {
        long empty = team("Test nobody");
        Map<String, Object> rule = rule("Nobody", Map.of("roles", List.of("edge")), who("TEAM", empty, 1), Map.of());
        int open = submitted(QUAY);
        JsonNode effect = ok(administrator.post("/api/approval-rules/effect", Map.of("rule", rule)));
        assertThat(effect.path("deadEnds").path(0).asString()).startsWith("There is nobody who could give it.");
        assertThat(texts(effect.path("touched"), "number")).contains(String.valueOf(open));
        added(rule);

        assertThat(texts(needs(story.engineer(), open).path("needs"), "rule"))
                .as("what was submitted keeps what it needs")
                .containsExactly("");
        Map<String, Object> content = new HashMap<>(
                ChangeStory.content(0, "Not saved yet", Map.of(QUAY, contact(QUAY, "unsaved")), List.of()));
        JsonNode trial = ok(story.engineer().post("/api/changes/needs", content));
        assertThat(trial.path("kept").asBoolean()).isFalse();
        assertThat(trial.path("needs").path(0).path("deadEnd").asString())
                .startsWith("There is nobody who could give it.");
        assertThat(texts(trial.path("risk").path("reasons"), "sentence"))
                .contains("At the border of the network: " + QUAY + ".");
        ok(decide(story.approver(), open, "APPROVED"));
        assertThat(state(open)).isEqualTo("APPROVED");
    }

    @Test
    void anApprovalEndsBecauseTimePassesAndOnlyThatOneIsAskedForAnew() {
        ApiClient lead = approver("test-lead");
        long leads = team("Test leads", "test-lead");
        added(rule("For a day", Map.of("roles", List.of("access")), who("TEAM", leads, 1), Map.of("validHours", 24)));
        int number = submitted(ACCESS, QUAY);
        ok(decide(story.approver(), number, "APPROVED"));
        ok(decide(lead, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("APPROVED");
        assertThat(needs(lead, number).path("ends").isNull()).isFalse();

        jdbc.update(
                "update approval set decided_at = decided_at - interval '13 hours' where change_id ="
                        + " (select id from change_request where number = ?)",
                number);
        clock.execute();
        clock.execute();
        assertThat(texts(story.engineer().get("/api/notices").body(), "title"))
                .as("told once")
                .containsOnlyOnce("The approval of CR-" + number + " ends soon");

        jdbc.update(
                "update approval set decided_at = decided_at - interval '12 hours' where change_id ="
                        + " (select id from change_request where number = ?)",
                number);
        clock.execute();

        assertThat(state(number)).isEqualTo("IN_REVIEW");
        assertThat(next(lead, number).path("sentence").asString())
                .isEqualTo("It waits for an approval of team Test leads.");
        assertThat(next(story.approver(), number).path("yours").asBoolean()).isFalse();
        JsonNode decisions = ok(lead.get("/api/changes/" + number + "/approvals"));
        assertThat(texts(decisions, "ended")).containsExactly("false", "true");
        ok(decide(lead, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("APPROVED");
    }

    @Test
    void whatIsBookedAndNoLongerApprovedLosesItsPlace() {
        added(rule("For an hour", Map.of(), who("ANYBODY", null, 1), Map.of("validHours", 1)));
        int number = submitted(QUAY);
        ok(decide(story.approver(), number, "APPROVED"));
        JsonNode later = null;
        for (JsonNode opening :
                ok(story.manager().get("/api/changes/" + number + "/booking")).path("openings")) {
            later = opening;
        }
        assertThat(story.book(number, later, false).body().toString())
                .as("%s", later)
                .contains("Its approval ends ");
        story.bookIntoOpenWindow(number);

        jdbc.update(
                "update approval set decided_at = decided_at - interval '2 hours' where change_id ="
                        + " (select id from change_request where number = ?)",
                number);
        Answer start = story.manager().post("/api/changes/" + number + "/runs", Map.of());
        assertThat(start.detail()).contains("no approval carries its seal");
        clock.execute();
        assertThat(state(number)).isEqualTo("IN_REVIEW");
        assertThat(ok(story.manager().get("/api/changes/" + number + "/booking"))
                        .path("booking")
                        .isNull())
                .isTrue();
    }

    @Test
    void timeToAnswerCountsInTheWorkingHoursThatHeldAtTheSubmission() {
        approver("test-lead");
        long leads = team("Test leads", "test-lead");
        ZoneId zone = ZoneId.of("America/Halifax");
        LocalDate day = LocalDate.now(zone).plusDays(3);
        String team = "/api/teams/" + leads;
        ok(administrator.put(team, atWork(List.of(day.getDayOfWeek().name()), "10:00", "12:00")));
        added(rule("In an hour", Map.of("roles", List.of("access")), who("TEAM", leads, 1), Map.of("answerHours", 1)));
        int number = submitted(ACCESS);
        String due = day.atTime(11, 0).atZone(zone).toInstant().toString();
        assertThat(texts(needs(story.engineer(), number).path("needs"), "due")).containsExactly(due);

        ok(administrator.put(team, atWork(List.of(day.getDayOfWeek().name()), "08:00", "09:00")));
        assertThat(texts(needs(story.engineer(), number).path("needs"), "due")).containsExactly(due);

        assertThat(administrator
                        .put(team, atWork(List.of(), "08:00", "09:00"))
                        .body()
                        .toString())
                .contains("hours.days", "Choose at least one day.");
        assertThat(administrator
                        .put(team, atWork(List.of("MONDAY"), "09:00", "08:00"))
                        .body()
                        .toString())
                .contains("hours.until", "The end has to be at least an hour after the beginning.");
    }

    private static Map<String, Object> atWork(List<String> days, String from, String until) {
        return Map.of(
                "name",
                "Test leads",
                "members",
                List.of("test-lead"),
                "hours",
                Map.of("days", days, "from", from, "until", until));
    }

    @Test
    void whileSomebodyIsOnWatchTheyAloneAreToldAndTheOthersMayGiveItStill() {
        ApiClient onWatch = approver("test-lead");
        ApiClient resting = approver("test-watch");
        long leads = team("Test leads", "test-lead", "test-watch");
        ok(administrator.put("/api/teams/" + leads, keepingWatch("test-lead")));
        added(rule("Leads", Map.of("roles", List.of("access")), who("TEAM", leads, 1), Map.of()));
        int number = submitted(ACCESS);

        assertThat(texts(onWatch.get("/api/notices").body(), "title")).containsExactly("Decide about CR-" + number);
        assertThat(resting.get("/api/notices").body()).isEmpty();
        assertThat(needs(story.engineer(), number).path("needs").get(0).path("watch"))
                .hasSize(1);
        assertThat(next(resting, number).path("yours").asBoolean()).isTrue();
        ok(decide(resting, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("APPROVED");

        assertThat(administrator
                        .put("/api/teams/" + leads, keepingWatch("roake"))
                        .body()
                        .toString())
                .contains("shifts[0].people", "has to be in the team");
    }

    /** Day and night, from yesterday on. */
    private static Map<String, Object> keepingWatch(String who) {
        Map<String, Object> shift = Map.of(
                "name",
                "All day",
                "firstDay",
                LocalDate.now(ZoneId.of("America/Halifax")).minusDays(1).toString(),
                "from",
                "00:00",
                "until",
                "00:00",
                "recurrence",
                "FREQ=DAILY",
                "people",
                List.of(who));
        return Map.of("name", "Test leads", "members", List.of("test-lead", "test-watch"), "shifts", List.of(shift));
    }

    @Test
    void pastItsTimeItGoesToAnotherTeamOnce() {
        ApiClient lead = approver("test-lead");
        ApiClient watch = approver("test-watch");
        long leads = team("Test leads", "test-lead");
        long others = team("Test watch", "test-watch");
        added(rule(
                "In four hours",
                Map.of("roles", List.of("access")),
                who("TEAM", leads, 1),
                Map.of("answerHours", 4, "escalateTo", others)));
        int number = submitted(ACCESS);
        assertThat(next(watch, number).path("yours").asBoolean()).isFalse();

        jdbc.update(
                "update change_request set submitted_at = submitted_at - interval '5 hours' where number = ?", number);
        clock.execute();
        clock.execute();
        assertThat(texts(watch.get("/api/notices").body(), "title")).containsExactly("Decide about CR-" + number);
        assertThat(texts(lead.get("/api/notices").body(), "title"))
                .as("asked, and reminded once")
                .containsExactly("Decide about CR-" + number, "Decide about CR-" + number);
        ok(decide(watch, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("APPROVED");
    }

    @Test
    void aRuleMayAskThatAllWasOpenedAndThatWhoApprovesDoesNotStart() {
        added(rule("Read it", Map.of(), who("ANYBODY", null, 1), Map.of("readAll", true, "runnerApart", true)));
        ApiClient both = comesIn(invited("test-both", "APPROVER", "OPERATOR"));
        int number = submitted(QUAY);
        assertThat(decide(both, number, "APPROVED").detail()).endsWith("Open " + QUAY + " first.");
        ok(decide(both, number, "APPROVED", List.of(QUAY)));
        story.bookIntoOpenWindow(number);
        assertThat(both.post("/api/changes/" + number + "/runs", Map.of()).detail())
                .isEqualTo("You approved CR-" + number + ", and a rule asks that somebody else starts it.");
        ok(story.manager().delete("/api/changes/" + number + "/booking"));
    }

    @Test
    void whoDecidesAboutAPartNeedsNoMoreThanThatPart() {
        long site = jdbc.queryForObject("select id from site where code = 'cdq'", Long.class);
        Map<String, Object> quayAlone = Map.of("everything", false, "sites", List.of(site), "groups", List.of());
        Map<String, Object> account = new HashMap<>(account("test-quay", 0, "APPROVER"));
        account.put("scope", Map.of("reading", quayAlone, "acting", quayAlone));
        ApiClient quay = comesIn(token(ok(administrator.post("/api/accounts", account))));
        long crew = team("Test quay crew", "test-quay");
        ok(administrator.put("/api/site-teams/" + site, Map.of("team", crew)));
        added(rule("The terminal", Map.of("sites", List.of(site)), who("SITE_TEAM", null, 1), Map.of()));

        int number = submitted("dun-ac-1", QUAY);
        assertThat(next(quay, number).path("yours").asBoolean()).isTrue();
        JsonNode seen = needs(quay, number).path("needs");
        assertThat(seen.toString()).as("others' devices have no name here").doesNotContain("dun-ac-1");
        ok(decide(quay, number, "APPROVED"));
        assertThat(state(number)).isEqualTo("IN_REVIEW");
        ok(decide(story.approver(), number, "APPROVED"));
        assertThat(state(number)).isEqualTo("APPROVED");
    }

    @Test
    void rulesAreWrittenByAdministratorsAndHaveVersions() {
        Map<String, Object> rule = rule("Versions", Map.of(), who("ANYBODY", null, 1), Map.of());
        for (ApiClient who : List.of(story.engineer(), story.approver(), story.manager())) {
            assertThat(who.post("/api/approval-rules", rule).status()).isEqualTo(403);
        }
        long id = added(rule).path("id").asLong();
        assertThat(administrator.post("/api/approval-rules", rule).body().toString())
                .contains("There is a rule called Versions already.");
        Map<String, Object> second = new HashMap<>(rule);
        second.put("who", who("ANYBODY", null, 2));
        assertThat(administrator.put("/api/approval-rules/" + id, second).status())
                .as("of another version")
                .isEqualTo(409);
        second.put("version", 1);
        JsonNode kept = ok(administrator.put("/api/approval-rules/" + id, second));
        assertThat(texts(kept.path("versions"), "version")).containsExactly("2", "1");
        ok(administrator.delete("/api/approval-rules/" + id));
        ok(administrator.post("/api/approval-rules", rule));
    }

    @Test
    void weightsMakeAnotherSumFromNowOn() {
        JsonNode before = ok(administrator.get("/api/risk-weights"));
        try {
            int number = submitted(QUAY);
            int points =
                    needs(story.engineer(), number).path("risk").path("points").asInt();
            ok(administrator.put(
                    "/api/risk-weights",
                    Map.of(
                            "points",
                            Map.of("BORDER", 20),
                            "raisedFrom",
                            5,
                            "highFrom",
                            10,
                            "version",
                            before.path("version").asInt())));
            assertThat(needs(story.engineer(), number)
                            .path("risk")
                            .path("points")
                            .asInt())
                    .as("as it was submitted")
                    .isEqualTo(points);
            int later = submitted(QUAY);
            assertThat(needs(story.engineer(), later).path("risk").path("level").asString())
                    .isEqualTo("HIGH");
        } finally {
            jdbc.update("delete from risk_weights");
        }
    }

    @Test
    void whoLooksAgainIsShownWhatHasMovedAlone() {
        int number = story.submitted(
                "Whom to call",
                Map.of(QUAY, contact(QUAY, "first"), ACCESS, contact(ACCESS, "the same")),
                List.of(ChangeStory.check("neighbours", null, "SAME_AS_BEFORE", null)));
        assertThat(ok(story.approver().get("/api/changes/" + number + "/moved"))
                        .path("sealBrief")
                        .asString())
                .as("nothing was seen before")
                .isEmpty();
        ok(decide(story.approver(), number, "RETURNED"));
        JsonNode returned = ok(story.engineer().get("/api/changes/" + number));
        JsonNode saved = ok(story.engineer()
                .put(
                        "/api/changes/" + number,
                        ChangeStory.content(
                                returned.path("version").asInt(),
                                "Whom to call",
                                Map.of(QUAY, contact(QUAY, "second"), ACCESS, contact(ACCESS, "the same")),
                                List.of())));
        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", saved.path("version").asInt())));

        JsonNode moved = ok(story.approver().get("/api/changes/" + number + "/moved"));
        assertThat(texts(moved.path("devices"), "device")).containsExactly(QUAY);
        String rows = moved.path("devices").path(0).path("rows").toString();
        assertThat(rows).contains("first", "second");
        assertThat(moved.path("checksGone").size()).isEqualTo(1);
        assertThat(moved.path("checksNew").size()).isZero();
        ApiClient other = approver("test-other");
        assertThat(ok(other.get("/api/changes/" + number + "/moved"))
                        .path("sealBrief")
                        .asString())
                .as("somebody else has seen nothing")
                .isEmpty();
    }

    @Test
    void whoLooksAgainIsShownWhatItNeedsByRulesThatCameMeanwhile() {
        approver("test-lead");
        long leads = team("Test leads", "test-lead");
        int number = submitted(QUAY);
        ok(decide(story.approver(), number, "RETURNED"));
        added(rule("Leads for all", Map.of(), who("TEAM", leads, 1), Map.of()));
        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of(
                                "version",
                                ok(story.engineer().get("/api/changes/" + number))
                                        .path("version")
                                        .asInt())));
        JsonNode moved = ok(story.approver().get("/api/changes/" + number + "/moved"));
        assertThat(moved.path("needsGone").path(0).asString())
                .isEqualTo(
                        "An approval of somebody who has not written it, because every change needs another person.");
        assertThat(moved.path("needsNew").path(0).asString())
                .isEqualTo("An approval of team Test leads, because it changes " + QUAY
                        + " (rule Leads for all, version 1).");
        assertThat(moved.path("devices").size()).isZero();
    }
}
