package io.safestep.app.run.journal;

import static io.safestep.app.testing.ChangeStory.check;
import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.corvane.CommandInterpreter;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Runs against real practice devices; each is judged by what the device itself holds afterwards. */
class RunTest extends SafeStepTest {

    private static final List<Map<String, Object>> NEIGHBOURS =
            List.of(check("neighbours", null, "SAME_AS_BEFORE", null));

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        story = new ChangeStory(port);
    }

    @Test
    void aGoodRunLeavesTheOutcomeInRunningAndStartup() {
        long run = story.startedRun(
                "Second log server",
                Map.of("brn-gw-a", "log-server 10.77.8.31\n", "brn-gw-b", "log-server 10.77.8.31\n"),
                List.of(check("ping", "10.77.8.20", "REACHABLE", null)));

        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("SUCCEEDED");
        for (String device : List.of("brn-gw-a", "brn-gw-b")) {
            assertThat(running(device)).contains("log-server 10.77.8.31");
            assertThat(startup(device)).contains("log-server 10.77.8.31");
        }
        assertThat(ended.path("devices").get(0).path("name").asString())
                .as("the second of two partners goes first")
                .isEqualTo("brn-gw-b");
        assertThat(ended.path("devices").get(0).path("wave").asInt())
                .isNotEqualTo(ended.path("devices").get(1).path("wave").asInt());
        JsonNode device = story.manager().get("/api/devices/brn-gw-a").body();
        assertThat(device.path("row").path("baselineBackupId").asLong())
                .as("the after-backup is the new baseline")
                .isEqualTo(ended.path("devices")
                        .get(1)
                        .path("after")
                        .path("backup")
                        .asLong());
    }

    @Test
    void aLineThatIsTakenAndNotAppliedIsFoundByReadingBackAndUndone() {
        String before = running("brn-gw-b");
        PRACTICE.network().device("brn-gw-b").switchOn(Fault.IGNORES_LINE, "mtu");
        try {
            long run = story.startedRun(
                    "Bigger packets",
                    Map.of("brn-gw-b", "interface port 1\n  mtu 9000\n  description to ops-co-a, jumbo\n"),
                    NEIGHBOURS);

            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
            assertThat(ended.path("verdict").asString())
                    .contains("read back: holds 1 of 2 differences of the outcome")
                    .contains("mtu 9000");
            assertThat(running("brn-gw-b")).isEqualTo(before);
            assertThat(startup("brn-gw-b")).doesNotContain("jumbo");
        } finally {
            PRACTICE.network().device("brn-gw-b").switchOff(Fault.IGNORES_LINE);
        }
    }

    @Test
    void aFailedCheckOnTheSecondDeviceUndoesTheFirstInStartupToo() {
        String before = running("brn-gw-b");
        // brn-gw-b goes first and is saved; brn-gw-a then loses its neighbour and both come back.
        long run = story.startedRun(
                "Key on one side",
                Map.of(
                        "brn-gw-b", "contact pier 1\n",
                        "brn-gw-a", "interface vlan 40\n  ospf key tideway-9\n"),
                NEIGHBOURS);

        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
        assertThat(running("brn-gw-b")).isEqualTo(before);
        assertThat(startup("brn-gw-b")).isEqualTo(before);
        assertThat(running("brn-gw-a")).doesNotContain("tideway-9");
        JsonNode lines = story.manager().get("/api/runs/" + run + "/lines").body();
        assertThat(lines.toString())
                .as("secrets are in no transcript")
                .doesNotContain("tideway-9", "lantern-keel")
                .contains("‹secret›");
    }

    @Test
    void groundThatMovedSinceApprovalStopsTheRunBeforeItWrites() {
        int number =
                story.submitted("Rename the kiosk VLAN", Map.of("brn-ac-1", "vlan 40\n  name kiosks\n"), List.of());
        story.approve(number);
        story.bookIntoOpenWindow(number);
        type("brn-ac-1", "vlan 40", "name somebody-else");
        try {
            long run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                    .path("id")
                    .asLong();
            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("verdict").asString())
                    .startsWith("Stopped before anything was written: brn-ac-1, back up: changed since it was approved:"
                            + " vlan 40");
            assertThat(running("brn-ac-1")).contains("name somebody-else");
            assertThat(story.manager()
                            .get("/api/changes/" + number)
                            .body()
                            .path("nothingWritten")
                            .asBoolean())
                    .as("the change says so too")
                    .isTrue();
        } finally {
            type("brn-ac-1", "vlan 40", "name ticketing");
        }
    }

    @Test
    void groundThatMovesBetweenBackupAndPushIsNeitherWrittenNorUndone() {
        // brn-gw-b goes first, and takes its time; while it is being changed, somebody edits brn-gw-a.
        int number = story.submitted(
                "Second device moves",
                Map.of("brn-gw-b", "contact pier 1\n", "brn-gw-a", "contact pier 1\n"),
                NEIGHBOURS);
        story.approve(number);
        story.bookIntoOpenWindow(number);
        PRACTICE.network().device("brn-gw-b").switchOn(Fault.SLOW, "150");
        long run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
        story.manager()
                .await("/api/runs/" + run + "/lines", lines -> lines.toString().contains("push begins"));
        type("brn-gw-a", "", "contact somebody was here");
        try {
            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("verdict").asString())
                    .startsWith("Undone because of brn-gw-a, gate: changed since its backup a moment ago: contact");
            assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
            assertThat(running("brn-gw-a")).contains("contact somebody was here");
            assertThat(running("brn-gw-b")).contains("contact watch room, Brinehaven");
        } finally {
            PRACTICE.network().device("brn-gw-b").switchOff(Fault.SLOW);
            type("brn-gw-a", "", "contact watch room, Brinehaven");
        }
    }

    /** The strictest of the groups of a device decides; the person in charge of backups sets it. */
    @Test
    void aGroupMayHoldChangesBesideUndecidedDrift() {
        ApiClient manager = ApiClient.loggedIn(port, "mtarrant");
        ok(ApiClient.loggedIn(port, "abrill")
                .post("/api/groups", Map.of("name", "held beside drift", "note", "", "devices", List.of("brn-ac-1"))));
        ok(manager.put("/api/drift/policies/held%20beside%20drift", Map.of("undecided", "HOLD")));
        type("brn-ac-1", "", "time-server 10.77.8.98");
        try {
            int number = story.submitted("Beside drift", Map.of("brn-ac-1", "contact night watch\n"), List.of());
            story.approve(number);
            story.bookIntoOpenWindow(number);
            long run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                    .path("id")
                    .asLong();
            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("verdict").asString())
                    .startsWith("Stopped before anything was written: brn-ac-1, back up: differs from its baseline in 1"
                            + " place that this change does not touch (time-server 10.77.8.98)")
                    .contains("Decide about it first");
            assertThat(running("brn-ac-1")).doesNotContain("night watch");
            assertThat(story.manager()
                            .get("/api/changes/" + number)
                            .body()
                            .at("/targets/0/beside")
                            .asString())
                    .isEqualTo(
                            "It differs from its baseline in time-server 10.77.8.98, and nobody has decided about that;"
                                    + " it is not saved. The save of this change puts that into startup, too. A policy of its"
                                    + " group holds: nothing is written to it before that is decided.");
        } finally {
            type("brn-ac-1", "", "no time-server 10.77.8.98");
            manager.delete("/api/drift/policies/held%20beside%20drift");
        }
    }

    @Test
    void driftElsewhereIsReportedAndSurvivesTheWayBack() {
        int number = story.submitted(
                "Mask on one side", Map.of("brn-gw-b", "interface vlan 40\n  address 10.77.40.3/24\n"), NEIGHBOURS);
        story.approve(number);
        story.bookIntoOpenWindow(number);
        type("brn-gw-b", "", "time-server 10.77.8.99");
        try {
            long run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                    .path("id")
                    .asLong();
            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
            assertThat(running("brn-gw-b")).contains("address 10.77.40.3/23").contains("time-server 10.77.8.99");
            assertThat(story.manager().get("/api/runs/" + run + "/lines").body().toString())
                    .contains("differs from its baseline in 1 place that this change does not touch"
                            + " (time-server 10.77.8.99)");
        } finally {
            type("brn-gw-b", "", "no time-server 10.77.8.99");
        }
    }

    @Test
    void stopAndRollBackWorksWhileChecksSettle() {
        String before = running("brn-gw-b");
        List<Map<String, Object>> patient = List.of(new HashMap<>(NEIGHBOURS.get(0)));
        patient.get(0).put("settleSeconds", 300);
        long run = story.startedRun(
                "Stopped by hand", Map.of("brn-gw-b", "interface vlan 40\n  address 10.77.40.3/24\n"), patient);
        story.manager()
                .await("/api/runs/" + run + "/lines", lines -> lines.toString().contains("settling"));
        assertThat(running("brn-gw-b")).contains("10.77.40.3/24");

        ok(story.manager().post("/api/runs/" + run + "/stop", Map.of()));

        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
        assertThat(ended.path("stopRequestedBy").asString()).isEqualTo("mtarrant");
        assertThat(running("brn-gw-b")).isEqualTo(before);
        Answer again = story.manager().post("/api/runs/" + run + "/stop", Map.of());
        assertThat(again.status()).isEqualTo(409);
        assertThat(again.detail()).startsWith("This run has ended already");
    }

    @Test
    void aDeviceAndItsPartnerRunOneChangeAtATime() {
        List<Map<String, Object>> patient = List.of(new HashMap<>(NEIGHBOURS.get(0)));
        patient.get(0).put("settleSeconds", 300);
        int second = story.submitted("Meanwhile", Map.of("brn-gw-a", "contact pier 2\n"), List.of());
        story.approve(second);
        story.bookIntoOpenWindow(second);
        long first = story.startedRun(
                "Holds the gateway", Map.of("brn-gw-b", "interface vlan 40\n  address 10.77.40.3/24\n"), patient);

        Answer refused = story.manager().post("/api/changes/" + second + "/runs", Map.of());
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail()).isEqualTo("brn-gw-b, the partner of brn-gw-a, is being changed by another run.");

        ok(story.manager().post("/api/runs/" + first + "/stop", Map.of()));
        story.awaitEnd(first);
    }

    @Test
    void aBookedRunStartsByItselfWhenItsWindowOpens() {
        ZonedDateTime opens =
                ZonedDateTime.now(ZoneId.of("America/Halifax")).plusSeconds(4).truncatedTo(ChronoUnit.SECONDS);
        long window = ok(story.manager()
                        .post(
                                "/api/windows",
                                Map.of(
                                        "name",
                                        "In a moment",
                                        "firstDay",
                                        opens.toLocalDate().toString(),
                                        "opens",
                                        opens.toLocalTime().toString(),
                                        "closes",
                                        opens.toLocalTime().minusMinutes(1).toString())))
                .path("id")
                .asLong();
        int number = story.submitted("By itself", Map.of("brn-ac-1", "log-server 10.77.8.32\n"), List.of());
        story.approve(number);
        ok(story.manager()
                .post(
                        "/api/changes/" + number + "/booking",
                        Map.of("windowId", window, "opensAt", opens.toInstant().toString(), "automatic", true)));

        story.manager()
                .await(
                        "/api/changes/" + number,
                        change -> change.path("state").asString().equals("COMPLETED"));
        JsonNode run =
                story.manager().get("/api/changes/" + number + "/runs").body().get(0);
        assertThat(run.path("startedBy").asString()).isEqualTo("safe-step");
        Instant started = Instant.parse(run.path("startedAt").asString());
        assertThat(Duration.between(opens.toInstant(), started)).isBetween(Duration.ZERO, Duration.ofSeconds(20));
        assertThat(startup("brn-ac-1")).contains("log-server 10.77.8.32");
    }

    @Test
    void aScriptThatCutsItsOwnPathIsTakenBackByTheDeviceItself() {
        story.awaitEnd(story.startedRun("Measured once", Map.of("elv-gw-a", "contact measured\n"), List.of()));
        String before = running("elv-gw-a");

        JsonNode ended = story.awaitEnd(
                story.startedRun("Cut off", Map.of("elv-gw-a", "interface loopback 0\n  disabled\n"), List.of()));

        assertThat(ended.path("state").asString())
                .as(ended.path("verdict").asString())
                .isEqualTo("ROLLED_BACK");
        assertThat(running("elv-gw-a")).isEqualTo(before);
        assertThat(startup("elv-gw-a")).isEqualTo(before);
    }

    /** Somebody edits a device by hand. */
    private static void type(String device, String section, String line) {
        var configuration = new CommandInterpreter(PRACTICE.network().device(device), null);
        configuration.take("configure");
        if (!section.isEmpty()) {
            configuration.take(section);
        }
        assertThat(configuration.take(line))
                .as("typed by hand on %s: %s", device, line)
                .isEmpty();
    }

    @Test
    void aSecretThatTheDeviceHidesComesBackWithItsWholeStartupConfiguration() {
        story.awaitEnd(story.startedRun(
                "An account for the galley", Map.of("brn-gw-b", "user galley password tide-1\n"), List.of()));
        PracticeDevice device = PRACTICE.network().device("brn-gw-b");
        assertThat(device.running().accepts("galley", "tide-1")).isTrue();

        device.switchOn(Fault.IGNORES_LINE, "mtu");
        try {
            JsonNode ended =
                    story.awaitEnd(startedRestoring("user galley password tide-2\ninterface port 1\n  mtu 9000\n"));
            assertThat(ended.path("state").asString()).isEqualTo("ROLLED_BACK");
            assertThat(device.running().accepts("galley", "tide-1")).isTrue();
            assertThat(device.running().accepts("galley", "tide-2")).isFalse();
        } finally {
            device.switchOff(Fault.IGNORES_LINE);
        }
    }

    @Test
    void aDeviceWithUnsavedLinesIsNotTouchedWhenItsWayBackIsStartup() {
        story.awaitEnd(
                story.startedRun("Another account", Map.of("brn-gw-b", "user doors password tide-1\n"), List.of()));
        PracticeDevice device = PRACTICE.network().device("brn-gw-b");
        String before = running("brn-gw-b");
        type("brn-gw-b", "", "contact somebody at work");
        try {
            JsonNode ended = story.awaitEnd(startedRestoring("user doors password tide-2\n"));
            assertThat(ended.path("verdict").asString()).contains("running and startup differ");
            assertThat(device.running().accepts("doors", "tide-1")).isTrue();
        } finally {
            device.restoreStartup();
        }
        assertThat(running("brn-gw-b")).isEqualTo(before);
    }

    private long startedRestoring(String lines) {
        Map<String, Object> content =
                new HashMap<>(ChangeStory.content(0, "Another password", Map.of("brn-gw-b", lines), List.of()));
        JsonNode draft = ok(story.engineer().post("/api/changes", content));
        int number = draft.path("number").asInt();
        Answer unproven = story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", draft.path("version").asInt()));
        assertThat(unproven.detail()).contains("Let them take their startup configuration back");

        content.put("version", draft.path("version").asInt());
        content.put("restoresStartup", true);
        JsonNode chosen = ok(story.engineer().put("/api/changes/" + number, content));
        assertThat(chosen.path("seal").asString())
                .isNotEqualTo(draft.path("seal").asString());
        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of("version", chosen.path("version").asInt())));
        story.approve(number);
        story.bookIntoOpenWindow(number);
        return ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
    }
}
