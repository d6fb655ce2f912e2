package io.safestep.app.backup;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.digest.Sha256;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Archives of backups: written, checked without Safe Step, and taken in again. */
class ArchiveTest extends SafeStepTest {

    private static final List<String> DEVICES = List.of("brn-gw-a", "ald-gw-a", "ald-ac-1");

    @Autowired
    private JdbcTemplate jdbc;

    @TempDir
    private Path folder;

    private ApiClient administrator;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
    }

    private byte[] archive(boolean every, boolean secrets) {
        return administrator.download(
                "/api/backups/archive", Map.of("devices", DEVICES, "every", every, "secrets", secrets));
    }

    private static Map<String, byte[]> unpacked(byte[] archive) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(archive))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                entries.put(entry.getName(), zip.readAllBytes());
            }
        }
        return entries;
    }

    private static byte[] packed(Map<String, byte[]> entries) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue());
            }
        }
        return out.toByteArray();
    }

    private int sha256sum() throws IOException, InterruptedException {
        return new ProcessBuilder("sha256sum", "--check", "--strict", "--quiet", "SHA256SUMS")
                .directory(folder.toFile())
                .inheritIO()
                .start()
                .waitFor();
    }

    @Test
    void theArchiveIsCheckedWithNothingButSha256sum() throws IOException, InterruptedException {
        for (Map.Entry<String, byte[]> entry : unpacked(archive(false, true)).entrySet()) {
            Path file = folder.resolve(entry.getKey());
            Files.createDirectories(file.getParent());
            Files.write(file, entry.getValue());
        }
        assertThat(folder.resolve("brn-gw-a/running.txt")).exists();
        assertThat(folder.resolve("ald-gw-a/startup.xml")).exists();
        assertThat(folder.resolve("ald-ac-1/running.json")).exists();
        assertThat(Files.readString(folder.resolve("brn-gw-a/running.txt"))).contains("lantern-keel");
        assertThat(sha256sum()).isZero();
        Files.writeString(folder.resolve("ald-gw-a/startup.xml"), "something else");
        assertThat(sha256sum()).as("a file was changed").isNotZero();
    }

    @Test
    void secretsAreMaskedUnlessSomebodyMaySeeThem() throws IOException {
        byte[] masked = archive(false, false);
        assertThat(new String(unpacked(masked).get("brn-gw-a/running.txt"), StandardCharsets.UTF_8))
                .contains("hostname brn-gw-a")
                .doesNotContain("lantern-keel");
        Answer refused = ApiClient.loggedIn(port, "roake")
                .post("/api/backups/archive", Map.of("devices", DEVICES, "every", false, "secrets", true));
        assertThat(refused.status()).isEqualTo(403);
        JsonNode dry =
                administrator.upload("/api/backups/archive/dry-run", masked).body();
        assertThat(dry.path("problems").toString())
                .as("what has a mask in the place of secrets is no backup")
                .contains("secrets of brn-gw-a/running.txt are masked");
        assertThat(administrator.get("/api/record?subject=backups").body().toString())
                .contains("exported");
    }

    @Test
    void whatWasChangedOrIsNoArchiveIsRefusedAsAWhole() throws IOException {
        Map<String, byte[]> entries = unpacked(archive(false, true));
        entries.put("brn-gw-a/running.txt", "hostname evil\n# end\n".getBytes(StandardCharsets.UTF_8));
        byte[] changed = packed(entries);
        JsonNode dry =
                administrator.upload("/api/backups/archive/dry-run", changed).body();
        assertThat(dry.path("problems").get(0).asString()).contains("brn-gw-a/running.txt does not have the checksum");
        Answer run = administrator.upload("/api/backups/archive/import", changed);
        assertThat(run.status()).isEqualTo(422);
        assertThat(run.detail()).contains("Nothing was imported");

        entries.put("brn-gw-a/more.txt", new byte[] {'x'});
        assertThat(administrator
                        .upload("/api/backups/archive/dry-run", packed(entries))
                        .body()
                        .path("problems")
                        .toString())
                .contains("more.txt has no checksum");
        for (byte[] none : List.of(new byte[] {'x'}, packed(Map.of("a", new byte[1])), new byte[0])) {
            assertThat(administrator
                            .upload("/api/backups/archive/dry-run", none)
                            .status())
                    .isBetween(400, 422);
        }
    }

    @Test
    void whatIsLostComesBackAtItsPlaceInTimeAndNothingTwice() throws IOException {
        byte[] archive = archive(true, true);
        JsonNode nothing =
                administrator.upload("/api/backups/archive/dry-run", archive).body();
        assertThat(nothing.path("versions").asInt()).isZero();
        assertThat(nothing.path("known").asInt()).isGreaterThan(5);

        Map<String, Object> lost =
                jdbc.queryForMap("select b.id, b.taken_at, b.hash from backup b join device d on d.id ="
                        + " b.device_id where d.name = 'ald-ac-1' and kind = 'STARTUP' order by b.taken_at limit 1");
        jdbc.update("delete from backup where id = ?", lost.get("id"));
        JsonNode done =
                administrator.upload("/api/backups/archive/import", archive).body();
        assertThat(done.path("versions").asInt()).isEqualTo(1);
        assertThat(done.path("newDevices").size()).isZero();
        Map<String, Object> back =
                jdbc.queryForMap("select b.taken_at, b.hash, b.cause from backup b join device d on d.id"
                        + " = b.device_id where d.name = 'ald-ac-1' and kind = 'STARTUP' order by b.taken_at limit 1");
        assertThat(back)
                .containsEntry("taken_at", lost.get("taken_at"))
                .containsEntry("hash", lost.get("hash"))
                .containsEntry("cause", "IMPORTED");
    }

    /** A device as it stands in the table of an archive. */
    private record Listed(String name, String address, String partner, String labels) {}

    /** An archive of devices that look like {@code brn-gw-a}. */
    private byte[] archiveOf(Listed... devices) throws IOException {
        Map<String, byte[]> entries = unpacked(archive(false, true));
        Map<String, byte[]> other = new LinkedHashMap<>();
        List<String> index = new String(entries.get("index.csv"), StandardCharsets.UTF_8)
                .lines()
                .filter(l -> l.startsWith("path,") || l.startsWith("brn-gw-a/running"))
                .toList();
        assertThat(index.get(1)).as("its partner is in the archive").contains(",brn-gw-b,");
        StringBuilder table = new StringBuilder(index.get(0)).append("\r\n");
        for (Listed device : devices) {
            other.put(device.name() + "/running.txt", entries.get("brn-gw-a/running.txt"));
            table.append(index.get(1)
                            .replace("brn-gw-a", device.name())
                            .replace(",brn-gw-b,", "," + device.partner() + "," + device.labels())
                            .replaceAll("10\\.77\\.[0-9.]+", device.address()))
                    .append("\r\n");
        }
        other.put("index.csv", table.toString().getBytes(StandardCharsets.UTF_8));
        StringBuilder sums = new StringBuilder();
        other.forEach((path, octets) ->
                sums.append(Sha256.hex(octets)).append("  ").append(path).append('\n'));
        other.put("SHA256SUMS", sums.toString().getBytes(StandardCharsets.UTF_8));
        return packed(other);
    }

    @Test
    void whatCouldNotBeAddedIsToldBeforeTheImport() throws IOException {
        byte[] archive = archiveOf(
                new Listed("brn-gw-p", "10.77.250.80", "", "-no label"),
                new Listed("brn-gw-q", "10.77.250.256", "", "spare"),
                new Listed("brn-gw-r", "10.77.2.2", "", "spare"),
                new Listed("brn-gw-s", "10.77.250.83", "", "spare"),
                new Listed("brn-gw-t", "10.77.250.83", "", "spare"));
        JsonNode dry =
                administrator.upload("/api/backups/archive/dry-run", archive).body();
        assertThat(dry.path("problems"))
                .extracting(JsonNode::asString)
                .satisfiesExactly(
                        label -> assertThat(label).startsWith("index.csv, row 2: A label has 1 to 40 letters"),
                        address -> assertThat(address).startsWith("index.csv, row 3: Enter an IPv4 address"),
                        taken -> assertThat(taken)
                                .isEqualTo("brn-gw-r would be added at 10.77.2.2, port " + PRACTICE.devicePort()
                                        + ", where brn-gw-b is."),
                        twice -> assertThat(twice)
                                .isEqualTo("brn-gw-t would be added at 10.77.250.83, port " + PRACTICE.devicePort()
                                        + ", where brn-gw-s is."));
        assertThat(administrator.upload("/api/backups/archive/import", archive).status())
                .isEqualTo(422);
        assertThat(administrator.get("/api/devices/brn-gw-s").status()).isEqualTo(404);
    }

    @Test
    void devicesThatAreNotKnownAreAddedWithLabelsAndPartners() throws IOException {
        byte[] archive = archiveOf(
                new Listed("brn-gw-y", "10.77.250.121", "brn-gw-z", "quay side;spare"),
                new Listed("brn-gw-z", "10.77.250.122", "brn-gw-y", "quay side;spare"),
                new Listed("brn-gw-x", "10.77.250.120", "brn-gw-b", "quay side;spare"));
        assertThat(administrator
                        .upload("/api/backups/archive/dry-run", archive)
                        .body()
                        .path("newDevices")
                        .toString())
                .contains("brn-gw-x", "brn-gw-y", "brn-gw-z");
        try {
            Answer imported = administrator.upload("/api/backups/archive/import", archive);
            assertThat(imported.status()).as("%s", imported).isEqualTo(200);
            JsonNode versions =
                    administrator.get("/api/devices/brn-gw-z/backups").body();
            assertThat(versions.size()).isEqualTo(1);
            assertThat(versions.get(0).path("cause").asString()).isEqualTo("IMPORTED");
            assertThat(row("brn-gw-z").path("partner").asString()).isEqualTo("brn-gw-y");
            assertThat(row("brn-gw-z").path("labels").toString()).contains("quay side", "spare");
            assertThat(row("brn-gw-y").path("partner").asString()).isEqualTo("brn-gw-z");
            assertThat(row("brn-gw-x").path("partner").isNull())
                    .as("a partner that has one already is left alone")
                    .isTrue();
            assertThat(row("brn-gw-b").path("partner").asString()).isEqualTo("brn-gw-a");
        } finally {
            String added = "(select id from device where name in ('brn-gw-x', 'brn-gw-y', 'brn-gw-z'))";
            jdbc.update("delete from backup where device_id in " + added);
            jdbc.update("delete from device_label where device_id in " + added);
            jdbc.update("update device set partner_id = null where id in " + added);
            jdbc.update("delete from device where id in " + added);
        }
    }

    private JsonNode row(String device) {
        return administrator.get("/api/devices/" + device).body().path("row");
    }
}
