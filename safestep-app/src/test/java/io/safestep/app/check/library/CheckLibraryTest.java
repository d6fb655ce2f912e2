package io.safestep.app.check.library;

import static io.safestep.app.testing.ChangeStory.content;
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

/** Checks of the library, sets of them, services, and what of that a change is offered. */
class CheckLibraryTest extends SafeStepTest {

    private ApiClient engineer;

    @BeforeEach
    void logIn() {
        awaitWholeDemo();
        engineer = ApiClient.loggedIn(port, "roake");
    }

    private static Map<String, Object> check(Map<String, Object> more) {
        Map<String, Object> check = new HashMap<>(
                Map.of("kind", "READ", "read", "routes", "expectation", "SAME_AS_BEFORE", "settleSeconds", 5));
        check.putAll(more);
        return check;
    }

    private static Map<String, Object> named(String name, int version, Map<String, Object> check) {
        return Map.of("version", version, "name", name, "description", "For a test.", "check", check);
    }

    private static Map<String, Object> set(String name, List<String> roles, List<String> topics, List<String> checks) {
        return Map.of(
                "version",
                0,
                "name",
                name,
                "description",
                "",
                "roles",
                roles,
                "platforms",
                List.of(),
                "topics",
                topics,
                "checks",
                checks);
    }

    private static JsonNode find(JsonNode list, String field, String value) {
        for (JsonNode item : list) {
            if (item.path(field).asString().equals(value)) {
                return item;
            }
        }
        return null;
    }

    private static List<String> texts(JsonNode list, String field) {
        List<String> texts = new ArrayList<>();
        list.forEach(item -> texts.add(item.path(field).asString()));
        return texts;
    }

    @Test
    void aCheckIsKeptChangedAndRemoved() {
        JsonNode added = find(
                ok(engineer.post(
                        "/api/checks",
                        named("Default route", 0, check(Map.of("expectation", "CONTAINS", "value", "0.0.0.0/0"))))),
                "name",
                "Default route");
        assertThat(added.path("looksAt").asString()).isEqualTo("Routes");
        assertThat(added.path("expected").asString()).isEqualTo("contains 0.0.0.0/0");
        assertThat(added.path("platforms").toString()).contains("corvane-cli", "haldrin-netconf", "ostrel-restconf");
        String path = "/api/checks/" + added.path("id").asLong();

        assertThat(engineer.post("/api/checks", named("Default route", 0, check(Map.of())))
                        .detail())
                .as("taken")
                .isNotBlank();
        assertThat(fieldErrors(
                        engineer.put(path, named("Default route", 1, check(Map.of("expectation", "AT_LEAST"))))
                                .body(),
                        "check.value"))
                .isEqualTo("Enter a whole number.");
        assertThat(engineer.put(path, named("Default route", 7, check(Map.of())))
                        .status())
                .as("changed meanwhile")
                .isEqualTo(409);
        ok(engineer.put(path, named("Default route", 1, check(Map.of()))));

        ok(engineer.post("/api/check-sets", set("Test routes", List.of("relay"), List.of(), List.of("Default route"))));
        Answer held = engineer.delete(path);
        assertThat(held.status()).isEqualTo(409);
        assertThat(held.detail()).contains("Test routes");
        JsonNode sets = ok(engineer.get("/api/check-sets"));
        assertThat(engineer.delete("/api/check-sets/"
                                + find(sets, "name", "Test routes").path("id").asLong())
                        .status())
                .isEqualTo(204);
        assertThat(engineer.delete(path).status()).isEqualTo(204);
    }

    @Test
    void aCheckIsTriedOutOnALiveDevice() {
        JsonNode found = ok(engineer.post(
                "/api/checks/trial",
                Map.of(
                        "device",
                        "elv-ac-2",
                        "check",
                        check(Map.of(
                                "read",
                                "interfaces",
                                "extraction",
                                Map.of(
                                        "kind",
                                        "PATH",
                                        "expression",
                                        "$..interface[?(@.name=='p10')].state",
                                        "number",
                                        false),
                                "expectation",
                                "CONTAINS",
                                "value",
                                "up")))));
        assertThat(found.path("words").asString()).isEqualTo("up is present");
        assertThat(found.path("now").asBoolean()).isTrue();
        assertThat(found.path("output").asString()).startsWith("{");
        assertThat(found.path("sent").get(0).asString()).isEqualTo("GET /data/ostrel-state:interface-states");

        Answer wrongKind = engineer.post(
                "/api/checks/trial",
                Map.of(
                        "device",
                        "cdq-gw-a",
                        "check",
                        check(Map.of("extraction", Map.of("kind", "PATH", "expression", "//route", "number", false)))));
        assertThat(fieldErrors(wrongKind.body(), "check.read")).contains("corvane-cli can't look at this");
        assertThat(fieldErrors(
                        engineer.post("/api/checks/trial", Map.of("device", "nobody", "check", check(Map.of())))
                                .body(),
                        "device"))
                .contains("no device called nobody");
    }

    @Test
    void whatIsProposedIsWhatIsTouched() {
        int addresses = draft(Map.of(
                "elv-gw-b", "interface vlan 40\n  gateway-group 40 priority 90\n", "ops-fw-b", "base\n  place quay\n"));
        JsonNode proposals = ok(engineer.get("/api/changes/" + addresses + "/check-proposals"));
        assertThat(texts(proposals, "library"))
                .startsWith("Device answers", "Configuration is saved")
                .isEqualTo(texts(proposals, "library").stream().distinct().toList())
                .contains("Shared gateway roles as before")
                .doesNotContain("Booking answers the device");
        JsonNode gateways = find(proposals, "library", "Shared gateway roles as before");
        assertThat(gateways.path("because").asString())
                .isEqualTo("Gateways, because routing and shared gateways on elv-gw-b are touched");
        assertThat(gateways.path("definition").path("devices").get(0).asString())
                .isEqualTo("elv-gw-b");
        assertThat(find(proposals, "library", "Device answers")
                        .path("definition")
                        .path("devices"))
                .as("all devices")
                .isEmpty();

        JsonNode change = ok(engineer.get("/api/changes/" + addresses));
        assertThat(change.path("basicLeftOut").toString()).contains("Device answers");
    }

    private int draft(Map<String, String> lines) {
        return ok(engineer.post("/api/changes", content(0, "Proposals", lines, List.of())))
                .path("number")
                .asInt();
    }

    @Test
    void aChangeNearAServiceLooksAtIt() {
        JsonNode near = ok(engineer.get("/api/changes/" + draft(Map.of("dun-ac-2", "contact pier\n"))));
        assertThat(texts(near.path("checks"), "service"))
                .containsExactlyInAnyOrder(
                        "Gate readers reach booking", "Ticket desks reach booking", "Ramp cameras reach the recorder");

        JsonNode onTheWay = ok(engineer.get("/api/changes/" + draft(Map.of("elv-gw-a", "contact pier\n"))));
        assertThat(texts(onTheWay.path("checks"), "title"))
                .as("at another terminal, but its packets pass here")
                .contains("Gate readers reach booking, from dun-gw-b");
        JsonNode away = ok(engineer.get("/api/changes/" + draft(Map.of("elv-ac-2", "base\n  place pier\n"))));
        assertThat(texts(away.path("checks"), "service"))
                .as("at another terminal, and nowhere on the way")
                .doesNotContain("Ramp cameras reach the recorder");
    }

    @Test
    void aServiceThatCannotBeIsRefused() {
        Answer answer = engineer.post(
                "/api/services",
                Map.of(
                        "version",
                        0,
                        "name",
                        "Impossible",
                        "description",
                        "",
                        "address",
                        "booking",
                        "severity",
                        "FAIL",
                        "settleSeconds",
                        5,
                        "ends",
                        List.of(Map.of("device", "dun-gw-a"))));
        assertThat(fieldErrors(answer.body(), "address")).contains("IPv4 address");
        Answer unknown = engineer.post(
                "/api/services",
                Map.of(
                        "version",
                        0,
                        "name",
                        "Impossible",
                        "description",
                        "",
                        "address",
                        "10.77.8.20",
                        "severity",
                        "FAIL",
                        "settleSeconds",
                        5,
                        "ends",
                        List.of(Map.of("device", "nobody"))));
        assertThat(fieldErrors(unknown.body(), "ends[0].device")).contains("no device called nobody");
    }

    @Test
    void aCheckOfAChangeIsHeldAgainstItsDevices() {
        Map<String, Object> elsewhere = check(Map.of("devices", List.of("elv-gw-a")));
        Map<String, Object> later = check(Map.of("notYetUntil", 4_711));
        Answer answer = engineer.post(
                "/api/changes", content(0, "Held", Map.of("elv-gw-b", "contact pier\n"), List.of(elsewhere, later)));
        assertThat(fieldErrors(answer.body(), "checks[0].devices")).contains("elv-gw-a is not a device of this change");
        assertThat(fieldErrors(answer.body(), "checks[1].notYetUntil")).contains("Name another change that exists");

        JsonNode draft = ok(engineer.post(
                "/api/changes",
                content(
                        0,
                        "Held",
                        Map.of("elv-gw-b", "contact pier\n", "elv-ac-1", "base\n  place pier\n"),
                        List.of(check(Map.of(
                                "extraction",
                                Map.of("kind", "PATH", "expression", "$..prefix", "number", false),
                                "devices",
                                List.of("elv-ac-1")))))));
        assertThat(draft.path("checks").get(0).path("title").asString()).isEqualTo("Routes");
        assertThat(ChangeStory.ok(engineer.get(
                                "/api/changes/" + draft.path("number").asInt()))
                        .path("checks")
                        .get(0)
                        .path("definition")
                        .path("extraction")
                        .path("expression")
                        .asString())
                .isEqualTo("$..prefix");
    }
}
