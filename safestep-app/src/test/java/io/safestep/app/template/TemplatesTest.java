package io.safestep.app.template;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The library of templates, and templates in changes. */
class TemplatesTest extends SafeStepTest {

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        story = new ChangeStory(port);
    }

    private static Map<String, Object> variable(String name, String type) {
        Map<String, Object> variable = new HashMap<>();
        variable.put("name", name);
        variable.put("type", type);
        variable.put("description", "");
        variable.put("preset", "");
        variable.put("required", true);
        variable.put("pattern", "");
        variable.put("choices", List.of());
        variable.put("least", null);
        variable.put("most", null);
        variable.put("pool", "");
        return variable;
    }

    private static Map<String, Object> content(String text, String undo, List<Map<String, Object>> variables) {
        return Map.of("text", text, "undo", undo, "variables", variables);
    }

    private static Map<String, Object> template(int number, String name, Map<String, Object> content) {
        return Map.of(
                "number",
                number,
                "name",
                name,
                "platform",
                "corvane-cli",
                "description",
                "",
                "content",
                content,
                "note",
                "");
    }

    private static final Map<String, Object> READERS = content(
            "interface vlan {{ vlan }}\n  description {{ purpose }}\n  address {{ address }}\n",
            "",
            List.of(variable("vlan", "VLAN"), variable("purpose", "TEXT"), variable("address", "INTERFACE_ADDRESS")));

    private JsonNode created(String name, Map<String, Object> content) {
        return ok(story.engineer().post("/api/templates", template(0, name, content)));
    }

    private static Map<String, Object> target(String device, long version, Map<String, String> values) {
        return Map.of("device", device, "way", "TEMPLATE", "lines", "", "template", version, "values", values);
    }

    private JsonNode drafted(List<Map<String, Object>> targets) {
        return ok(story.engineer()
                .post(
                        "/api/changes",
                        Map.of(
                                "version",
                                0,
                                "title",
                                "By template",
                                "reason",
                                "x",
                                "undoAccepted",
                                false,
                                "targets",
                                targets,
                                "checks",
                                List.of())));
    }

    private static List<String> texts(JsonNode array, String field) {
        return array.valueStream().map(n -> n.path(field).asString()).toList();
    }

    @Test
    void aTemplateGetsANewVersionWithEachNewTextAndTheOldOnesStay() {
        JsonNode first = created("Readers one", READERS);
        long id = first.path("id").asLong();
        assertThat(first.path("number").asInt()).isEqualTo(1);

        Map<String, Object> longer = content(READERS.get("text") + "  mtu 1400\n", "", variables(READERS));
        JsonNode second = ok(story.engineer().put("/api/templates/" + id, template(1, "Readers one", longer)));
        assertThat(second.path("number").asInt()).isEqualTo(2);
        assertThat(second.path("versions")).hasSize(2);
        assertThat(ok(story.engineer().get("/api/templates/" + id + "?number=1"))
                        .path("text")
                        .asString())
                .doesNotContain("mtu");

        Answer late = story.engineer().put("/api/templates/" + id, template(1, "Readers one", READERS));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.detail()).contains("Version 2 was stored meanwhile");
        JsonNode renamed = ok(story.engineer().put("/api/templates/" + id, template(2, "Readers 1", longer)));
        assertThat(renamed.path("number").asInt())
                .as("a new name is no new version")
                .isEqualTo(2);
    }

    @SuppressWarnings("unchecked")
    private static List<Map<String, Object>> variables(Map<String, Object> content) {
        return (List<Map<String, Object>>) content.get("variables");
    }

    @Test
    void whatIsWrongWithATemplateIsSaidAtItsLineBeforeItIsStored() {
        Answer refused = story.engineer()
                .post("/api/templates", template(0, "Wrong", content("vlan 1\nvlan {{ vlna }}\n", "", List.of())));

        assertThat(refused.status()).isEqualTo(422);
        JsonNode error = refused.body().path("errors").get(0);
        assertThat(error.path("field").asString()).isEqualTo("text");
        assertThat(error.path("line").asInt()).isEqualTo(2);
        assertThat(error.path("message").asString()).contains("vlna");

        created("Taken", READERS);
        assertThat(story.engineer()
                        .post("/api/templates", template(0, "TAKEN", READERS))
                        .detail())
                .contains("There is a template called TAKEN already");
        assertThat(ApiClient.loggedIn(port, "jvane")
                        .post("/api/templates", template(0, "Nobody", READERS))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aTemplateIsTriedOnADeviceWithoutStoringAnything() {
        Map<String, Object> trial = new HashMap<>();
        trial.put("platform", "corvane-cli");
        trial.put("content", READERS);
        trial.put("device", "brn-gw-a");
        trial.put("values", Map.of("vlan", "88", "purpose", "quay readers", "address", "10.77.88.2/24"));
        JsonNode tried = ok(story.engineer().post("/api/changes/trial", trial));

        assertThat(tried.path("problems")).isEmpty();
        assertThat(tried.path("build").path("lines").asString())
                .isEqualTo("interface vlan 88\n  description quay readers\n  address 10.77.88.2/24\n");
        assertThat(tried.path("build").path("script")).hasSize(3);
        assertThat(tried.path("build").path("proven").asBoolean()).isTrue();

        trial.put("values", Map.of("vlan", "8888", "purpose", "x", "address", "nowhere"));
        JsonNode wrong = ok(story.engineer().post("/api/changes/trial", trial));
        assertThat(wrong.path("build").isNull()).isTrue();
        assertThat(texts(wrong.path("problems"), "variable")).containsExactly("vlan", "address");

        trial.put("device", null);
        assertThat(ok(story.engineer().post("/api/changes/trial", trial)).path("names"))
                .hasSize(3);
        trial.put("device", "ald-gw-a");
        assertThat(story.engineer().post("/api/changes/trial", trial).detail())
                .contains("Choose a device of the template's platform");
    }

    @Test
    void aChangeUsesOneVersionAndSaysWhenThereIsANewerOne() {
        JsonNode template = created("Readers two", READERS);
        long version = template.path("versionId").asLong();
        JsonNode draft = drafted(List.of(
                target("brn-gw-a", version, Map.of("vlan", "88", "purpose", "a", "address", "10.77.88.2/24")),
                target("brn-gw-b", version, Map.of("vlan", "88", "purpose", "b"))));

        JsonNode complete = draft.path("targets").get(0);
        assertThat(complete.path("commands").asInt()).isEqualTo(3);
        assertThat(complete.path("template").path("name").asString()).isEqualTo("Readers two");
        assertThat(complete.path("values").path("vlan").asString()).isEqualTo("88");
        assertThat(draft.path("targets").get(1).path("complete").asBoolean()).isFalse();
        Answer refused = story.engineer()
                .post(
                        "/api/changes/" + draft.path("number").asInt() + "/submission",
                        Map.of("version", draft.path("version").asInt()));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).isEqualTo("A value is missing for address.");

        Map<String, Object> longer = content(READERS.get("text") + "  mtu 1400\n", "", variables(READERS));
        ok(story.engineer().put("/api/templates/" + template.path("id").asLong(), template(1, "Readers two", longer)));
        JsonNode later =
                ok(story.engineer().get("/api/changes/" + draft.path("number").asInt()));
        JsonNode stored = later.path("targets")
                .valueStream()
                .filter(t -> t.path("device").asString().equals("brn-gw-a"))
                .findFirst()
                .orElseThrow();
        assertThat(stored.path("template").path("number").asInt()).isEqualTo(1);
        assertThat(stored.path("template").path("newest").asInt()).isEqualTo(2);
        assertThat(stored.path("commands").asInt()).isEqualTo(3);
    }

    @Test
    void aSecretValueIsShownToItsAuthorOnlyAndTheUndoPartIsUsedWhereItIsNeeded() {
        JsonNode template = created(
                "Operator password",
                content(
                        "user safestep password {{ new }}\n",
                        "user safestep password {{ old }}\n",
                        List.of(variable("new", "SECRET"), variable("old", "SECRET"))));
        JsonNode draft = drafted(List.of(target(
                "brn-gw-a", template.path("versionId").asLong(), Map.of("new", "tide-77", "old", "harbour-light-1"))));
        int number = draft.path("number").asInt();

        assertThat(draft.toString()).contains("tide-77");
        String seen = story.approver().get("/api/changes/" + number).body().toString()
                + story.approver()
                        .get("/api/changes/" + number + "/devices/brn-gw-a")
                        .body()
                + story.approver().text("/api/changes/" + number + "/text");
        assertThat(seen).doesNotContain("tide-77", "harbour-light-1").contains("‹secret›");
        JsonNode build = ok(story.engineer().get("/api/changes/" + number + "/devices/brn-gw-a"));
        assertThat(plain(build.path("undo"))).containsExactly("user safestep password ‹secret›");
        assertThat(build.path("proven").asBoolean())
                .as("whether it is the old secret can't be computed")
                .isFalse();
    }

    private static List<String> plain(JsonNode array) {
        List<String> texts = new ArrayList<>();
        array.forEach(n -> texts.add(n.asString()));
        return texts;
    }

    @Test
    void aRetiredTemplateStaysInChangesAndCanBeOfferedAgain() {
        JsonNode template = created("Old readers", READERS);
        String path = "/api/templates/" + template.path("id").asLong() + "/retirement";
        assertThat(ok(story.engineer().post(path, Map.of())).path("retired").asBoolean())
                .isTrue();
        assertThat(ok(story.engineer().delete(path)).path("retired").asBoolean())
                .isFalse();
        assertThat(story.engineer().get("/api/templates/999999").status()).isEqualTo(404);
    }
}
