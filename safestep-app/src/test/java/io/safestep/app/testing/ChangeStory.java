package io.safestep.app.testing;

import io.safestep.app.testing.ApiClient.Answer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** The usual way of a change over the API, for tests that are about something else. */
public final class ChangeStory {

    private final ApiClient engineer;
    private final ApiClient approver;
    private final ApiClient manager;

    public ChangeStory(int port) {
        engineer = ApiClient.loggedIn(port, "roake");
        approver = ApiClient.loggedIn(port, "dfennimore");
        manager = ApiClient.loggedIn(port, "mtarrant");
    }

    public ApiClient engineer() {
        return engineer;
    }

    public ApiClient approver() {
        return approver;
    }

    public ApiClient manager() {
        return manager;
    }

    /** @param address what the read command asks for; null when it asks for nothing */
    public static Map<String, Object> check(String read, String address, String expectation, String value) {
        Map<String, Object> check = new HashMap<>();
        check.put("read", read);
        check.put("arguments", address == null ? Map.of() : Map.of("address", address));
        check.put("expectation", expectation);
        check.put("value", value);
        check.put("settleSeconds", 6);
        return check;
    }

    public static Map<String, Object> content(
            int version, String title, Map<String, String> linesByDevice, List<Map<String, Object>> checks) {
        List<Map<String, String>> targets = new ArrayList<>();
        linesByDevice.forEach((device, lines) -> targets.add(Map.of("device", device, "lines", lines)));
        return Map.of(
                "version",
                version,
                "title",
                title,
                "reason",
                "Because the harbour master asked.",
                "undoAccepted",
                false,
                "targets",
                targets,
                "checks",
                checks);
    }

    /** @return the number of a change that is in review */
    public int submitted(String title, Map<String, String> linesByDevice, List<Map<String, Object>> checks) {
        JsonNode draft = ok(engineer.post("/api/changes", content(0, title, linesByDevice, checks)));
        int number = draft.path("number").asInt();
        ok(engineer.post(
                "/api/changes/" + number + "/submission",
                Map.of("version", draft.path("version").asInt())));
        return number;
    }

    public void approve(int number) {
        String seal = approver.get("/api/changes/" + number).body().path("seal").asString();
        ok(approver.post(
                "/api/changes/" + number + "/approvals", Map.of("verdict", "APPROVED", "comment", "", "seal", seal)));
    }

    public void bookIntoOpenWindow(int number) {
        ok(book(number, longestOpenNow(number), false));
    }

    /** @param automatic the run starts by itself when the window opens */
    public Answer book(int number, JsonNode opening, boolean automatic) {
        return manager.post(
                "/api/changes/" + number + "/booking",
                Map.of(
                        "windowId",
                        opening.path("windowId").asLong(),
                        "opensAt",
                        opening.path("opensAt").asString(),
                        "automatic",
                        automatic));
    }

    /** Of the openings in which it may run now, the one that closes last: at night, another may be about to close. */
    public JsonNode longestOpenNow(int number) {
        JsonNode placement = ok(manager.get("/api/changes/" + number + "/booking"));
        JsonNode longest = null;
        for (JsonNode opening : placement.path("openings")) {
            if (opening.path("openNow").asBoolean()
                    && (longest == null || closing(opening).isAfter(closing(longest)))) {
                longest = opening;
            }
        }
        if (longest == null) {
            throw new AssertionError("No window is open: " + placement);
        }
        return longest;
    }

    private static Instant closing(JsonNode opening) {
        return Instant.parse(opening.path("closesAt").asString());
    }

    /** @return the run that was started */
    public long startedRun(String title, Map<String, String> linesByDevice, List<Map<String, Object>> checks) {
        int number = submitted(title, linesByDevice, checks);
        approve(number);
        bookIntoOpenWindow(number);
        return ok(manager.post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
    }

    public JsonNode awaitEnd(long run) {
        return manager.await("/api/runs/" + run, r -> !r.path("endedAt").isNull());
    }

    public static JsonNode ok(Answer answer) {
        if (answer.status() >= 300) {
            throw new AssertionError("Refused: " + answer);
        }
        return answer.body();
    }
}
