package io.safestep.app.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import com.lowagie.text.pdf.PdfReader;
import com.lowagie.text.pdf.parser.PdfTextExtractor;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.schema.SchemaCheck;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What somebody outside can do with an evidence pack: check it, read it, and not find a secret in it. */
class EvidencePackTest extends SafeStepTest {

    @TempDir
    Path folder;

    @Test
    void theWholeRecordIsThereAndCanBeCheckedWithoutSafeStep() throws Exception {
        awaitWholeDemo();
        ChangeStory story = new ChangeStory(port);
        long run = story.startedRun(
                "Evidence",
                Map.of("brn-ac-2", "user lamp password ember-tide\ncontact evidence\n"),
                List.of(ChangeStory.check("interfaces", null, "SAME_AS_BEFORE", null)));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString())
                .as(ended.path("verdict").asString())
                .isEqualTo("SUCCEEDED");
        int number = ended.path("number").asInt();
        ChangeStory.ok(story.manager().post("/api/changes/" + number + "/closure", Map.of("note", "All lamps burn.")));

        Map<String, byte[]> files =
                unpacked(ApiClient.loggedIn(port, "jvane").file("/api/changes/" + number + "/evidence"));

        assertThat(files.keySet())
                .contains(
                        "report.pdf",
                        "record.json",
                        "record.schema.json",
                        "approved.txt",
                        "checks.csv",
                        "SHA256SUMS",
                        "transcripts/run-" + run + ".txt",
                        "configurations/run-" + run + "-brn-ac-2-before.txt",
                        "configurations/run-" + run + "-brn-ac-2-after.txt");
        files.forEach((name, content) -> assertThat(new String(content, StandardCharsets.UTF_8))
                .as("no secret in %s", name)
                .doesNotContain("ember-tide"));
        checkSums(files);
        checkJson(files, number);
        assertThat(text(files, "configurations/run-" + run + "-brn-ac-2-after.txt"))
                .contains("contact evidence");
        assertThat(text(files, "checks.csv")).contains("Interfaces", "same as before", "PASSED");
        PdfReader pdf = new PdfReader(files.get("report.pdf"));
        StringBuilder read = new StringBuilder();
        for (int page = 1; page <= pdf.getNumberOfPages(); page++) {
            read.append(new PdfTextExtractor(pdf).getTextFromPage(page));
        }
        assertThat(read.toString()).contains("All lamps burn.", "brn-ac-2", "→");
    }

    @Test
    void aChangeThatDoesNotExistHasNoEvidence() {
        assertThat(ApiClient.loggedIn(port, "jvane")
                        .get("/api/changes/999999/evidence")
                        .status())
                .isEqualTo(404);
    }

    private static void checkJson(Map<String, byte[]> files, int number) {
        JsonNode record = JsonMapper.shared().readTree(files.get("record.json"));
        assertThat(record.path("change").path("number").asInt()).isEqualTo(number);
        assertThat(record.path("change").path("outcomeNote").asString()).isEqualTo("All lamps burn.");
        assertThat(record.path("intact").asBoolean()).isTrue();
        assertThat(record.path("approvals")).isNotEmpty();
        assertThat(SchemaCheck.of("evidence").checkJson(text(files, "record.json")))
                .as("record.json follows the schema beside it")
                .isEmpty();
    }

    private void checkSums(Map<String, byte[]> files) throws Exception {
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            Path path = folder.resolve(file.getKey());
            Files.createDirectories(path.getParent());
            Files.write(path, file.getValue());
        }
        Process sum = new ProcessBuilder("sha256sum", "-c", "--quiet", "SHA256SUMS")
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .start();
        assertThat(sum.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(sum.exitValue())
                .as(new String(sum.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
                .isZero();
    }

    private static String text(Map<String, byte[]> files, String name) {
        return new String(files.get(name), StandardCharsets.UTF_8);
    }

    private static Map<String, byte[]> unpacked(byte[] zip) throws Exception {
        Map<String, byte[]> files = new TreeMap<>();
        try (InputStream in = new ByteArrayInputStream(zip);
                ZipInputStream entries = new ZipInputStream(in)) {
            for (ZipEntry entry = entries.getNextEntry(); entry != null; entry = entries.getNextEntry()) {
                files.put(entry.getName(), entries.readAllBytes());
            }
        }
        return files;
    }
}
