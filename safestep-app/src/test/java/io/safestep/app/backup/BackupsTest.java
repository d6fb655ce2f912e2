package io.safestep.app.backup;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.Occasion;
import io.safestep.app.backup.stored.Versions;
import io.safestep.app.device.Devices;
import io.safestep.app.testing.HandEdit;
import io.safestep.drivers.DeviceException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What is kept as a version, and what only confirms the one before. */
class BackupsTest extends VersionedDevices {

    @Autowired
    private Backups backups;

    @Autowired
    private Devices devices;

    @Autowired
    private Versions versions;

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void whatHasNotChangedIsConfirmedAndWhatHasIsANewVersionThatSaysWhat() {
        for (String device : List.of(CORVANE, HALDRIN, OSTREL)) {
            JsonNode first = backUp(device);
            JsonNode second = backUp(device);
            assertThat(second.size()).as(device).isEqualTo(first.size());
            assertThat(newest(second, "RUNNING").path("confirmations").asInt())
                    .as(device)
                    .isEqualTo(newest(first, "RUNNING").path("confirmations").asInt() + 1);
            assertThat(newest(second, "STARTUP").path("hash").asString())
                    .as(device)
                    .hasSize(64);

            HandEdit.contact(PRACTICE, device, "somebody of the night shift");
            JsonNode third = backUp(device);
            JsonNode version = newest(third, "RUNNING");
            assertThat(third.size()).as(device).isEqualTo(second.size() + 1);
            assertThat(version.path("summary").asString()).as(device).startsWith("1 line changed: ");
            assertThat(version.path("cause").asString()).isEqualTo("BY_HAND");
            assertThat(version.path("loggedIn").asString())
                    .as("%s tells who was there, and not Safe Step itself", device)
                    .contains("nightshift from 10.77.8.77 at ")
                    .doesNotContain("safestep");
            assertThat(newest(third, "STARTUP").path("id").asLong())
                    .as("startup of %s is as it was", device)
                    .isEqualTo(newest(second, "STARTUP").path("id").asLong());
        }
    }

    @Test
    void aFileThatThePlatformNamesIsBackedUpToo() {
        JsonNode file = newest(backUp(CORVANE), "FILE");
        assertThat(file.path("file").asString()).isEqualTo("licence");
        assertThat(engineer.text("/api/devices/" + CORVANE + "/backups/"
                        + file.path("id").asLong()))
                .contains("features base routing filters");
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
    void oneVersionOfADeviceIsItsReferenceAndVersionsHaveNames() {
        String path = "/api/devices/" + OSTREL + "/backups/";
        JsonNode versions = backUp(OSTREL);
        HandEdit.contact(PRACTICE, OSTREL, "reference test");
        long old = newest(versions, "RUNNING").path("id").asLong();
        long id = newest(backUp(OSTREL), "RUNNING").path("id").asLong();
        assertThat(engineer.put(path + old + "/reference", Map.of("reason", "")).status())
                .as("a reason is needed")
                .isEqualTo(422);
        assertThat(engineer.put(
                                path + newest(versions, "STARTUP").path("id").asLong() + "/reference",
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
        long running = newest(backUp(CORVANE), "RUNNING").path("id").asLong();
        long other = newest(backUp("elv-gw-a"), "RUNNING").path("id").asLong();
        long haldrin = newest(backUp(HALDRIN), "RUNNING").path("id").asLong();
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
}
