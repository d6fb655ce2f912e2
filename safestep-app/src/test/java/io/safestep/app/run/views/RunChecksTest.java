package io.safestep.app.run.views;

import static io.safestep.app.testing.ChangeStory.check;
import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.run.driving.MeasuredSteps;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.run.Phase;
import io.safestep.practice.device.Fault;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What runs do with checks of every kind, on real practice devices. */
class RunChecksTest extends SafeStepTest {

    @Autowired
    private MeasuredSteps measured;

    @Autowired
    private JdbcTemplate jdbc;

    private ChangeStory story;
    private ApiClient operator;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        operator = ApiClient.loggedIn(port, "pquill");
    }

    private static Map<String, Object> with(Map<String, Object> check, Map<String, Object> more) {
        Map<String, Object> all = new HashMap<>(check);
        all.putAll(more);
        return all;
    }

    private static Map<String, Object> kind(String kind, String expectation, Map<String, Object> more) {
        Map<String, Object> check = new HashMap<>(Map.of("kind", kind, "expectation", expectation, "settleSeconds", 6));
        check.putAll(more);
        return check;
    }

    private JsonNode checks(long run) {
        return ok(operator.get("/api/runs/" + run + "/checks"));
    }

    private JsonNode row(JsonNode checks, String title) {
        for (JsonNode row : checks.path("rows")) {
            if (row.path("title").asString().startsWith(title)) {
                return row;
            }
        }
        throw new AssertionError("No check " + title + " in " + checks);
    }

    private static String words(JsonNode row, String stage) {
        return row.path(stage).path("words").asString();
    }

    @Test
    void everyKindOfLookFindsWhatIsThere() {
        String address = "10.77.5.2";
        long run = story.startedRun(
                "All kinds",
                Map.of("dun-gw-b", "interfaces\n  interface e2.66\n    description readers of the new make\n"),
                List.of(
                        kind("REACHABLE", "REACHABLE", Map.of()),
                        kind("SAVED", "SAVED", Map.of()),
                        kind("LOG", "CONTAINS", Map.of("value", "configuration-replaced")),
                        kind(
                                "TCP",
                                "REACHABLE",
                                Map.of(
                                        "arguments",
                                        Map.of("address", address, "port", Integer.toString(PRACTICE.devicePort())))),
                        with(
                                check("routes", null, "WITHIN_SHARE", "5"),
                                Map.of(
                                        "extraction",
                                        Map.of("kind", "PATH", "expression", "count(//route)", "number", false))),
                        with(
                                check("probe", "10.77.8.20", "REACHABLE", null),
                                Map.of("arguments", Map.of("address", "10.77.8.20", "port", "443"))),
                        with(
                                check("routes", null, "CONTAINS", "203.0.113.0/24"),
                                Map.of("severity", "WARN", "settleSeconds", 0, "name", "A route that is missing")),
                        with(
                                check("routes", null, "CONTAINS", "198.51.100.0/24"),
                                Map.of("notYetUntil", 1004, "name", "A route of later"))));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("SUCCEEDED");
        JsonNode checks = checks(run);
        assertThat(words(row(checks, "Log-in from Safe Step"), "after")).isEqualTo("log-in works");
        assertThat(words(row(checks, "Configuration saved"), "after")).isEqualTo("startup saved");
        assertThat(words(row(checks, "Log since"), "before")).isEqualTo("nothing");
        assertThat(words(row(checks, "TCP probe from Safe Step"), "after")).endsWith("answers");
        assertThat(words(row(checks, "TCP probe from the device"), "after")).isEqualTo("443 answers");
        assertThat(row(checks, "A route that is missing").path("outcome").asString())
                .isEqualTo("WARNED");
        assertThat(words(row(checks, "A route of later"), "after"))
                .isEqualTo("198.51.100.0/24 is not there; not yet, until CR-1004");
        assertThat(checks.path("verdict").asString())
                .startsWith("1 warns; 1 may be incomplete until a later change; ")
                .endsWith(" passed.");
        assertThat(checks.path("rows").get(0).path("title").asString())
                .as("worst first")
                .isEqualTo("A route that is missing");
    }

    /** Its table still shows it when the first look comes: only a timer tells. */
    @Test
    void aNeighbourThatDiesByItsTimerIsNotSaved() {
        String before = running("brn-gw-a");
        try {
            PRACTICE.network().device("brn-gw-a").switchOn(Fault.NEIGHBOURS_OUTLAST, "3");
            Map<String, Object> neighbours =
                    with(check("neighbours", null, "SAME_AS_BEFORE", null), Map.of("settleSeconds", 0));
            String lines = "interface port 1\n  ospf hello 5\n";
            long early = story.startedRun(
                    "Hello looked at too early",
                    Map.of("brn-gw-a", lines),
                    List.of(with(neighbours, Map.of("staysSeconds", 6))));
            JsonNode ended = story.awaitEnd(early);
            assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("ROLLED_BACK");
            assertThat(words(row(checks(early), "Routing neighbours"), "after")).contains("gone: ");
            assertThat(running("brn-gw-a")).isEqualTo(before);
        } finally {
            PRACTICE.network().device("brn-gw-a").switchOff(Fault.NEIGHBOURS_OUTLAST);
        }
    }

    @Test
    void whatMadeItFailIsShownSideBySide() {
        long run = story.startedRun(
                "Fails",
                Map.of("cdq-gw-b", "interface vlan 60\n  description readers too\n"),
                List.of(
                        with(check("interfaces", null, "ABSENT", "down"), Map.of("before", "FAILS")),
                        check("neighbours", null, "SAME_AS_BEFORE", null)));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("verdict").asString())
                .as("a check that passes anyway says nothing about the change")
                .contains("passes already");
        assertThat(running("cdq-gw-b")).doesNotContain("readers too");
        JsonNode checks = checks(run);
        assertThat(checks.path("verdict").asString()).contains("failed, on cdq-gw-b");
        JsonNode first = checks.path("rows").get(0);
        assertThat(first.path("outcome").asString()).isEqualTo("FAILED");
        assertThat(first.path("openedBy").isNull()).isTrue();
        String path = "/api/runs/" + run + "/checks/" + first.path("check").asLong() + "/cdq-gw-b";
        assertThat(ok(operator.get(path)).path("before").path("text").asString())
                .contains("interface", "vlan 60");
        assertThat(operator.put(path + "/opened", Map.of()).status()).isEqualTo(204);
        assertThat(story.engineer().put(path + "/opened", Map.of()).status()).isEqualTo(204);
        assertThat(checks(run).path("rows").get(0).path("openedBy").asString())
                .as("the first who did")
                .isEqualTo("pquill");
        assertThat(operator.get("/api/runs/" + run + "/checks/999999/cdq-gw-b").status())
                .isEqualTo(404);
        assertThat(operator.put("/api/runs/" + run + "/checks/999999/cdq-gw-b/opened", Map.of())
                        .status())
                .isEqualTo(404);
    }

    @Test
    void aDeviceThatDoesNotAnswerForAMomentIsWaitedFor() {
        PRACTICE.network().device("cdq-ac-2").switchOn(Fault.SLOW, "400");
        long run;
        try {
            run = story.startedRun(
                    "Slow",
                    Map.of("cdq-ac-2", "base\n  place slow pier\n"),
                    List.of(with(check("interfaces", null, "SAME_AS_BEFORE", null), Map.of("settleSeconds", 60))));
            story.manager().await("/api/runs/" + run, r -> steps(r).contains("CHECK_AFTER GOING"));
            PRACTICE.network().device("cdq-ac-2").switchOn(Fault.WRONG_PASSWORD, "");
            story.manager()
                    .await(
                            "/api/runs/" + run + "/checks",
                            c -> c.path("rows")
                                    .get(0)
                                    .path("after")
                                    .path("outcome")
                                    .asString("")
                                    .equals("FAILED"));
        } finally {
            PRACTICE.network().device("cdq-ac-2").switchOff(Fault.WRONG_PASSWORD);
            PRACTICE.network().device("cdq-ac-2").switchOff(Fault.SLOW);
        }
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("SUCCEEDED");
    }

    private static List<String> steps(JsonNode run) {
        List<String> steps = new ArrayList<>();
        run.path("devices")
                .forEach(d -> d.path("steps")
                        .forEach(s -> steps.add(s.path("phase").asString() + " "
                                + s.path("state").asString())));
        return steps;
    }

    private long asking(String title, String device, String lines) {
        return story.startedRun(
                title,
                Map.of(device, lines),
                List.of(kind(
                        "CONFIRM",
                        "CONFIRMED",
                        Map.of("question", "Do the gate readers show green?", "settleSeconds", 300))));
    }

    private long awaitQuestion(long run) {
        return story.manager()
                .await("/api/runs/" + run, r -> !r.path("questions").isEmpty())
                .path("questions")
                .get(0)
                .path("check")
                .asLong();
    }

    private Optional<Duration> measuredChecks(String device) {
        long id = jdbc.queryForObject("select id from device where name = ?", Long.class, device);
        return Optional.ofNullable(
                measured.of(List.of(id)).getOrDefault(device, Map.of()).get(Phase.CHECK_AFTER));
    }

    @Test
    void aPersonIsAskedAndAYesLetsItGoOn() {
        Optional<Duration> before = measuredChecks("elv-ac-1");
        long run = asking("Asks, yes", "elv-ac-1", "base\n  place the long pier\n");
        long check = awaitQuestion(run);
        String path = "/api/runs/" + run + "/checks/" + check + "/answer";
        assertThat(ok(operator.get("/api/now")).path("needsYou").get(0).toString())
                .contains("WAITS", "a check asks somebody about one device.");
        assertThat(ok(operator.get("/api/notices")).toString()).contains("Do the gate readers show green?");
        assertThat(story.approver()
                        .post(path, Map.of("devices", List.of("elv-ac-1"), "yes", true))
                        .status())
                .as("who may not run changes may not answer")
                .isEqualTo(403);
        assertThat(operator.post(path, Map.of("devices", List.of("ops-co-b"), "yes", true))
                        .status())
                .isEqualTo(404);
        ok(operator.post(path, Map.of("devices", List.of("elv-ac-1"), "yes", true, "words", "All six.")));
        Answer late = story.manager().post(path, Map.of("devices", List.of("elv-ac-1"), "yes", false, "words", "No."));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.detail()).contains("pquill has answered this for elv-ac-1 already");
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(words(row(checks(run), "Do the gate readers"), "after")).isEqualTo("yes by pquill: All six.");
        assertThat(measuredChecks("elv-ac-1"))
                .as("how long a person takes to answer is no measurement of the device")
                .isEqualTo(before);
    }

    @Test
    void aNoUndoesIt() {
        long run = asking("Asks, no", "elv-ac-2", "base\n  place the short pier\n");
        long check = awaitQuestion(run);
        String path = "/api/runs/" + run + "/checks/" + check + "/answer";
        assertThat(fieldErrors(
                        operator.post(path, Map.of("devices", List.of("elv-ac-2"), "yes", false))
                                .body(),
                        "words"))
                .startsWith("Say what is wrong");
        ok(operator.post(path, Map.of("devices", List.of("elv-ac-2"), "yes", false, "words", "Two are red.")));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
        assertThat(ended.path("verdict").asString()).contains("no by pquill: Two are red.");
        assertThat(running("elv-ac-2")).doesNotContain("the short pier");
    }

    @Test
    void aKeyInDoubtStopsARunThatIsInTheDevice() {
        String before = running("elv-ac-2");
        long run = asking("Asks, key in doubt", "elv-ac-2", "base\n  place the pier in doubt\n");
        long check = awaitQuestion(run);
        PRACTICE.network().device("elv-ac-2").switchOn(Fault.CHANGED_HOST_KEY, "");
        Answer elsewhere = story.engineer().post("/api/devices/elv-ac-2/backups", Map.of());
        PRACTICE.network().device("elv-ac-2").switchOff(Fault.CHANGED_HOST_KEY);
        assertThat(elsewhere.detail()).contains("another certificate key than before");

        ok(operator.post(
                "/api/runs/" + run + "/checks/" + check + "/answer",
                Map.of("devices", List.of("elv-ac-2"), "yes", true)));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString())
                .as("it has a session with the device, and does not go on in it")
                .isEqualTo("STUCK");
        assertThat(ended.path("verdict").asString()).contains("has shown another host key than before");

        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        String offered = administrator
                .get("/api/devices/elv-ac-2")
                .body()
                .path("offered")
                .path("key")
                .asString();
        ok(administrator.post(
                "/api/devices/elv-ac-2/host-key",
                Map.of("offered", offered, "accept", false, "reason", "A stranger's box was in its place.")));
        ok(operator.post("/api/runs/" + run + "/way-back", Map.of("whole", false)));
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("ROLLED_BACK");
        assertThat(running("elv-ac-2")).isEqualTo(before);
    }

    @Test
    void aDeadManTimerWaitsForTheAnswer() {
        long run = asking("Asks, under a timer", "dun-ac-1", "contact the pier that is asked about\n");
        long check = awaitQuestion(run);
        Matcher timer = Pattern.compile("dead-man timer of (\\d+) s")
                .matcher(ok(operator.get("/api/runs/" + run + "/lines")).toString());
        assertThat(timer.find()).as("it is pushed under a timer").isTrue();
        assertThat(Integer.parseInt(timer.group(1)))
                .as("seconds; a person has 300 to answer")
                .isGreaterThan(300);
        ok(operator.post(
                "/api/runs/" + run + "/checks/" + check + "/answer",
                Map.of("devices", List.of("dun-ac-1"), "yes", true)));
        assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("SUCCEEDED");
        assertThat(running("dun-ac-1")).contains("the pier that is asked about");
    }
}
