package io.safestep.app.comment;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Comments on lines: written by who reviews, answered by the author, resolved. */
class CommentsTest extends SafeStepTest {

    private ChangeStory story;
    private int change;

    @BeforeEach
    void aChangeInReview() {
        story = new ChangeStory(port);
        change = story.submitted("A shorter packet", Map.of("brn-gw-a", "interface vlan 40\n  mtu 1400\n"), List.of());
    }

    private String path() {
        return "/api/changes/" + change + "/comments";
    }

    private static Map<String, Object> about(String line, String body) {
        return Map.of(
                "device",
                "brn-gw-a",
                "side",
                "OUTCOME",
                "path",
                List.of("interface vlan 40"),
                "line",
                line,
                "body",
                body);
    }

    @Test
    void aCommentIsWrittenAnsweredResolvedAndOpenedAgain() {
        JsonNode written = ok(story.approver().post(path(), about("mtu 1400", "Why not 1500?")));
        String one = path() + "/" + written.path("id").asLong();
        assertThat(written.path("mayResolve").asBoolean()).isTrue();

        ok(story.engineer().post(one + "/answers", Map.of("body", "The radio hop takes 1400.")));
        JsonNode seen = ok(story.engineer().get(path())).get(0);
        assertThat(seen.path("about").path("line").asString()).isEqualTo("mtu 1400");
        assertThat(seen.path("answers").get(0).path("body").asString()).isEqualTo("The radio hop takes 1400.");
        assertThat(seen.path("resolvedBy").isNull()).isTrue();

        assertThat(ok(story.engineer().post(one + "/resolution", Map.of()))
                        .path("resolvedBy")
                        .asString())
                .isEqualTo("R. Oake");
        assertThat(ok(story.approver().delete(one + "/resolution"))
                        .path("resolvedBy")
                        .isNull())
                .isTrue();
        assertThat(ok(story.engineer().get("/api/record?subject=CR-" + change)).toString())
                .contains("commented", "answered", "comment resolved", "comment opened again");
    }

    private Answer decides(String verdict) {
        String seal = story.approver()
                .get("/api/changes/" + change)
                .body()
                .path("seal")
                .asString();
        return story.approver()
                .post(
                        "/api/changes/" + change + "/approvals",
                        Map.of("verdict", verdict, "comment", "As talked about.", "seal", seal));
    }

    @Test
    void whatIsAskedIsSettledBeforeTheChangeIsApproved() {
        long first = ok(story.approver().post(path(), about("mtu 1400", "Why not 1500?")))
                .path("id")
                .asLong();
        Answer refused = decides("APPROVED");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail())
                .isEqualTo(
                        "1 comment is open on brn-gw-a. Who wrote it, or the author of the change, resolves it before"
                                + " CR-" + change + " is approved.");
        ok(story.engineer().post(path(), about("mtu 1400", "Measured on Friday.")));
        assertThat(decides("APPROVED").detail()).startsWith("2 comments are open on brn-gw-a.");

        ok(story.engineer().post(path() + "/" + first + "/resolution", Map.of()));
        ok(story.engineer().post(path() + "/" + (first + 1) + "/resolution", Map.of()));
        assertThat(decides("APPROVED").status()).isEqualTo(200);
    }

    @Test
    void aChangeIsReturnedWithItsQuestionsOpen() {
        ok(story.approver().post(path(), about("mtu 1400", "Why not 1500?")));
        assertThat(decides("RETURNED").status()).isEqualTo(200);
    }

    @Test
    void onlyLinesOfTheDifferenceCanBeSpokenOf() {
        assertThat(story.approver().post(path(), about("mtu 1300", "?")).status())
                .isEqualTo(409);
        assertThat(story.approver().post(path(), about("mtu 1400", " ")).detail())
                .isEqualTo("Say something about the line.");
        assertThat(story.approver()
                        .post(
                                path(),
                                Map.of(
                                        "device",
                                        "brn-gw-b",
                                        "side",
                                        "OUTCOME",
                                        "path",
                                        List.of(),
                                        "line",
                                        "x",
                                        "body",
                                        "?"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void onlyWhoWroteItAndTheAuthorOfTheChangeResolveIt() {
        long id = ok(story.approver().post(path(), about("mtu 1400", "Why?")))
                .path("id")
                .asLong();
        Answer other = story.manager().post(path() + "/" + id + "/resolution", Map.of());
        assertThat(other.status()).isEqualTo(403);
        assertThat(other.detail()).contains("who wrote it, and R. Oake");
        assertThat(ApiClient.loggedIn(port, "pquill")
                        .post(path(), about("mtu 1400", "I may not speak"))
                        .status())
                .isEqualTo(403);
        assertThat(story.engineer()
                        .post("/api/changes/1001/comments/" + id + "/answers", Map.of("body", "x"))
                        .status())
                .as("a comment of another change")
                .isEqualTo(404);
    }

    @Test
    void nothingMoreIsSaidWhenTheChangeIsOver() {
        ok(story.engineer().post("/api/changes/" + change + "/withdrawal", Map.of()));
        assertThat(story.approver().post(path(), about("mtu 1400", "Why?")).detail())
                .contains("is over");
    }

    private Answer says(ApiClient who, String body, boolean question) {
        return who.post(path() + "/whole", Map.of("body", body, "question", question));
    }

    private List<String> toldTo(String login) {
        List<String> titles = new ArrayList<>();
        ApiClient.loggedIn(port, login).get("/api/notices").body().forEach(n -> {
            if (n.path("link").asString().startsWith("/changes/" + change + "/")) {
                titles.add(n.path("kind").asString() + " " + n.path("title").asString());
            }
        });
        return titles;
    }

    @Test
    void aQuestionAboutTheWholeHoldsTheApprovalAndARemarkDoesNot() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        JsonNode remark = ok(says(auditor, "Seen.", false));
        assertThat(remark.path("about").isNull()).isTrue();
        assertThat(remark.path("mayResolve").asBoolean())
                .as("nothing waits for a remark")
                .isFalse();
        long question =
                ok(says(auditor, "Who tells the terminal?", true)).path("id").asLong();
        assertThat(decides("APPROVED").detail())
                .isEqualTo("1 comment is open on the change as a whole. Who wrote it, or the author of the change,"
                        + " resolves it before CR-" + change + " is approved.");
        assertThat(toldTo("roake")).contains("SPOKEN_TO J. Vane speaks to you about CR-" + change);

        ok(story.engineer().post(path() + "/" + question + "/answers", Map.of("body", "The master, by radio.")));
        assertThat(toldTo("jvane")).contains("SPOKEN_TO R. Oake speaks to you about CR-" + change);
        assertThat(story.approver()
                        .post(path() + "/" + question + "/resolution", Map.of())
                        .status())
                .as("neither asked nor wrote the change")
                .isEqualTo(403);
        assertThat(auditor.post(path() + "/" + remark.path("id").asLong() + "/resolution", Map.of())
                        .status())
                .isEqualTo(409);
        ok(auditor.post(path() + "/" + question + "/resolution", Map.of()));
        assertThat(decides("APPROVED").status()).isEqualTo(200);
        assertThat(ok(story.engineer().get("/api/record?subject=CR-" + change)).toString())
                .contains("\"asked\"", "Who tells the terminal?", "The master, by radio.");
    }

    @Test
    void whoIsSpokenToIsToldAndWhoDoesNotSeeItIsNamed() {
        ok(says(story.approver(), "@pquill, can you be at Brinehaven? Or @IPQX? mail me at d@pquill.", false));
        assertThat(toldTo("pquill")).containsExactly("SPOKEN_TO D. Fennimore speaks to you about CR-" + change);
        assertThat(toldTo("dfennimore"))
                .as("nobody is told what they said themselves")
                .noneMatch(t -> t.startsWith("SPOKEN_TO"));
        Answer refused = says(story.approver(), "And you, @kstrand?", false);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("errors").get(0).path("message").asString())
                .startsWith("K. Strand (@kstrand) does not see CR-" + change);
        assertThat(ok(story.approver().get(path())).size()).isEqualTo(1);
        assertThat(says(story.approver(), " ", true).detail()).isEqualTo("Say something about the change.");
        assertThat(says(story.approver(), "x".repeat(2_001), true).status()).isEqualTo(422);
    }
}
