package io.safestep.app.notice;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Who is told when a change moves: who is asked to decide, and what was decided. */
class ChangeNoticesTest extends SafeStepTest {

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private Mailing mailing;

    @Autowired
    private ReviewClock reviews;

    private ChangeStory story;

    @BeforeEach
    void nothingIsWaiting() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        jdbc.update("delete from notice");
        jdbc.update("delete from notice_wish");
    }

    @AfterEach
    void everybodyIsHere() {
        jdbc.update("delete from person_leave");
        jdbc.update("delete from notice_wish");
    }

    private List<String> told(String login, int number) {
        List<String> told = new ArrayList<>();
        notices(login, number)
                .forEach(n -> told.add(
                        n.path("kind").asString() + " " + n.path("title").asString()));
        return told;
    }

    private List<JsonNode> notices(String login, int number) {
        List<JsonNode> notices = new ArrayList<>();
        ApiClient.loggedIn(port, login).get("/api/notices").body().forEach(n -> {
            if (n.path("link").asString().startsWith("/changes/" + number + "/")) {
                notices.add(n);
            }
        });
        return notices;
    }

    private int submitted(String device) {
        return story.submitted("Whom to call", Map.of(device, contact(device, "told-about")), List.of());
    }

    private void decided(int number, String verdict, String comment) {
        String seal = story.approver()
                .get("/api/changes/" + number)
                .body()
                .path("seal")
                .asString();
        ok(story.approver()
                .post(
                        "/api/changes/" + number + "/approvals",
                        Map.of("verdict", verdict, "comment", comment, "seal", seal)));
    }

    @Test
    void whoMayDecideIsAskedAtOnceAndNobodyElse() {
        int number = submitted("brn-ac-2");
        assertThat(told("dfennimore", number)).containsExactly("DECISION_ASKED Decide about CR-" + number);
        assertThat(told("hloman", number)).containsExactly("DECISION_ASKED Decide about CR-" + number);
        JsonNode asked = notices("dfennimore", number).get(0);
        assertThat(asked.path("text").asString())
                .contains(
                        "It waits for an approval of somebody who has not written it.",
                        "Whom to call",
                        "Because the harbour master asked.");
        assertThat(asked.path("link").asString()).isEqualTo("/changes/" + number + "/approve");
        for (String other : List.of("roake", "mtarrant", "pquill", "iseaver", "jvane", "abrill")) {
            assertThat(told(other, number)).as(other).isEmpty();
        }
        assertThat(told("kstrand", number)).as("another terminal").isEmpty();
        assertThat(told("kstrand", submitted("dun-ac-1"))).as("their terminal").hasSize(1);
    }

    @Test
    void theMailLeadsToTheDecisionAndDecidesNothing() {
        int number = submitted("brn-ac-2");
        await().atMost(Duration.ofMinutes(1)).untilAsserted(() -> {
            // Those of other tests go first.
            mailing.sendDue();
            assertThat(PRACTICE.network().mails())
                    .filteredOn(m -> m.subject().equals("Decide about CR-" + number)
                            && m.to().contains("dfennimore@merrow-sound.example"))
                    .singleElement()
                    .satisfies(m -> assertThat(m.text())
                            .contains("/changes/" + number + "/approve")
                            .contains("Seal ", "brn-ac-2, wave 1", "Script", "Undo script, proven")
                            .doesNotContain("token", "verdict"));
        });
    }

    @Test
    void theMailHoldsWhatIsDecidedAboutWithoutSecrets() {
        Map<String, Object> content = new HashMap<>(ChangeStory.content(
                0, "A new password", Map.of("brn-ac-2", "user safestep password harbour-dusk-9\n"), List.of()));
        content.put("undoAccepted", true);
        JsonNode draft = ChangeStory.ok(story.engineer().post("/api/changes", content));
        int number = draft.path("number").asInt();
        ChangeStory.ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", draft.path("version").asInt())));
        mailing.sendDue();
        await().untilAsserted(() -> assertThat(PRACTICE.network().mails())
                .filteredOn(m -> m.subject().equals("Decide about CR-" + number))
                .isNotEmpty()
                .allSatisfy(m -> assertThat(m.text())
                        .contains("user safestep password")
                        .doesNotContain("harbour-dusk-9", "harbour-light")));
    }

    @Test
    void theAuthorIsToldWhatWasSaid() {
        int returned = submitted("brn-ac-2");
        decided(returned, "RETURNED", "Use the duty number.");
        assertThat(told("roake", returned)).containsExactly("DECIDED CR-" + returned + " was returned by D. Fennimore");
        JsonNode notice = notices("roake", returned).get(0);
        assertThat(notice.path("text").asString()).contains("D. Fennimore returned it: “Use the duty number.”");
        assertThat(notice.path("link").asString()).isEqualTo("/changes/" + returned + "/build");

        int rejected = submitted("brn-ac-2");
        decided(rejected, "REJECTED", "Not this year.");
        assertThat(told("roake", rejected)).containsExactly("DECIDED CR-" + rejected + " was rejected by D. Fennimore");
        assertThat(notices("roake", rejected).get(0).path("text").asString()).startsWith("“Not this year.”");

        int approved = submitted("brn-ac-2");
        decided(approved, "APPROVED", "");
        assertThat(told("roake", approved)).containsExactly("DECIDED CR-" + approved + " was approved by D. Fennimore");
        assertThat(notices("roake", approved).get(0).path("text").asString())
                .startsWith("It is approved and needs a window before it can run.");
    }

    @Test
    void whoIsAwayHasADeputyWhoIsToldForWhom() {
        String today =
                Instant.now().atZone(ZoneId.of("America/Halifax")).toLocalDate().toString();
        ok(story.approver().post("/api/own/leaves", Map.of("first", today, "last", today, "deputy", "hloman")));
        int number = submitted("brn-ac-2");
        assertThat(notices("hloman", number).get(0).path("text").asString())
                .contains("You act for D. Fennimore, who is away.");
        assertThat(story.manager()
                        .get("/api/record?subject=CR-" + number)
                        .body()
                        .toString())
                .contains("deputy asked", "D. Fennimore is away; H. Loman acts for them.");
    }

    @Test
    void theAuthorsDeputyIsToldToo() {
        String today =
                Instant.now().atZone(ZoneId.of("America/Halifax")).toLocalDate().toString();
        int number = submitted("brn-ac-2");
        ok(story.engineer().post("/api/own/leaves", Map.of("first", today, "last", today, "deputy", "mtarrant")));
        decided(number, "RETURNED", "Use the duty number.");
        assertThat(told("mtarrant", number)).containsExactly("DECIDED CR-" + number + " was returned by D. Fennimore");
        assertThat(notices("mtarrant", number).get(0).path("text").asString())
                .contains("You act for R. Oake, who is away.");
        assertThat(told("roake", number)).hasSize(1);
    }

    @Test
    void whoWantsNothingOfItIsNotTold() {
        story.approver().put("/api/notices/choices", Map.of("kind", "DECISION_ASKED", "pace", "NEVER", "mail", false));
        int number = submitted("brn-ac-2");
        assertThat(told("dfennimore", number)).isEmpty();
        assertThat(told("hloman", number)).hasSize(1);
    }

    /** At night: who may start runs is told of an emergency, one person releases it, one starts it, one looks at it then. */
    @Test
    void anEmergencyGoesFromOneToTheNext() {
        Map<String, Object> content = new HashMap<>(
                ChangeStory.content(0, "Tonight", Map.of("cdq-ac-1", contact("cdq-ac-1", "tonight")), List.of()));
        content.put("emergencyReason", "The gates are shut.");
        JsonNode draft = ok(story.engineer().post("/api/changes", content));
        int number = draft.path("number").asInt();
        String path = "/api/changes/" + number;
        JsonNode change = ok(story.engineer()
                .post(
                        path + "/submission",
                        Map.of("version", draft.path("version").asInt())));

        ApiClient onCall = ApiClient.loggedIn(port, "iseaver");
        assertThat(told("iseaver", number)).containsExactly("EMERGENCY Release CR-" + number + ", an emergency");
        assertThat(told("dfennimore", number))
                .containsExactly("DECISION_ASKED Release CR-" + number + ", an emergency");
        assertThat(needs(onCall, number)).containsExactly("Release CR-" + number + ", an emergency");

        ok(onCall.post(
                path + "/release",
                Map.of("reason", "Seen it myself.", "seal", change.path("seal").asString())));
        assertThat(told("pquill", number).get(0)).isEqualTo("EMERGENCY Start CR-" + number);
        assertThat(told("roake", number)).contains("DECIDED CR-" + number + " was released by I. Seaver");
        assertThat(needs(onCall, number)).containsExactly("Start CR-" + number);
        assertThat(needs(story.approver(), number)).as("nothing now").isEmpty();

        long run = ok(onCall.post(path + "/runs", Map.of())).path("id").asLong();
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(told("dfennimore", number).get(0))
                .isEqualTo("DECISION_ASKED Review CR-" + number + ", which ran as an emergency");
        assertThat(needs(story.approver(), number))
                .containsExactly("Review CR-" + number + ", which ran as an emergency");
        assertThat(needs(story.engineer(), number))
                .as("its author can't close it yet")
                .isEmpty();

        reviews.execute();
        assertThat(told("roake", number)).as("there is time for it").noneMatch(t -> t.contains("overdue"));
        jdbc.update("update run set ended_at = ended_at - interval '73 hours' where id = ?", run);
        reviews.execute();
        reviews.execute();
        assertThat(told("roake", number).stream()
                        .filter(t -> t.equals("DECIDED CR-" + number + " is overdue for its review")))
                .as("once")
                .hasSize(1);
        assertThat(told("dfennimore", number).stream().filter(t -> t.startsWith("DECISION_ASKED Review")))
                .as("asked once more")
                .hasSize(2);
        assertThat(ok(story.approver().get(path + "/next"))
                        .path("step")
                        .path("sentence")
                        .asString())
                .contains("That is overdue since ");
        assertThat(ok(story.manager().get("/api/record?subject=CR-" + number)).toString())
                .contains("review overdue");

        ok(story.approver().post(path + "/review", Map.of("comment", "The right thing to do.")));
        assertThat(needs(story.engineer(), number)).containsExactly("Close CR-" + number);
        ok(story.manager().post(path + "/closure", Map.of("note", "Works again.")));
    }

    /** What the page Now tells somebody about a change. */
    private static List<String> needs(ApiClient who, int number) {
        List<String> needs = new ArrayList<>();
        who.get("/api/now").body().path("needsYou").forEach(n -> {
            if (n.path("number").asInt() == number) {
                needs.add(n.path("action").asString());
            }
        });
        return needs;
    }
}
