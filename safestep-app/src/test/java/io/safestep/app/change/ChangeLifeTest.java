package io.safestep.app.change;

import static io.safestep.app.testing.ChangeStory.check;
import static io.safestep.app.testing.ChangeStory.content;
import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A change from draft to booking, and everything that stands in its way. */
class ChangeLifeTest extends SafeStepTest {

    private static final Map<String, String> CONTACT = Map.of("brn-ac-1", "contact watch room, pier 4\n");

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        story = new ChangeStory(port);
    }

    @Test
    void whatIsMissingIsSaidBesideItsField() {
        Answer empty = story.engineer()
                .post(
                        "/api/changes",
                        Map.of(
                                "version",
                                0,
                                "title",
                                " ",
                                "reason",
                                "",
                                "undoAccepted",
                                false,
                                "targets",
                                List.of(),
                                "checks",
                                List.of()));

        assertThat(empty.status()).isEqualTo(422);
        assertThat(fieldErrors(empty.body(), "title")).isEqualTo("Give the change a title.");
        assertThat(fieldErrors(empty.body(), "reason")).startsWith("Say why the change is needed");
    }

    @Test
    void aDeviceInStanceObserveIsRefused() {
        Answer answer = story.engineer()
                .post("/api/changes", content(0, "Touch the core", Map.of("ops-co-a", "contact x\n"), List.of()));

        assertThat(answer.status()).isEqualTo(422);
        assertThat(fieldErrors(answer.body(), "targets[ops-co-a]")).contains("stance observe");
    }

    @Test
    void aDraftMayHoldWrongLinesButCannotBeSubmitted() {
        JsonNode draft = ok(story.engineer()
                .post("/api/changes", content(0, "Typo", Map.of("brn-ac-1", "contact a\nmtu 1\n"), List.of())));
        Answer submitted = submit(draft);

        assertThat(submitted.status()).isEqualTo(422);
        JsonNode error = submitted.body().path("errors").get(0);
        assertThat(error.path("field").asString()).isEqualTo("targets[brn-ac-1].lines");
        assertThat(error.path("line").asInt()).isEqualTo(2);
    }

    @Test
    void nothingToSendIsFineForOneDeviceButNotForAll() {
        JsonNode nothing = ok(story.engineer()
                .post("/api/changes", content(0, "Nothing", Map.of("brn-ac-1", "hostname brn-ac-1\n"), List.of())));
        Answer refused = submit(nothing);
        assertThat(fieldErrors(refused.body(), "targets")).contains("nothing to send to any device");

        JsonNode one = ok(story.engineer()
                .post(
                        "/api/changes",
                        content(
                                0,
                                "One of two",
                                Map.of("brn-ac-1", "hostname brn-ac-1\n", "brn-gw-b", "contact pier 5\n"),
                                List.of())));
        assertThat(submit(one).status()).isEqualTo(200);
    }

    @Test
    void anUndoThatCannotBeProvenHasToBeAccepted() {
        Map<String, String> password = Map.of("brn-ac-1", "user safestep password other-light-9\n");
        JsonNode draft = ok(story.engineer().post("/api/changes", content(0, "Password", password, List.of())));

        assertThat(fieldErrors(submit(draft).body(), "undoAccepted")).contains("can't be proven");
        String everybodySees = story.approver()
                .get("/api/changes/" + draft.path("number").asInt())
                .body()
                .toString();
        assertThat(everybodySees).doesNotContain("other-light-9").contains("‹secret›");
        String build = story.approver()
                .get("/api/changes/" + draft.path("number").asInt() + "/devices/brn-ac-1")
                .body()
                .toString();
        assertThat(build).doesNotContain("other-light-9").contains("hides the value");
    }

    @Test
    void checksAreHeldAgainstWhatThePlatformCanLookAt() {
        Answer answer = story.engineer()
                .post(
                        "/api/changes",
                        content(
                                0,
                                "Bad checks",
                                CONTACT,
                                List.of(
                                        check("tides", null, "SAME_AS_BEFORE", null),
                                        check("ping", "10.77.8.20; save", "REACHABLE", null),
                                        check("routes", null, "AT_LEAST", "many"))));

        assertThat(fieldErrors(answer.body(), "checks[0].read")).contains("can't look at this");
        assertThat(fieldErrors(answer.body(), "checks[1].address")).contains("IPv4 address");
        assertThat(fieldErrors(answer.body(), "checks[2].value")).isEqualTo("Enter a whole number.");
    }

    @Test
    void theAuthorCannotDecideEvenWithTheRightTo() {
        ApiClient both = ApiClient.loggedIn(port, "hloman");
        JsonNode draft = ok(both.post("/api/changes", content(0, "By Loman", CONTACT, List.of())));
        int number = draft.path("number").asInt();
        JsonNode submitted = ok(both.post(
                "/api/changes/" + number + "/submission",
                Map.of("version", draft.path("version").asInt())));

        Answer own = decide(both, number, "APPROVED", submitted.path("seal").asString());
        assertThat(own.status()).isEqualTo(403);
        assertThat(own.detail()).contains("four eyes");
        assertThat(decide(
                                story.approver(),
                                number,
                                "APPROVED",
                                submitted.path("seal").asString())
                        .status())
                .isEqualTo(200);
    }

    @Test
    void returningNeedsACommentAndSendsItBack() {
        int number = story.submitted("To be returned", CONTACT, List.of());
        String seal = seal(number);
        assertThat(decide(story.approver(), number, "RETURNED", seal).status()).isEqualTo(422);
        ok(story.approver()
                .post(
                        "/api/changes/" + number + "/approvals",
                        Map.of("verdict", "RETURNED", "comment", "Which pier?", "seal", seal)));

        JsonNode change = story.engineer().get("/api/changes/" + number).body();
        assertThat(change.path("state").asString()).isEqualTo("RETURNED");
        assertThat(story.engineer().get("/api/now").body().toString()).contains("Which pier?");
    }

    @Test
    void editingBreaksTheSealAndTheApprovalLapsesVisibly() {
        int number = story.submitted("Moves after approval", CONTACT, List.of());
        story.approve(number);
        JsonNode approved = story.engineer().get("/api/changes/" + number).body();

        JsonNode edited = ok(story.engineer()
                .put(
                        "/api/changes/" + number,
                        content(
                                approved.path("version").asInt(),
                                "Moves after approval",
                                Map.of("brn-ac-1", "contact pier 6\n"),
                                List.of())));

        assertThat(edited.path("state").asString()).isEqualTo("DRAFT");
        assertThat(edited.path("seal").asString())
                .isNotEqualTo(approved.path("seal").asString());
        JsonNode approval = story.engineer()
                .get("/api/changes/" + number + "/approvals")
                .body()
                .get(0);
        assertThat(approval.path("counts").asBoolean()).isFalse();
        assertThat(story.engineer()
                        .get("/api/record?subject=CR-" + number)
                        .body()
                        .toString())
                .contains("edited, seal broken");
    }

    @Test
    void anApprovalOfWhatIsNoLongerThereIsRefused() {
        int number = story.submitted("Approved too late", CONTACT, List.of());
        String looked = seal(number);
        JsonNode change = story.engineer().get("/api/changes/" + number).body();
        JsonNode edited = ok(story.engineer()
                .put(
                        "/api/changes/" + number,
                        content(
                                change.path("version").asInt(),
                                "Approved too late",
                                Map.of("brn-ac-1", "contact pier 7\n"),
                                List.of())));
        assertThat(submit(edited).status()).isEqualTo(200);

        Answer late = decide(story.approver(), number, "APPROVED", looked);
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.detail()).contains("another seal");
    }

    @Test
    void twoPagesOfTheSameAuthorDoNotOverwriteEachOther() {
        JsonNode draft = ok(story.engineer().post("/api/changes", content(0, "Two pages", CONTACT, List.of())));
        String path = "/api/changes/" + draft.path("number").asInt();
        int version = draft.path("version").asInt();
        ok(story.engineer().put(path, content(version, "First page", CONTACT, List.of())));

        Answer second = story.engineer().put(path, content(version, "Second page", CONTACT, List.of()));
        assertThat(second.status()).isEqualTo(409);
        assertThat(story.engineer().get(path).body().path("title").asString()).isEqualTo("First page");
    }

    @Test
    void whenApprovingAndEditingRaceTheApprovedContentIsTheStoredContent() throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(2);
        for (int round = 0; round < 8; round++) {
            int number = story.submitted("Race " + round, CONTACT, List.of());
            JsonNode change = story.engineer().get("/api/changes/" + number).body();
            CountDownLatch go = new CountDownLatch(1);
            List<Future<Answer>> both = new ArrayList<>();
            both.add(pool.submit(() -> {
                go.await();
                return decide(
                        story.approver(),
                        number,
                        "APPROVED",
                        change.path("seal").asString());
            }));
            both.add(pool.submit(() -> {
                go.await();
                return story.engineer()
                        .put(
                                "/api/changes/" + number,
                                content(
                                        change.path("version").asInt(),
                                        "Race",
                                        Map.of("brn-ac-1", "contact pier 9\n"),
                                        List.of()));
            }));
            go.countDown();
            Answer approval = both.get(0).get();
            Answer edit = both.get(1).get();

            JsonNode after = story.engineer().get("/api/changes/" + number).body();
            boolean approved = after.path("state").asString().equals("APPROVED");
            assertThat(approval.status() == 200 || edit.status() == 200)
                    .as("one of them wins: %s, %s", approval, edit)
                    .isTrue();
            if (approved) {
                assertThat(after.path("seal").asString())
                        .as("what is approved is what was looked at")
                        .isEqualTo(change.path("seal").asString());
            } else {
                assertThat(after.path("state").asString()).isEqualTo("DRAFT");
            }
        }
        pool.shutdown();
    }

    @Test
    void aRunIsRefusedWithoutApprovalAndWithoutBooking() {
        int number = story.submitted("Not yet", CONTACT, List.of());
        Answer unapproved = story.manager().post("/api/changes/" + number + "/runs", Map.of());
        assertThat(unapproved.status()).isEqualTo(409);
        assertThat(unapproved.detail()).isEqualTo("CR-" + number + " can't run: it is not approved.");

        story.approve(number);
        Answer unbooked = story.manager().post("/api/changes/" + number + "/runs", Map.of());
        assertThat(unbooked.detail()).isEqualTo("CR-" + number + " can't run: it is not booked into a window.");
    }

    @Test
    void outsideItsWindowARunIsRefused() {
        int number = story.submitted("For the night", CONTACT, List.of());
        story.approve(number);
        JsonNode later = null;
        for (JsonNode opening : story.manager()
                .get("/api/changes/" + number + "/booking")
                .body()
                .path("openings")) {
            if (!opening.path("openNow").asBoolean()) {
                later = opening;
                break;
            }
        }
        ok(story.book(number, later, true));

        Answer early = story.manager().post("/api/changes/" + number + "/runs", Map.of());
        assertThat(early.status()).isEqualTo(409);
        assertThat(early.detail()).contains("can't run yet: its window opens");

        JsonNode booked = story.engineer().get("/api/changes/" + number).body();
        Answer edit = story.engineer()
                .put("/api/changes/" + number, content(booked.path("version").asInt(), "Changed", CONTACT, List.of()));
        assertThat(edit.status()).isEqualTo(409);
        assertThat(edit.detail()).contains("Cancel the booking first");
        assertThat(story.manager().delete("/api/changes/" + number + "/booking").status())
                .isEqualTo(200);
    }

    @Test
    void aTimeAtWhichTheWindowDoesNotOpenIsRefused() {
        int number = story.submitted("Odd time", CONTACT, List.of());
        story.approve(number);
        Answer odd = story.manager()
                .post(
                        "/api/changes/" + number + "/booking",
                        Map.of("windowId", 1, "opensAt", "2026-11-25T00:00:07Z", "automatic", true));
        assertThat(fieldErrors(odd.body(), "opensAt")).isEqualTo("This window does not open at that time.");
    }

    private Answer submit(JsonNode draft) {
        return story.engineer()
                .post(
                        "/api/changes/" + draft.path("number").asInt() + "/submission",
                        Map.of("version", draft.path("version").asInt()));
    }

    private String seal(int number) {
        return story.approver()
                .get("/api/changes/" + number)
                .body()
                .path("seal")
                .asString();
    }

    private static Answer decide(ApiClient who, int number, String verdict, String seal) {
        return who.post(
                "/api/changes/" + number + "/approvals", Map.of("verdict", verdict, "comment", "", "seal", seal));
    }
}
