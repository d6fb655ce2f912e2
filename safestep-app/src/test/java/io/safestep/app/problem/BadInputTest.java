package io.safestep.app.problem;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/**
 * Walks everything that takes a body or a question, as the API's own description tells it, with what nobody should send.
 * Whatever it is, it is refused in a sentence, and is never the fault of Safe Step.
 */
class BadInputTest extends SafeStepTest {

    /** Logging in counts attempts, and has tests of its own. */
    private static final Set<String> LEFT_OUT = Set.of("POST /api/session", "POST /api/session/code");

    private static final String EVENTS = "GET /api/runs/{id}/events";

    private static final List<String> PEOPLE =
            List.of("abrill", "roake", "hloman", "dfennimore", "mtarrant", "pquill", "iseaver");

    @Autowired
    private JdbcTemplate jdbc;

    private JsonNode description;
    private List<ApiClient> people;
    private final List<String> complaints = new ArrayList<>();

    /**
     * What is put where a text of any content may stand, and where a number may.
     *
     * @param nothingInLists whether lists hold nothing but null
     */
    private record Leaves(String text, String number, boolean nothingInLists) {
        Leaves(String text, String number) {
            this(text, number, false);
        }
    }

    private record Operation(String method, String path, JsonNode body, List<String> questions) {
        String name() {
            return method + " " + path;
        }
    }

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        people = PEOPLE.stream().map(p -> ApiClient.loggedIn(port, p)).toList();
        description = people.get(0).get("/api/openapi.json").body();
    }

    /** Wrong passwords of one's own count like failed log-ins; the tests that follow log in from here too. */
    @AfterEach
    void forgetWrongPasswords() {
        jdbc.update("delete from login_failure");
    }

    private List<Operation> operations() {
        List<Operation> found = new ArrayList<>();
        description
                .path("paths")
                .properties()
                .forEach(path -> path.getValue().properties().forEach(method -> {
                    List<String> questions = new ArrayList<>();
                    method.getValue().path("parameters").forEach(p -> {
                        if (p.path("in").asString().equals("query")) {
                            questions.add(p.path("name").asString());
                        }
                    });
                    Operation operation = new Operation(
                            method.getKey().toUpperCase(),
                            path.getKey(),
                            method.getValue()
                                    .path("requestBody")
                                    .path("content")
                                    .path("application/json")
                                    .path("schema"),
                            questions);
                    if (!LEFT_OUT.contains(operation.name())) {
                        found.add(operation);
                    }
                }));
        return found;
    }

    private List<Operation> withBody() {
        List<Operation> found =
                operations().stream().filter(o -> !o.body().isMissingNode()).toList();
        assertThat(found).hasSizeGreaterThan(60);
        return found;
    }

    /** Such as is described, with the same in every place of a kind. */
    private String sample(JsonNode schema, Leaves leaves, int depth) {
        if (schema.has("$ref")) {
            String[] parts = schema.path("$ref").asString().split("/");
            return sample(
                    description.path("components").path("schemas").path(parts[parts.length - 1]), leaves, depth + 1);
        }
        for (String several : new String[] {"allOf", "oneOf", "anyOf"}) {
            if (schema.has(several)) {
                return sample(schema.path(several).get(0), leaves, depth);
            }
        }
        if (schema.has("enum")) {
            return schema.path("enum").get(0).toString();
        }
        JsonNode type = schema.path("type");
        switch (type.isArray() ? type.get(0).asString() : type.asString()) {
            case "array":
                if (leaves.nothingInLists()) {
                    return "[null]";
                }
                return depth > 8 ? "[]" : "[" + sample(schema.path("items"), leaves, depth + 1) + "]";
            case "boolean":
                return "false";
            case "integer", "number":
                return leaves.number();
            case "string":
                return switch (schema.path("format").asString()) {
                    case "date-time" -> "\"2026-12-01T02:00:00Z\"";
                    case "date" -> "\"2026-12-01\"";
                    default -> leaves.text();
                };
            default:
                List<String> fields = new ArrayList<>();
                schema.path("properties")
                        .properties()
                        .forEach(p -> fields.add("\"" + p.getKey() + "\":" + sample(p.getValue(), leaves, depth + 1)));
                return "{" + String.join(",", fields) + "}";
        }
    }

    private static String ofNothing(String path) {
        return path.replaceAll("\\{(number|id|check|index)}", "999999").replaceAll("\\{\\w+}", "nobody");
    }

    private static String ofSomething(String path) {
        return path.replace("{number}", "1003")
                .replace("{name}", "dun-gw-b")
                .replace("{device}", "dun-gw-b")
                .replace("{page}", "devices")
                .replaceAll("\\{(group|fault)}", "nobody")
                .replaceAll("\\{\\w+}", "1");
    }

    /** By the first who has the right. */
    private Answer send(String method, String path, String body) {
        Answer answer = null;
        for (ApiClient person : people) {
            answer = person.send(method, path, body);
            if (answer.status() != 403) {
                return answer;
            }
        }
        return answer;
    }

    private void refusedInWords(String what, Answer answer) {
        boolean refused = answer.status() >= 400 && answer.status() < 500;
        if (!refused || answer.detail().isBlank()) {
            complaints.add(what + " -> " + answer);
        }
    }

    private void notOurFault(String what, Answer answer) {
        if (answer.status() >= 500 || answer.status() >= 400 && answer.detail().isBlank()) {
            complaints.add(what + " -> " + answer);
        }
    }

    private void assertNoComplaints() {
        assertThat(complaints).as("%d complaints", complaints.size()).isEmpty();
    }

    @Test
    void aBodyThatIsNotWhatIsDescribedIsRefused() {
        for (Operation o : withBody()) {
            for (String body : List.of("{", "", "[[]]", "7", "\"text\"", "{\"x\":")) {
                refusedInWords(o.name() + " " + body, send(o.method(), ofNothing(o.path()), body));
            }
            notOurFault(o.name() + " null", send(o.method(), ofNothing(o.path()), "null"));
            notOurFault(o.name() + " {}", send(o.method(), ofNothing(o.path()), "{}"));
        }
        assertNoComplaints();
    }

    @Test
    void bodiesFullOfNullAreNotOurFault() {
        for (Operation o : withBody()) {
            String body = sample(o.body(), new Leaves("null", "null"), 0);
            notOurFault(o.name() + " " + body, send(o.method(), ofNothing(o.path()), body));
        }
        assertNoComplaints();
    }

    @Test
    void listsThatHoldNullAreNotOurFault() {
        for (Operation o : withBody()) {
            String body = sample(o.body(), new Leaves("\"nobody\"", "1", true), 0);
            if (body.contains("[null]")) {
                notOurFault(o.name() + " " + body, send(o.method(), ofNothing(o.path()), body));
            }
        }
        assertNoComplaints();
    }

    @Test
    void numbersBeyondAllMeasureAreNotOurFault() {
        for (Operation o : withBody()) {
            for (String number : List.of("-1", "2147483647", "9223372036854775807", "1e99")) {
                String body = sample(o.body(), new Leaves("\"10.77.300.0\"", number), 0);
                notOurFault(o.name() + " " + body, send(o.method(), ofNothing(o.path()), body));
            }
        }
        assertNoComplaints();
    }

    /** No text in the database can hold it. Things that there are, too: their own texts must not be lost. */
    @Test
    void aTextWithACharacterThatCanNotBeStoredIsRefusedForThatReason() {
        for (Operation o : withBody()) {
            String body = sample(o.body(), new Leaves("\"a\\u0000b\"", "1"), 0);
            if (body.contains("u0000")) {
                for (String path : List.of(ofNothing(o.path()), ofSomething(o.path()))) {
                    String what = o.method() + " " + path + " " + body;
                    Answer answer = send(o.method(), path, body);
                    notOurFault(what, answer);
                    if (answer.status() == 409 && answer.detail().startsWith("Somebody else")) {
                        complaints.add(what + " -> " + answer);
                    }
                }
            }
        }
        assertNoComplaints();
    }

    @Test
    void aTextWithoutEndIsRefused() {
        String endless = "\"" + "x".repeat(1_500_000) + "\"";
        for (Operation o : withBody()) {
            if (sample(o.body(), new Leaves("\"?\"", "1"), 0).contains("?")) {
                Answer answer = send(o.method(), ofNothing(o.path()), sample(o.body(), new Leaves(endless, "1"), 0));
                if (answer.status() < 400
                        || answer.status() >= 500
                        || answer.detail().isBlank()) {
                    String said = answer.toString();
                    complaints.add(o.name() + " -> " + said.substring(0, Math.min(200, said.length())));
                }
            }
        }
        assertNoComplaints();
    }

    @Test
    void questionsThatMakeNoSenseAreNotOurFault() {
        int asked = 0;
        for (Operation o : operations()) {
            if (!o.method().equals("GET") || o.questions().isEmpty() || o.name().equals(EVENTS)) {
                continue;
            }
            for (String value :
                    List.of("", "-1", "x", "a\u0000b", "99999999999999999999", "((((", "\\", "%", "\ud83d\ude80")) {
                String encoded = URLEncoder.encode(value, StandardCharsets.UTF_8);
                String query = String.join(
                        "&", o.questions().stream().map(q -> q + "=" + encoded).toList());
                for (String path : List.of(ofNothing(o.path()), ofSomething(o.path()))) {
                    Answer answer = send("GET", path + "?" + query, null);
                    notOurFault("GET " + path + "?" + query, answer);
                    asked++;
                }
            }
        }
        assertThat(asked).isGreaterThan(150);
        assertNoComplaints();
    }

    /** As everybody will type it. */
    @Test
    void aNameInPlaceOfANumberIsCalledThat() {
        Answer answer = send("GET", "/api/changes/CR-1003", null);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.detail())
                .isEqualTo(
                        "“CR-1003” can't stand in this address: a number is expected there, of CR-1003 for example 1003.");
    }
}
