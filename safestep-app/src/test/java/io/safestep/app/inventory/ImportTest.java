package io.safestep.app.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Sheets of devices: looked at, imported whole or not at all, exported, handed over. */
class ImportTest extends SafeStepTest {

    private static final String HEADINGS = "Name,Address,Site,Site name,Role,Platform,Partner,Labels\n";

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient administrator;

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
    }

    private Answer look(String rows) {
        return administrator.upload("/api/devices/import/dry-run", rows.getBytes(StandardCharsets.UTF_8));
    }

    private Answer run(String rows, String plan) {
        return administrator.upload("/api/devices/import?plan=" + plan, rows.getBytes(StandardCharsets.UTF_8));
    }

    private int devices() {
        return jdbc.queryForObject("select count(*) from device", Integer.class);
    }

    private void removeImported(String pattern) {
        jdbc.update("update device set partner_id = null where name like ?", pattern);
        jdbc.update("delete from device_label where device_id in (select id from device where name like ?)", pattern);
        jdbc.update("delete from device where name like ?", pattern);
    }

    @Test
    void newDevicesAreAddedWithTheirPartnersAndKnownOnesChanged() {
        String sheet = HEADINGS
                + "kel-gw-a,10.77.9.1,kel,Kelp Sound,edge,corvane-cli,kel-gw-b,\"new, pier\"\n"
                + "kel-gw-b,10.77.9.2,kel,,edge,corvane-cli,,\n"
                + "brn-gw-a,,,,,,,night\n"
                + "brn-gw-b,10.77.2.2,brn,Brinehaven,edge,corvane-cli,brn-gw-a,\n";
        try {
            JsonNode seen = look(sheet).body();
            assertThat(seen.path("added").asInt()).as("%s", seen).isEqualTo(2);
            assertThat(seen.path("changed").asInt()).isEqualTo(1);
            assertThat(seen.path("same").asInt()).isEqualTo(1);
            assertThat(seen.path("rows").toString()).contains("labels: none → night");
            assertThat(devices()).as("looking stores nothing").isEqualTo(30);
            JsonNode done = run(sheet, seen.path("plan").asString()).body();
            assertThat(done.path("done").asBoolean()).as("%s", done).isTrue();
            JsonNode gateway = administrator.get("/api/devices/kel-gw-b").body().path("row");
            assertThat(gateway.path("partner").asString()).isEqualTo("kel-gw-a");
            assertThat(gateway.path("stance").asString()).isEqualTo("OBSERVE");
            assertThat(gateway.path("site").asString()).isEqualTo("Kelp Sound");
            assertThat(administrator.get("/api/record?subject=brn-gw-a").body().toString())
                    .contains("By import: labels: none → night.");
            assertThat(look(sheet).body().path("same").asInt())
                    .as("a second time nothing changes")
                    .isEqualTo(4);
        } finally {
            removeImported("kel-%");
            jdbc.update("delete from device_label");
        }
    }

    @Test
    void everyBadRowIsListedAndNothingIsImported() {
        String sheet = HEADINGS
                + "good-1,10.77.9.1,brn,,edge,corvane-cli,,\n"
                + "bad one,10.77.9,nowhere,,switch,corvane,nobody,?\n"
                + "good-1,10.77.9.3,brn,,edge,corvane-cli,,\n"
                + "other,10.77.2.1,brn,,edge,corvane-cli,,\n"
                + "short\n";
        JsonNode seen = look(sheet).body();
        assertThat(seen.path("bad").asInt()).isEqualTo(4);
        String words = seen.path("rows").toString();
        assertThat(words)
                .contains("A name has 1 to 60")
                .contains("Enter an IPv4 address")
                .contains("There is no site nowhere")
                .contains("“switch” is no role")
                .contains("There is no platform “corvane”")
                .contains("The partner nobody is neither known nor in the file")
                .contains("A label has")
                .contains("Row 2 has the same name")
                .contains("10.77.2.1 is the address of brn-gw-a")
                .contains("The role is missing");
        Answer refused = run(sheet, seen.path("plan").asString());
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail()).contains("Nothing was imported: 4 rows are bad");
        assertThat(devices()).isEqualTo(30);
    }

    @Test
    void tenThousandBadRowsAreNamedEach() {
        StringBuilder sheet = new StringBuilder(HEADINGS);
        for (int i = 0; i < 10_000; i++) {
            sheet.append("row-").append(i).append(",not an address,brn,,edge,corvane-cli,,\n");
        }
        JsonNode seen = look(sheet.toString()).body();
        assertThat(seen.path("bad").asInt()).isEqualTo(10_000);
        assertThat(seen.path("rows")).hasSize(10_000);
        assertThat(look(sheet + "x,1\n".repeat(10_001)).detail()).contains("more than 20,000 rows");
    }

    @Test
    void theSameSheetTwiceAtOnceIsImportedOnce() {
        StringBuilder sheet = new StringBuilder(HEADINGS);
        for (int i = 0; i < 500; i++) {
            sheet.append("twin-%d,10.99.%d.%d,brn,,access,corvane-cli,,\n".formatted(i, i / 250, i % 250 + 1));
        }
        String plan = look(sheet.toString()).body().path("plan").asString();
        try {
            List<CompletableFuture<Answer>> both = new ArrayList<>();
            for (int i = 0; i < 2; i++) {
                ApiClient person = ApiClient.loggedIn(port, "abrill");
                both.add(CompletableFuture.supplyAsync(() -> person.upload(
                        "/api/devices/import?plan=" + plan, sheet.toString().getBytes(StandardCharsets.UTF_8))));
            }
            List<Integer> statuses = both.stream()
                    .map(CompletableFuture::join)
                    .map(Answer::status)
                    .sorted()
                    .toList();
            assertThat(statuses).containsExactly(200, 409);
            assertThat(devices()).isEqualTo(530);
        } finally {
            removeImported("twin-%");
        }
    }

    @Test
    void whatHasMovedSinceTheLookIsNotImported() {
        String sheet = HEADINGS + "late-1,10.77.9.7,brn,,access,corvane-cli,,\n";
        String other = HEADINGS + "late-1,10.77.9.8,brn,,access,corvane-cli,,\n";
        String plan = look(sheet).body().path("plan").asString();
        assertThat(run(other, plan).status()).isEqualTo(409);
        assertThat(devices()).isEqualTo(30);
    }

    @Test
    void whatIsNoSheetIsSaidToBeNone() throws IOException {
        assertThat(look("").status()).isIn(400, 422);
        assertThat(look("Device,IP\nx,y\n").detail()).contains("headings, Name among them");
        assertThat(administrator
                        .upload("/api/devices/import/dry-run", new byte[] {(byte) 0xff, (byte) 0xfe, 'N'})
                        .detail())
                .contains("not in UTF-8");
        assertThat(administrator
                        .upload("/api/devices/import/dry-run", "PK\u0003nonsense".getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(422);
        assertThat(administrator.upload("/api/devices/import/dry-run", bomb()).detail())
                .contains("too large");
    }

    /** Small, and far larger once it is unpacked. */
    private static byte[] bomb() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
            byte[] nothing = new byte[1024 * 1024];
            for (int i = 0; i < 300; i++) {
                zip.write(nothing);
            }
        }
        return bytes.toByteArray();
    }

    @Test
    void anExportCanBeImportedAgainAsCsvAndAsXlsx() {
        List<String> names = List.of("brn-gw-a", "ops-fw-a", "gan-rl-a");
        for (String format : List.of("CSV", "XLSX")) {
            byte[] file = administrator.download("/api/devices/sheet", Map.of("devices", names, "format", format));
            JsonNode seen =
                    administrator.upload("/api/devices/import/dry-run", file).body();
            assertThat(seen.path("same").asInt()).as("%s: %s", format, seen).isEqualTo(3);
            assertThat(seen.path("ignoredColumns").toString()).contains("Serial number");
        }
        assertThat(new String(
                        administrator.download("/api/devices/sheet", Map.of("devices", names, "format", "CSV")),
                        StandardCharsets.UTF_8))
                .contains(PRACTICE.network().device("ops-fw-a").box().serial());
    }

    @Test
    void theSheetToHandOverTellsDevicesLinksTestsAndWhatIsOpen() throws IOException {
        byte[] file =
                administrator.download("/api/devices/handover", Map.of("devices", List.of("ald-gw-a", "ald-ac-1")));
        try (ReadableWorkbook workbook = new ReadableWorkbook(new ByteArrayInputStream(file))) {
            assertThat(workbook.getSheets().map(s -> s.getName()).toList())
                    .containsExactly("Hand-over", "Devices", "Links", "Connection tests", "Open points");
            assertThat(text(workbook, "Links")).contains("ald-gw-a x1 ops-co-a port 4".split(" "));
            assertThat(text(workbook, "Open points")).contains("Its connection was never tested.");
        }
        assertThat(administrator
                        .post("/api/devices/handover", Map.of("devices", List.of()))
                        .status())
                .isEqualTo(422);
    }

    private static List<String> text(ReadableWorkbook workbook, String sheet) throws IOException {
        List<String> words = new ArrayList<>();
        try (var rows = workbook.findSheet(sheet).orElseThrow().openStream()) {
            rows.forEach(r -> r.forEach(c -> {
                if (c != null && c.getText() != null) {
                    words.add(c.getText());
                    words.addAll(List.of(c.getText().split(" ")));
                }
            }));
        }
        return words;
    }

    @Test
    void savedViewsAreAPersonsOwn() {
        Map<String, Object> view = Map.of("content", "{\"filter\":\"role:edge\"}");
        assertThat(administrator.put("/api/views/devices/Gateways", view).body())
                .hasSize(1);
        assertThat(administrator.put("/api/views/devices/Gateways", view).body())
                .as("replaced")
                .hasSize(1);
        assertThat(ApiClient.loggedIn(port, "jvane").get("/api/views/devices").body())
                .isEmpty();
        assertThat(administrator
                        .put("/api/views/devices/" + "x".repeat(61), view)
                        .status())
                .isEqualTo(422);
        administrator.delete("/api/views/devices/Gateways");
        assertThat(administrator.get("/api/views/devices").body()).isEmpty();
    }
}
