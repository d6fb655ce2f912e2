package io.safestep.app.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.device.Devices;
import io.safestep.app.device.Platforms;
import io.safestep.app.device.Standing;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.config.ConfigSyntaxException;
import io.safestep.drivers.DeviceException;
import io.safestep.practice.device.Fault;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Versions of configurations, on devices of all three makers that no other test changes. */
class BackupsTest extends SafeStepTest {

    private static final String CORVANE = "elv-gw-b";
    private static final String HALDRIN = "ops-ds-b";
    private static final String OSTREL = "ops-ac-b";

    @Autowired
    private Backups backups;

    @Autowired
    private Devices devices;

    @Autowired
    private BackupRepository repository;

    @Autowired
    private Versions versions;

    @Autowired
    private ConfigContents contents;

    @Autowired
    private Platforms platforms;

    @Autowired
    private TransactionTemplate transaction;

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient engineer;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        engineer = ApiClient.loggedIn(port, "roake");
    }

    @AfterEach
    void noFaults() {
        for (String device : List.of(CORVANE, HALDRIN, OSTREL)) {
            for (Fault fault : Fault.values()) {
                PRACTICE.network().device(device).switchOff(fault);
            }
        }
    }

    private JsonNode backUp(String device) {
        return engineer.post("/api/devices/" + device + "/backups", Map.of()).body();
    }

    private static JsonNode newest(JsonNode versions, String kind) {
        for (JsonNode version : versions) {
            if (version.path("kind").asString().equals(kind)) {
                return version;
            }
        }
        throw new AssertionError("no " + kind + " in " + versions);
    }

    @Test
    void whatHasNotChangedIsConfirmedAndWhatHasIsANewVersionThatSaysWhat() {
        for (String device : List.of(CORVANE, HALDRIN, OSTREL)) {
            JsonNode first = backUp(device);
            JsonNode second = backUp(device);
            assertThat(second.size()).as(device).isEqualTo(first.size());
            assertThat(newest(second, "running").path("confirmations").asInt())
                    .as(device)
                    .isEqualTo(newest(first, "running").path("confirmations").asInt() + 1);
            assertThat(newest(second, "startup").path("hash").asString())
                    .as(device)
                    .hasSize(64);

            HandEdit.contact(PRACTICE, device, "somebody of the night shift");
            JsonNode third = backUp(device);
            JsonNode version = newest(third, "running");
            assertThat(third.size()).as(device).isEqualTo(second.size() + 1);
            assertThat(version.path("summary").asString()).as(device).startsWith("1 line changed: ");
            assertThat(version.path("cause").asString()).isEqualTo("by hand");
            assertThat(version.path("loggedIn").asString())
                    .as("%s tells who was there, and not Safe Step itself", device)
                    .contains("nightshift from 10.77.8.77 at ")
                    .doesNotContain("safestep");
            assertThat(newest(third, "startup").path("id").asLong())
                    .as("startup of %s is as it was", device)
                    .isEqualTo(newest(second, "startup").path("id").asLong());
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
                            device, new Standing(1L, now.matches(), now.unsaved()), null, false, true, "marker"))
                    .as("the baseline is another one")
                    .isFalse();
            assertThat(devices.backedUp(
                            device,
                            new Standing(now.baselineBackupId(), now.matches(), !now.unsaved()),
                            null,
                            false,
                            true,
                            "marker"))
                    .as("it was known to be unsaved")
                    .isFalse();
            assertThat(jdbc.queryForObject(noted, String.class)).isEqualTo(deviceBefore);
            assertThat(devices.backedUp(device, now, null, now.unsaved(), now.matches(), "marker"))
                    .isTrue();
            t.setRollbackOnly();
        });
    }

    @Test
    void manyConfigurationsAreReadAtOnceAndTheOneThatCanNotBeReadIsNamedOnlyWhenAskedFor() {
        List<Long> versions = List.of(CORVANE, HALDRIN, OSTREL).stream()
                .map(d -> newest(backUp(d), "running").path("id").asLong())
                .toList();
        String cutOff = "<config><system>";
        jdbc.update(
                "insert into config_content (hash, text) values (?, ?) on conflict do nothing",
                ConfigContents.hash(cutOff),
                cutOff);
        long unreadable = jdbc.queryForObject(
                "insert into backup (device_id, kind, cause, taken_at, confirmed_at, hash, file)"
                        + " select id, 'FILE', 'BY_HAND', now(), now(), ?, 'cut off' from device where name = ? returning id",
                Long.class,
                ConfigContents.hash(cutOff),
                HALDRIN);
        try {
            StoredTrees trees = new StoredTrees(repository, contents, devices, platforms, transaction);
            trees.prepare(
                    Stream.concat(versions.stream(), Stream.of(unreadable)).toList());
            for (long version : versions) {
                assertThat(trees.kept(version)).as("it was read once").isSameAs(trees.kept(version));
                assertThat(trees.kept(version).lines())
                        .isEqualTo(trees.read(version).lines());
            }
            assertThatThrownBy(() -> trees.kept(unreadable)).isInstanceOf(ConfigSyntaxException.class);
        } finally {
            jdbc.update("delete from backup where id = ?", unreadable);
            jdbc.update("delete from config_content where hash = ?", ConfigContents.hash(cutOff));
        }
    }

    @Test
    void aFileThatThePlatformNamesIsBackedUpToo() {
        JsonNode file = newest(backUp(CORVANE), "file");
        assertThat(file.path("file").asString()).isEqualTo("licence");
        assertThat(engineer.text("/api/devices/" + CORVANE + "/backups/"
                        + file.path("id").asLong()))
                .contains("features base routing filters");
    }

    @Test
    void aClockThatGoesWrongIsAllowedForAndSaid() {
        PRACTICE.network().device(HALDRIN).switchOn(Fault.CLOCK_BEHIND, "90");
        HandEdit.contact(PRACTICE, HALDRIN, "somebody with a wrong clock");
        String hour = Instant.now().toString().substring(0, 10);
        assertThat(newest(backUp(HALDRIN), "running").path("loggedIn").asString())
                .contains("the clock of the device is 90 min behind")
                .contains(" at " + hour);
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
    void anUnchangedDeviceCostsOneShortReadAndAChangedOneIsReadWhole() throws DeviceException {
        for (String device : List.of(CORVANE, HALDRIN, OSTREL)) {
            long id = devices.named(device).id();
            backUp(device);
            assertThat(backups.look(id, Occasion.of(BackupCause.FOUND_CHANGED)))
                    .as(device)
                    .isEmpty();
            HandEdit.contact(PRACTICE, device, "looked at " + System.nanoTime());
            assertThat(backups.look(id, Occasion.of(BackupCause.FOUND_CHANGED)))
                    .as(device)
                    .hasValueSatisfying(t -> assertThat(t.isNew()).isTrue());
            PRACTICE.network().device(device).save();
            assertThat(backups.look(id, Occasion.of(BackupCause.FOUND_CHANGED)))
                    .as("%s was saved outside, which the marker tells too", device)
                    .hasValueSatisfying(t -> assertThat(t.saved()).isTrue());
        }
    }

    @Test
    void aMarkerIsNotTrustedForMoreThanADay() throws DeviceException {
        long id = devices.named(CORVANE).id();
        backUp(CORVANE);
        jdbc.update("update device set marker_at = now() - interval '25 hours' where id = ?", id);
        assertThat(backups.look(id, Occasion.of(BackupCause.FOUND_CHANGED)))
                .as("read whole, though the marker is the same")
                .hasValueSatisfying(t -> assertThat(t.isNew()).isFalse());
        assertThat(backups.look(id, Occasion.of(BackupCause.FOUND_CHANGED))).isEmpty();
    }

    @Test
    void nothingOfAConfigurationIsReadableInTheDatabase() {
        backUp(CORVANE);
        assertThat(jdbc.queryForObject("select count(*) from config_content where text is not null", Integer.class))
                .isZero();
        for (byte[] sealed : jdbc.queryForList("select sealed from config_content", byte[].class)) {
            assertThat(new String(sealed, StandardCharsets.ISO_8859_1)).doesNotContain("hostname", "10.77");
        }
        for (Map<String, Object> row : jdbc.queryForList("select lines, script, undo from change_target")) {
            assertThat(row.values())
                    .allSatisfy(v ->
                            assertThat(v == null ? "{sealed}" : v.toString()).matches("|\\{sealed}.*"));
        }
    }

    @Test
    void theTextForPeopleHasNoSecrets() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        long id = newest(auditor.get("/api/devices/brn-gw-a/backups").body(), "running")
                .path("id")
                .asLong();
        assertThat(auditor.text("/api/devices/brn-gw-a/backups/" + id))
                .contains("hostname brn-gw-a")
                .contains("authentication key ‹secret›")
                .doesNotContain("lantern-keel");
        assertThat(backups.text(id)).contains("lantern-keel");
        assertThat(auditor.get("/api/devices/brn-gw-b/backups/" + id).status())
                .as("not that of another device")
                .isEqualTo(404);
        assertThat(auditor.get("/api/devices/brn-gw-b/backups/999999").status()).isEqualTo(404);
    }

    @Test
    void aTextThatNoLongerHasItsHashIsNotUsed() {
        Map<String, Object> row = jdbc.queryForMap(
                "select b.id, b.hash, c.sealed from backup b join config_content c on c.hash = b.hash order by b.id limit 1");
        byte[] other = jdbc.queryForObject(
                "select sealed from config_content where hash <> ? limit 1", byte[].class, row.get("hash"));
        jdbc.update("update config_content set sealed = ? where hash = ?", other, row.get("hash"));
        try {
            assertThatThrownBy(() -> backups.text((Long) row.get("id"))).hasMessageContaining("no longer has the hash");
        } finally {
            jdbc.update("update config_content set sealed = ? where hash = ?", row.get("sealed"), row.get("hash"));
        }
        assertThat(backups.text((Long) row.get("id"))).isNotEmpty();
    }

    @Test
    void oneVersionOfADeviceIsItsReferenceAndVersionsHaveNames() {
        String path = "/api/devices/" + OSTREL + "/backups/";
        JsonNode versions = backUp(OSTREL);
        HandEdit.contact(PRACTICE, OSTREL, "reference test");
        long old = newest(versions, "running").path("id").asLong();
        long id = newest(backUp(OSTREL), "running").path("id").asLong();
        assertThat(engineer.put(path + old + "/reference", Map.of("reason", "")).status())
                .as("a reason is needed")
                .isEqualTo(422);
        assertThat(engineer.put(
                                path + newest(versions, "startup").path("id").asLong() + "/reference",
                                Map.of("reason", "x"))
                        .detail())
                .contains("Only what a device runs");
        engineer.put(path + old + "/reference", Map.of("reason", "As it was installed."));
        engineer.put(path + id + "/reference", Map.of("reason", "As it was handed over."));
        engineer.put(path + id + "/label", Map.of("label", " hand-over "));
        int references = 0;
        for (JsonNode version :
                engineer.get("/api/devices/" + OSTREL + "/backups").body()) {
            references += version.path("reference").isNull() ? 0 : 1;
            if (version.path("id").asLong() == id) {
                assertThat(version.path("reference").path("reason").asString()).isEqualTo("As it was handed over.");
                assertThat(version.path("label").asString()).isEqualTo("hand-over");
            }
        }
        assertThat(references).isEqualTo(1);
        assertThat(engineer.delete(path + id + "/reference").status()).isEqualTo(204);
        assertThat(engineer.delete(path + id + "/reference").status()).isEqualTo(409);
        assertThat(engineer.get("/api/record?subject=" + OSTREL).body().toString())
                .contains("reference set", "reference ended", "backup named");
    }

    @Test
    void anyTwoVersionsOfOneLanguageAreCompared() {
        long running = newest(backUp(CORVANE), "running").path("id").asLong();
        long other = newest(backUp("elv-gw-a"), "running").path("id").asLong();
        long haldrin = newest(backUp(HALDRIN), "running").path("id").asLong();
        JsonNode difference = engineer.get("/api/backups/difference?from=" + running + "&to=" + other)
                .body();
        assertThat(difference.path("rows").toString()).contains("hostname elv-gw-a", "hostname elv-gw-b");
        assertThat(difference.path("fromDevice").asString()).isEqualTo(CORVANE);
        assertThat(engineer.get("/api/backups/difference?from=" + running + "&to=" + haldrin)
                        .detail())
                .contains("different languages");
        assertThat(engineer.get("/api/backups/difference?from=" + running + "&to=" + running)
                        .body()
                        .path("summary")
                        .asString())
                .isEmpty();
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

    private JsonNode coverage(String device) {
        for (JsonNode row : engineer.get("/api/backups/coverage").body()) {
            if (row.path("device").asString().equals(device)) {
                return row;
            }
        }
        throw new AssertionError("not covered: " + device);
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
}
