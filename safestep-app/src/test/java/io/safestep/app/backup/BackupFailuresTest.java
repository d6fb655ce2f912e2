package io.safestep.app.backup;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.backup.stored.NewestVersion;
import io.safestep.app.backup.stored.Versions;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Standing;
import io.safestep.app.settings.Network;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.HandEdit;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.drivers.DeviceException;
import io.safestep.practice.device.Fault;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** What goes wrong while devices are backed up is told, and loses nothing. */
class BackupFailuresTest extends VersionedDevices {

    @Autowired
    private Devices devices;

    @Autowired
    private Versions versions;

    @Autowired
    private TransactionTemplate transaction;

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private Network network;

    @Test
    void aClockThatGoesWrongIsAllowedForAndSaid() {
        PRACTICE.network().device(HALDRIN).switchOn(Fault.CLOCK_BEHIND, "90");
        HandEdit.contact(PRACTICE, HALDRIN, "somebody with a wrong clock");
        LocalDate today = LocalDate.ofInstant(Instant.now(), network.zone());
        assertThat(newest(backUp(HALDRIN), "RUNNING").path("loggedIn").asString())
                .contains("the clock of the device is 90 min behind")
                .contains(" at " + today);
    }

    @Test
    void aReadThatIsNotWholeNeverCounts() throws DeviceException {
        for (String device : List.of(CORVANE, HALDRIN, OSTREL)) {
            JsonNode before = backUp(device);
            PRACTICE.network().device(device).switchOn(Fault.GARBLES, "");
            Answer answer = engineer.post("/api/devices/" + device + "/backups", Map.of());
            assertThat(answer.status()).as("%s: %s", device, answer).isEqualTo(502);
            assertThat(answer.detail()).as(device).contains("showed something else each time");
            PRACTICE.network().device(device).switchOff(Fault.GARBLES);
            assertThat(backUp(device).size()).as(device).isEqualTo(before.size());
        }
    }

    @Test
    void whatMovedWhileADeviceWasReadIsNotConfirmed() {
        long device = devices.named(CORVANE).id();
        backUp(CORVANE);
        List<NewestVersion> known = versions.newest(device);
        HandEdit.contact(PRACTICE, CORVANE, "while it was read");
        backUp(CORVANE);
        String confirmed = "select string_agg(confirmed_at::text || confirmations, ',' order by id) from backup";
        String noted = "select backed_up_at::text || coalesce(unsaved::text, '') from device where id = " + device;

        transaction.executeWithoutResult(t -> {
            String versionsBefore = jdbc.queryForObject(confirmed, String.class);
            String deviceBefore = jdbc.queryForObject(noted, String.class);
            Standing now = devices.lock(device);

            assertThat(versions.confirm(
                            known.stream()
                                    .filter(n -> n.kind() == BackupKind.RUNNING)
                                    .toList(),
                            ""))
                    .as("a newer version is there")
                    .isFalse();
            assertThat(jdbc.queryForObject(confirmed, String.class)).isEqualTo(versionsBefore);
            assertThat(devices.backedUp(
                            device,
                            new Standing(1L, now.match(), now.saved()),
                            null,
                            Saved.SAVED,
                            Match.MATCHES,
                            "marker"))
                    .as("the baseline is another one")
                    .isFalse();
            assertThat(devices.backedUp(
                            device,
                            new Standing(
                                    now.baselineBackupId(),
                                    now.match(),
                                    now.saved() == Saved.SAVED ? Saved.UNSAVED : Saved.SAVED),
                            null,
                            Saved.SAVED,
                            Match.MATCHES,
                            "marker"))
                    .as("it was known to be unsaved")
                    .isFalse();
            assertThat(jdbc.queryForObject(noted, String.class)).isEqualTo(deviceBefore);
            assertThat(devices.backedUp(device, now, null, now.saved(), now.match(), "marker"))
                    .isTrue();
            t.setRollbackOnly();
        });
    }

    @Test
    void whatFailedIsToldWithItsReasonUntilItSucceeds() {
        PRACTICE.network().device(HALDRIN).switchOn(Fault.WRONG_PASSWORD, "");
        engineer.post("/api/devices/" + HALDRIN + "/backups", Map.of());
        JsonNode failed = coverage(HALDRIN);
        assertThat(failed.path("state").asString()).isEqualTo("FAILED");
        assertThat(failed.path("problem").asString()).contains("refuses the log-in");
        assertThat(failed.path("lastAt").isNull())
                .as("the last good one is told beside it")
                .isFalse();
        PRACTICE.network().device(HALDRIN).switchOff(Fault.WRONG_PASSWORD);
        backUp(HALDRIN);
        assertThat(coverage(HALDRIN).path("state").asString()).isEqualTo("GOOD");
        jdbc.update("update device set backed_up_at = now() - interval '3 days' where name = ?", HALDRIN);
        assertThat(coverage(HALDRIN).path("state").asString()).isEqualTo("OLD");
        backUp(HALDRIN);
    }

    @Test
    void withoutRoomInTheDatabaseNothingIsHalfStoredAndTheReasonIsSaid() {
        int before = backUp(OSTREL).size();
        HandEdit.contact(PRACTICE, OSTREL, "no room for this");
        jdbc.execute("create function no_room() returns trigger language plpgsql as"
                + " $$ begin raise exception using errcode = '53100', message = 'no space left on device'; end $$");
        jdbc.execute("create trigger no_room before insert on backup for each row execute function no_room()");
        try {
            Answer answer = engineer.post("/api/devices/" + OSTREL + "/backups", Map.of());
            assertThat(answer.status()).isEqualTo(507);
            assertThat(answer.detail())
                    .contains("The database has no room left")
                    .contains("Nothing was stored");
        } finally {
            jdbc.execute("drop trigger no_room on backup");
            jdbc.execute("drop function no_room");
        }
        assertThat(engineer.get("/api/devices/" + OSTREL + "/backups").body().size())
                .isEqualTo(before);
        assertThat(backUp(OSTREL).size()).isEqualTo(before + 1);
    }

    @Test
    void aDeviceThatRestartsInMidBackupLosesNothing() {
        JsonNode before = backUp(CORVANE);
        PRACTICE.network().device(CORVANE).switchOn(Fault.SLOW, "400");
        Instant start = PRACTICE.network().device(CORVANE).now();
        var answer =
                CompletableFuture.supplyAsync(() -> engineer.post("/api/devices/" + CORVANE + "/backups", Map.of()));
        awaitLogInSince(start);
        PRACTICE.network().device(CORVANE).reboot(Duration.ofSeconds(2));
        Answer failed = answer.join();
        assertThat(failed.status()).as("%s", failed).isEqualTo(502);
        assertThat(failed.detail()).startsWith(CORVANE);
        PRACTICE.network().device(CORVANE).switchOff(Fault.SLOW);
        JsonNode after = engineer.await(
                "/api/devices/" + CORVANE + "/backups",
                v -> engineer.post("/api/devices/" + CORVANE + "/backups", Map.of())
                                .status()
                        == 200);
        assertThat(after.size())
                .as("what it ran was not saved, and is gone")
                .isBetween(before.size(), before.size() + 1);
    }

    @Test
    void twoRoundsAtOnceStoreWhatTheyBothFindOnce() {
        int before = backUp(OSTREL).size();
        HandEdit.contact(PRACTICE, OSTREL, "found by two rounds");
        Map<String, Object> round = Map.of("action", "BACK_UP", "argument", "", "devices", List.of(OSTREL));
        long[] ids = new long[4];
        for (int i = 0; i < ids.length; i++) {
            ids[i] = engineer.post("/api/rounds", round).body().path("id").asLong();
        }
        for (long id : ids) {
            JsonNode ended =
                    engineer.await("/api/rounds/" + id, r -> !r.path("endedAt").isNull());
            assertThat(ended.path("counts").path("done").asInt())
                    .as("%s", ended)
                    .isEqualTo(1);
        }
        assertThat(engineer.get("/api/devices/" + OSTREL + "/backups").body().size())
                .isEqualTo(before + 1);
    }

    private JsonNode coverage(String device) {
        for (JsonNode row : engineer.get("/api/backups/coverage").body()) {
            if (row.path("device").asString().equals(device)) {
                return row;
            }
        }
        throw new AssertionError("not covered: " + device);
    }

    private static void awaitLogInSince(Instant start) {
        Instant giveUp = start.plusSeconds(60);
        while (PRACTICE.network().device(CORVANE).logIns().newestFirst().stream()
                .noneMatch(l -> l.account().equals("safestep") && !l.at().isBefore(start))) {
            assertThat(PRACTICE.network().device(CORVANE).now())
                    .as("Safe Step has logged in")
                    .isBefore(giveUp);
            LockSupport.parkNanos(5_000_000);
        }
    }
}
