package io.safestep.app.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What people are told, in the inbox and by real mail. */
class NoticesTest extends SafeStepTest {

    @Autowired
    private Telling telling;

    @Autowired
    private Mailing mailing;

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient operator;

    @BeforeEach
    void nothingIsWaiting() {
        awaitWholeDemo();
        operator = ApiClient.loggedIn(port, "pquill");
        jdbc.update("update notice_event set told_at = now() - interval '1 hour' where told_at is null");
        jdbc.update("delete from notice");
        jdbc.update("delete from notice_wish");
    }

    /** As if the time had passed in which things settle, and since people were told last. */
    private void tell() {
        jdbc.update("update notice_event set at = at - interval '1 minute' where told_at is null");
        jdbc.update("update notice_event set told_at = told_at - interval '1 hour' where told_at is not null");
        telling.tellDue();
    }

    private List<String> titles(ApiClient who) {
        List<String> titles = new ArrayList<>();
        who.get("/api/notices")
                .body()
                .forEach(n -> titles.add(
                        n.path("kind").asString() + " " + n.path("title").asString()));
        return titles;
    }

    private static void event(JdbcTemplate jdbc, String kind, String device, String words) {
        jdbc.update(
                "insert into notice_event (kind, device_id, words, link, at) select ?, id, ?, '/drift', now() from device"
                        + " where name = ?",
                kind,
                words,
                device);
    }

    @Test
    void manyDevicesAtOnceMakeOneMessageForEachPersonWhoCanDoSomething() {
        List<String> devices = jdbc.queryForList("select name from device order by name limit 25", String.class);
        devices.forEach(d -> event(jdbc, "FOUND_CHANGED", d, "1 line changed: contact"));
        tell();
        assertThat(titles(operator)).containsExactly("FOUND_CHANGED 25 devices were changed outside");
        assertThat(titles(ApiClient.loggedIn(port, "jvane")))
                .as("who can't do anything about it is not told")
                .isEmpty();
        mailing.sendDue();
        // Safe Step itself may be at it in the same moment.
        await().untilAsserted(() -> assertThat(
                        operator.get("/api/notices").body().get(0).path("mail").asString())
                .isEqualTo("mailed"));
        assertThat(PRACTICE.network().mails())
                .filteredOn(m -> m.to().contains("pquill@merrow-sound.example")
                        && m.subject().equals("25 devices were changed outside"))
                .singleElement()
                .satisfies(m -> assertThat(m.text())
                        .contains(devices.get(0) + ": 1 line changed: contact")
                        .contains("/drift"));

        event(jdbc, "FOUND_CHANGED", "brn-gw-a", "once more");
        jdbc.update("update notice_event set at = at - interval '1 minute' where told_at is null");
        telling.tellDue();
        assertThat(titles(operator)).as("not again within five minutes").hasSize(1);
        tell();
        assertThat(titles(operator)).hasSize(2);
    }

    @Test
    void realEventsOfAllKindsComeThrough() {
        HandEdit.contact(PRACTICE, "ops-fw-b", "told about");
        operator.post("/api/devices/ops-fw-b/backups", Map.of());
        PRACTICE.network().device("elv-ac-2").switchOn(Fault.WRONG_PASSWORD, "");
        operator.post("/api/devices/elv-ac-2/backups", Map.of());
        operator.post("/api/devices/elv-ac-2/backups", Map.of());
        PRACTICE.network().device("elv-ac-2").switchOff(Fault.WRONG_PASSWORD);
        tell();
        assertThat(titles(operator))
                .contains("FOUND_CHANGED ops-fw-b was changed outside", "UNSAVED ops-fw-b is unsaved");
        JsonNode failed = ApiClient.loggedIn(port, "roake").get("/api/notices").body();
        assertThat(failed.toString())
                .as("told once, however often it was tried")
                .contains("elv-ac-2 could not be backed up")
                .doesNotContain("2 devices could not");
        operator.post("/api/devices/elv-ac-2/backups", Map.of());
        PRACTICE.network().device("ops-fw-b").save();
        HandEdit.contact(PRACTICE, "ops-fw-b", "watch room, Operations House");
    }

    @Test
    void everybodyChoosesPaceAndMail() {
        operator.put("/api/notices/choices", Map.of("kind", "FOUND_CHANGED", "pace", "DAILY", "mail", true));
        ApiClient manager = ApiClient.loggedIn(port, "mtarrant");
        manager.put("/api/notices/choices", Map.of("kind", "FOUND_CHANGED", "pace", "NEVER", "mail", false));
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        auditor.put("/api/notices/choices", Map.of("kind", "FOUND_CHANGED", "pace", "AT_ONCE", "mail", false));
        event(jdbc, "FOUND_CHANGED", "brn-gw-a", "one");
        tell();
        assertThat(titles(auditor))
                .as("who only looks may want to be told all the same")
                .containsExactly("FOUND_CHANGED brn-gw-a was changed outside");
        event(jdbc, "FOUND_CHANGED", "brn-gw-b", "two");
        tell();
        assertThat(titles(operator)).as("not before the morning").isEmpty();
        assertThat(titles(manager)).isEmpty();
        jdbc.update("update notice_event set told_at = told_at - interval '2 days'");
        telling.tellDaily();
        assertThat(titles(operator)).containsExactly("FOUND_CHANGED 2 devices were changed outside");
        assertThat(operator.put("/api/notices/choices", Map.of("kind", "FOUND_CHANGED", "pace", "SOON", "mail", true))
                        .status())
                .isEqualTo(400);
    }

    @Test
    void aPolicyOfAGroupTellsATeamTooAndSaysHowSoon() {
        ApiClient manager = ApiClient.loggedIn(port, "mtarrant");
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        administrator.post("/api/groups", Map.of("name", "notice test", "note", "", "devices", List.of("gan-rl-b")));
        assertThat(administrator
                        .post("/api/teams", Map.of("name", "Watch", "members", List.of("nobody-here")))
                        .status())
                .isEqualTo(422);
        administrator.post("/api/teams", Map.of("name", "Watch", "members", List.of("iseaver")));
        Map<String, Object> policy = new HashMap<>();
        policy.put("team", "Watch");
        policy.put("person", null);
        policy.put("decideWithinHours", 4);
        assertThat(manager.put("/api/drift/policies/notice%20test", policy)
                        .body()
                        .toString())
                .contains("Watch");
        HandEdit.contact(PRACTICE, "gan-rl-b", "a policy is about this");
        manager.post("/api/devices/gan-rl-b/backups", Map.of());
        String findings = manager.get("/api/drift/findings").body().toString();
        assertThat(findings).contains("\"device\":\"gan-rl-b\"");
        assertThat(jdbc.queryForObject(
                        "select decide_by - first_seen_at = interval '4 hours' from drift_finding where ended_at is null and"
                                + " device_id = (select id from device where name = 'gan-rl-b')",
                        Boolean.class))
                .isTrue();
        tell();
        assertThat(titles(ApiClient.loggedIn(port, "iseaver"))).contains("FOUND_CHANGED gan-rl-b was changed outside");
        assertThat(manager.delete("/api/drift/policies/notice%20test").body().size())
                .isZero();
        HandEdit.contact(PRACTICE, "gan-rl-b", "watch room, Gannet Rise");
        manager.post("/api/devices/gan-rl-b/backups", Map.of());
    }

    @Test
    void aMailServerThatIsAwayLosesNothing() {
        jdbc.update("insert into notice (person_id, kind, at, title, text, link, mail_to) select id, 'UNSAVED',"
                + " now() - interval '1 minute', 'not an address', 'x', '/', 'no address at all' from person"
                + " where login = 'pquill'");
        mailing.sendDue();
        assertThat(operator.get("/api/notices").body().get(0).path("mail").asString())
                .contains("not mailed yet");
        operator.post(
                "/api/notices/read",
                Map.of(
                        "upTo",
                        operator.get("/api/notices").body().get(0).path("id").asLong()));
        assertThat(operator.get("/api/notices").body().get(0).path("readAt").isNull())
                .isFalse();
    }
}
