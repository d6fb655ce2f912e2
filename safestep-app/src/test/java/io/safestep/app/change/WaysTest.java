package io.safestep.app.change;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The ways in which an author says what a device shall hold. */
class WaysTest extends SafeStepTest {

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        story = new ChangeStory(port);
    }

    private static Map<String, Object> asked(String device, String way, String lines, Long backup) {
        Map<String, Object> asked = new HashMap<>();
        asked.put("device", device);
        asked.put("way", way);
        asked.put("lines", lines);
        asked.put("backup", backup);
        return asked;
    }

    private JsonNode preview(String device, String way, String lines, Long backup) {
        return ok(story.engineer().post("/api/changes/preview", asked(device, way, lines, backup)));
    }

    private String shown(String device) {
        return preview(device, "LINES", "", null).path("outcome").asString();
    }

    private static List<String> texts(JsonNode array) {
        return array.valueStream().map(JsonNode::asString).toList();
    }

    @Test
    void theWholeConfigurationIsEditedWithItsSecretsMasked() {
        String text = shown("brn-gw-a");
        assertThat(text).contains("authentication key ‹secret›").doesNotContain("password harbour");
        JsonNode same = preview("brn-gw-a", "CONFIGURATION", text, null);
        assertThat(same.path("complaints")).isEmpty();
        assertThat(same.path("script")).isEmpty();

        JsonNode edited = preview("brn-gw-a", "CONFIGURATION", text.replace("  relay-dhcp 10.77.8.20\n", ""), null);
        assertThat(texts(edited.path("script"))).containsExactly("interface vlan 40", "  no relay-dhcp 10.77.8.20");
        assertThat(edited.path("proven").asBoolean()).isTrue();
    }

    @Test
    void aMaskAtAnotherPlaceIsNoSecret() {
        String text = shown("brn-gw-a") + "user kiosk password ‹secret›\n";
        JsonNode view = preview("brn-gw-a", "CONFIGURATION", text, null);
        assertThat(view.path("complaints").get(0).path("reason").asString()).contains("Write the secret itself");
        assertThat(view.path("script")).isEmpty();
    }

    @Test
    void aTextThatIsNoConfigurationIsRefusedAtItsLine() {
        JsonNode view = preview("brn-gw-a", "CONFIGURATION", "hostname a\nhostname b\n", null);
        assertThat(view.path("complaints").get(0).path("line").asInt()).isEqualTo(2);
        JsonNode empty = preview("brn-gw-a", "CONFIGURATION", "", null);
        assertThat(empty.path("complaints").get(0).path("reason").asString()).contains("Nothing would be left");
    }

    @Test
    void aBackupIsReturnedTo() {
        long backup = ok(story.engineer().get("/api/devices/brn-gw-a/backups"))
                .get(0)
                .path("id")
                .asLong();
        JsonNode view = preview("brn-gw-a", "BACKUP", "", backup);
        assertThat(view.path("complaints")).isEmpty();
        JsonNode foreign = preview("brn-gw-b", "BACKUP", "", backup);
        assertThat(foreign.path("complaints").get(0).path("reason").asString())
                .isEqualTo("Choose a backup of brn-gw-b to return to.");
    }

    @Test
    void pastedInstructionsAreCleanedAndWhatWasRemovedIsNamed() {
        JsonNode cleaned = ok(story.engineer()
                .post(
                        "/api/changes/paste",
                        Map.of(
                                "device",
                                "brn-gw-a",
                                "text",
                                "[brn-gw-a] configure\n[brn-gw-a @ configure] time-server 10.77.8.21\n")));
        assertThat(cleaned.path("lines").asString()).isEqualTo("time-server 10.77.8.21\n");
        assertThat(cleaned.path("removed")).hasSize(3);
    }

    @Test
    void devicesWithTheSameScriptAreShownOnceWithTheirValues() {
        int number = ok(story.engineer()
                        .post(
                                "/api/changes",
                                ChangeStory.content(
                                        0,
                                        "A VLAN for three",
                                        Map.of(
                                                "brn-gw-a", "interface vlan 40\n  mtu 1400\n",
                                                "brn-gw-b", "interface vlan 40\n  mtu 1401\n",
                                                "brn-ac-1", "vlan 70\n"),
                                        List.of())))
                .path("number")
                .asInt();
        JsonNode groups = ok(story.engineer().get("/api/changes/" + number + "/scripts"));
        assertThat(groups).hasSize(2);
        assertThat(texts(groups.get(0).path("devices"))).containsExactly("brn-ac-1");
        assertThat(texts(groups.get(1).path("devices"))).containsExactlyInAnyOrder("brn-gw-a", "brn-gw-b");
        assertThat(groups.get(1).path("script").asString()).isEqualTo("interface vlan 40\n  mtu {{ mtu }}\n");
        assertThat(texts(groups.get(1).path("variables").get(0).path("values")))
                .containsExactlyInAnyOrder("1400", "1401");
    }

    @Test
    void whatWouldNotFitIsSaidForAllDevicesTogether() {
        JsonNode summaries = ok(story.engineer()
                .post(
                        "/api/changes/previews",
                        Map.of(
                                "targets",
                                List.of(
                                        asked(
                                                "brn-gw-a",
                                                "LINES",
                                                "interface port 1\n  filter-in nowhere\n  address 10.77.1.14/30\n",
                                                null),
                                        asked("brn-gw-b", "LINES", "interface vlan 40\n  mtu 1400\n", null)))));
        assertThat(texts(summaries.get(0).path("findings")))
                .anyMatch(f -> f.contains("speaks of packet-filter nowhere, which is not there"))
                .anyMatch(f -> f.contains("these are two networks"));
        assertThat(summaries.get(1).path("findings")).isEmpty();
        assertThat(summaries.get(1).path("commands").asInt()).isEqualTo(2);
    }

    @Test
    void aBlockThatWasPastedAndNotAdaptedIsPointedOut() {
        List<Map<String, Object>> targets = new ArrayList<>();
        for (String[] one : new String[][] {
            {"brn-gw-a", "pier one"}, {"brn-gw-b", "pier two"}, {"cdq-gw-a", "pier three"}, {"cdq-gw-b", "pier one"}
        }) {
            targets.add(asked(one[0], "LINES", "interface vlan 40\n  description " + one[1] + "\n  mtu 1400\n", null));
        }
        JsonNode summaries = ok(story.engineer().post("/api/changes/previews", Map.of("targets", targets)));
        assertThat(texts(summaries.get(3).path("findings")))
                .anyMatch(f -> f.startsWith("What is written under \"interface vlan 40\" is the same as for brn-gw-a"));
        assertThat(texts(summaries.get(1).path("findings"))).noneMatch(f -> f.contains("unchanged copy"));
    }

    @Test
    void aChangeOfTheAccountWithWhichSafeStepLogsInIsPointedOut() {
        JsonNode summaries = ok(story.engineer()
                .post(
                        "/api/changes/previews",
                        Map.of("targets", List.of(asked("brn-gw-a", "LINES", "user safestep password n3w\n", null)))));
        assertThat(texts(summaries.get(0).path("findings")))
                .anyMatch(f -> f.contains("changes the account safestep with which Safe Step logs in"));
        assertThat(summaries.toString()).doesNotContain("n3w");
    }

    @Test
    void aSheetOfValuesIsReadAndABadOneRefused() {
        Answer read = story.engineer()
                .upload(
                        "/api/changes/values",
                        "Device;address\nbrn-gw-a;10.77.70.2/24\n\n".getBytes(StandardCharsets.UTF_8));
        assertThat(texts(ok(read).path("headings"))).containsExactly("Device", "address");
        assertThat(texts(read.body().path("rows").get(0))).containsExactly("brn-gw-a", "10.77.70.2/24");
        Answer broken = story.engineer().upload("/api/changes/values", new byte[] {'P', 'K', 3, 4, 9});
        assertThat(broken.status()).isEqualTo(422);
        assertThat(fieldErrors(broken.body(), "file")).contains("can't be read as an XLSX workbook");
        byte[] long600 = "Device\n".concat("brn-gw-a\n".repeat(600)).getBytes(StandardCharsets.UTF_8);
        assertThat(story.engineer().upload("/api/changes/values", long600).status())
                .isEqualTo(422);
    }

    @Test
    void everythingIsDownloadedAsTextWithoutSecrets() {
        int number = ok(story.engineer()
                        .post(
                                "/api/changes",
                                ChangeStory.content(
                                        0,
                                        "A new key",
                                        Map.of(
                                                "brn-gw-a", "ospf 1\n  authentication key gannet77\n",
                                                "brn-gw-b", "",
                                                "brn-ac-1", "mtu 1\n"),
                                        List.of(ChangeStory.check("neighbours", null, "SAME_AS_BEFORE", null)))))
                .path("number")
                .asInt();
        String text = story.engineer().text("/api/changes/" + number + "/text");
        assertThat(text)
                .startsWith("CR-" + number + ": A new key\n")
                .contains("Routing neighbours: same as before", "Undo script, proven", "+  authentication key ‹secret›")
                .contains("Nothing to send.", "Nothing is derived: lines are missing or wrong.")
                .doesNotContain("gannet77");
    }

    @Test
    void aGroupThatChangesAfterwardsIsPointedOut() {
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        Map<String, Object> group = new HashMap<>(Map.of("name", "doors", "note", "", "devices", List.of("brn-gw-a")));
        JsonNode saved = ok(administrator.post("/api/groups", group));
        Map<String, Object> content =
                new HashMap<>(ChangeStory.content(0, "For a group", Map.of("brn-gw-a", "contact pier 3\n"), List.of()));
        content.put("groups", List.of("doors"));
        int number = ok(story.engineer().post("/api/changes", content))
                .path("number")
                .asInt();
        group.put("devices", List.of("brn-gw-b"));
        ok(administrator.put("/api/groups/" + saved.path("id").asLong(), group));

        JsonNode chosen = ok(story.engineer().get("/api/changes/" + number))
                .path("groups")
                .get(0);
        assertThat(texts(chosen.path("joined"))).containsExactly("brn-gw-b");
        assertThat(texts(chosen.path("left"))).containsExactly("brn-gw-a");

        ok(administrator.delete("/api/groups/" + saved.path("id").asLong()));
        assertThat(ok(story.engineer().get("/api/changes/" + number))
                        .path("groups")
                        .get(0)
                        .path("exists")
                        .asBoolean())
                .isFalse();
        content.put("title", "For a group that is gone");
        Answer refused = story.engineer().post("/api/changes", content);
        assertThat(fieldErrors(refused.body(), "groups")).contains("There is no group called doors");
    }

    @Test
    void linesOfManyDevicesBecomeOneText() {
        JsonNode groups = ok(story.engineer()
                .post(
                        "/api/changes/common",
                        Map.of(
                                "targets",
                                List.of(
                                        Map.of("device", "brn-gw-a", "lines", "contact pier 1\n"),
                                        Map.of("device", "brn-gw-b", "lines", "contact pier 2\n")))));
        assertThat(groups.get(0).path("text").asString()).isEqualTo("contact {{ contact }}\n");
    }

    @Test
    void theWayOfEachDeviceIsKept() {
        String text = shown("brn-ac-1").replace("hostname brn-ac-1\n", "hostname brn-ac-1\ntime-server 10.77.8.99\n");
        JsonNode draft = ok(story.engineer()
                .post(
                        "/api/changes",
                        Map.of(
                                "version",
                                0,
                                "title",
                                "Edited as a whole",
                                "reason",
                                "Because the harbour master asked.",
                                "undoAccepted",
                                false,
                                "targets",
                                List.of(asked("brn-ac-1", "CONFIGURATION", text, null)),
                                "checks",
                                List.of())));
        assertThat(draft.path("targets").get(0).path("way").asString()).isEqualTo("CONFIGURATION");
        assertThat(draft.path("targets").get(0).path("complete").asBoolean()).isTrue();
    }

    @Test
    void aScriptThatCutsItsOwnPathIsNotSubmitted() {
        // This platform has no timer by which the device would go back by itself.
        String lines = "ports\n  port lo\n    no ip 10.77.0.5/32\n";
        JsonNode view = preview("ops-fw-a", "LINES", lines, null);
        assertThat(view.path("pathCut").path("command").asInt())
                .as(view.toString())
                .isPositive();
        JsonNode draft = ok(story.engineer()
                .post(
                        "/api/changes",
                        ChangeStory.content(0, "Cuts its own path", Map.of("ops-fw-a", lines), List.of())));
        Answer submitted = story.engineer()
                .post(
                        "/api/changes/" + draft.path("number").asInt() + "/submission",
                        Map.of("version", draft.path("version").asInt()));
        assertThat(submitted.status()).isEqualTo(422);
        assertThat(fieldErrors(submitted.body(), "targets[ops-fw-a].lines"))
                .contains("could not reach ops-fw-a any more");
    }

    private JsonNode takenFrom(String device, long backup, Map<String, String> decisions) {
        Map<String, Object> asked = asked(device, "OTHER_DEVICE", "", backup);
        asked.put("values", decisions);
        return ok(story.engineer().post("/api/changes/preview", asked));
    }

    @Test
    void theConfigurationOfAnotherDeviceIsTakenOverWhenItsIdentityIsDecided() {
        JsonNode takeover = ok(story.engineer().get("/api/changes/takeover?device=brn-gw-b&from=brn-gw-a"));
        long backup = takeover.path("backup").asLong();
        List<String> paths = takeover.path("lines")
                .valueStream()
                .map(l -> l.path("path").asString())
                .toList();
        assertThat(paths).contains("hostname brn-gw-a").anyMatch(p -> p.startsWith("interface vlan 40 › address"));

        JsonNode undecided = takenFrom("brn-gw-b", backup, Map.of());
        assertThat(undecided.path("script")).isEmpty();
        assertThat(undecided.path("complaints")).hasSameSizeAs(paths);
        assertThat(undecided.path("complaints").get(0).path("reason").asString())
                .contains("Decide about \"hostname brn-gw-a\"");

        Map<String, String> keepOwn = new HashMap<>();
        takeover.path("lines")
                .forEach(l -> keepOwn.put(
                        l.path("path").asString(),
                        l.path("own").isEmpty() ? "" : l.path("own").get(0).asString()));
        JsonNode decided = takenFrom("brn-gw-b", backup, keepOwn);
        assertThat(decided.path("complaints")).isEmpty();
        assertThat(decided.path("outcome").asString())
                .contains("hostname brn-gw-b")
                .doesNotContain("brn-gw-a");
        assertThat(texts(decided.path("script"))).noneMatch(line -> line.contains("hostname"));
    }

    @Test
    void aConfigurationInAnotherLanguageIsNotTakenOver() {
        Answer other = story.engineer().get("/api/changes/takeover?device=brn-gw-b&from=ald-gw-a");
        assertThat(other.status()).isEqualTo(422);
        assertThat(fieldErrors(other.body(), "from")).contains("they do not understand each other's configurations");
        assertThat(story.engineer()
                        .get("/api/changes/takeover?device=brn-gw-b&from=brn-gw-b")
                        .status())
                .isEqualTo(422);
        assertThat(story.engineer()
                        .get("/api/changes/takeover?device=brn-gw-b&from=nowhere")
                        .status())
                .isEqualTo(404);
    }

    private static Map<String, Object> sheet(String device, String platform, String lines) {
        Map<String, Object> sheet = new HashMap<>();
        sheet.put("device", device);
        sheet.put("runBy", "Sound Carrier, night desk");
        sheet.put("platform", platform);
        sheet.put("note", "In our window, after our call.");
        sheet.put("lines", lines);
        sheet.put("undo", "");
        return sheet;
    }

    private Answer withSheets(List<Map<String, Object>> sheets) {
        Map<String, Object> content =
                new HashMap<>(ChangeStory.content(0, "With a peer", Map.of("brn-gw-a", "contact pier 3\n"), List.of()));
        content.put("sheets", sheets);
        return story.engineer().post("/api/changes", content);
    }

    @Test
    void aSheetIsHandedToWhoRunsThePeerAndBelongsToTheSeal() {
        JsonNode plain = ok(withSheets(List.of()));
        JsonNode change = ok(withSheets(List.of(
                sheet("carrier-edge-7", null, "set link key gannet77\n"),
                sheet("brn-ac-2", null, "contact watch room\n"))));

        assertThat(change.path("seal").asString())
                .isNotEqualTo(plain.path("seal").asString());
        JsonNode observed = change.path("sheets").get(1);
        assertThat(observed.path("observed").asBoolean()).isTrue();
        assertThat(observed.path("undo").asString())
                .as("derived from its configuration")
                .contains("contact");
        String path = "/api/changes/" + change.path("number").asInt() + "/sheets/";
        String text = story.approver().text(path + "0");
        assertThat(text)
                .startsWith("Lines for carrier-edge-7, run by Sound Carrier, night desk")
                .contains("set link key ‹secret›", "None was written.")
                .doesNotContain("gannet77");
        assertThat(story.engineer().text("/api/changes/" + change.path("number").asInt() + "/text"))
                .contains("Lines for brn-ac-2");
        assertThat(story.engineer().get(path + "7").status()).isEqualTo(404);
    }

    @Test
    void aSheetForADeviceThatTheChangeTouchesOrThatSaysNothingIsRefused() {
        assertThat(withSheets(List.of(sheet("brn-gw-a", null, "contact x\n"))).detail())
                .contains("it needs no sheet");
        assertThat(withSheets(List.of(sheet("peer", "no-such-platform", "x\n"))).detail())
                .contains("There is no platform called no-such-platform");
        assertThat(withSheets(List.of(sheet("peer", null, " "))).detail())
                .isEqualTo("Write the lines that they should enter.");
    }
}
