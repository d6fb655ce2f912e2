package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.EndpointWalk.Endpoint;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.core.MethodParameter;
import tools.jackson.databind.JsonNode;

/**
 * Walks every endpoint that there is as somebody who has every right, for the devices of one terminal: what is theirs goes,
 * what is not is not there, and no answer names it.
 */
class ScopeWalkTest extends ScopeGround {

    /** What is about people, words and the time, and about no device. */
    private static final Set<String> ABOUT_NO_DEVICE = Set.of(
            "GET /api/accounts",
            "POST /api/accounts",
            "POST /api/accounts/import",
            "POST /api/accounts/invitations",
            "POST /api/accounts/import/dry-run",
            "PUT /api/accounts/{login}",
            "PUT /api/accounts/{login}/wish",
            "POST /api/accounts/{login}/invitation",
            "PUT /api/accounts/{login}/retirement",
            "DELETE /api/accounts/{login}/retirement",
            "GET /api/people",
            "GET /api/teams",
            "GET /api/standard-changes",
            "GET /api/standard-changes/{id}",
            "POST /api/standard-changes/{id}/approvals",
            "GET /api/approval-rules",
            "GET /api/risk-weights",
            "POST /api/teams",
            "PUT /api/teams/{id}",
            "GET /api/own/sessions",
            "DELETE /api/own/sessions/{name}",
            "PUT /api/own/password",
            "GET /api/own/second-factor",
            "POST /api/own/second-factor",
            "PUT /api/own/second-factor",
            "POST /api/own/second-factor/removal",
            "GET /api/installation/network",
            "GET /api/installation/platforms",
            "GET /api/own/identities",
            "POST /api/own/identities",
            "DELETE /api/own/identities/{id}",
            "GET /api/own/passkeys",
            "POST /api/own/passkeys",
            "PUT /api/own/passkeys",
            "DELETE /api/own/passkeys/{id}",
            "POST /api/session/passkey",
            "PUT /api/session/passkey",
            "POST /api/session/sign-on",
            "POST /api/session/code",
            "GET /api/own/leaves",
            "POST /api/own/leaves",
            "DELETE /api/own/leaves/{id}",
            "GET /api/accounts/{login}/leaves",
            "POST /api/accounts/{login}/leaves",
            "DELETE /api/accounts/{login}/leaves/{id}",
            "GET /api/own/tokens",
            "POST /api/own/tokens",
            "DELETE /api/own/tokens/{id}",
            "GET /api/accounts/{login}/tokens",
            "POST /api/accounts/{login}/tokens",
            "DELETE /api/accounts/{login}/tokens/{id}",
            "GET /api/session",
            "POST /api/session",
            "DELETE /api/session",
            "POST /api/welcome",
            "POST /api/welcome/look",
            "GET /api/openapi.json",
            "GET /api/openapi.json.yaml",
            "GET /api/platforms",
            "GET /api/windows",
            "GET /api/backups/policy",
            // a person's own
            "GET /api/notices",
            "POST /api/notices/read",
            "GET /api/notices/choices",
            "PUT /api/notices/choices",
            "GET /api/unsaved/{place}",
            "PUT /api/unsaved/{place}",
            "DELETE /api/unsaved/{place}",
            "GET /api/views/{page}",
            "PUT /api/views/{page}/{name}",
            "DELETE /api/views/{page}/{name}",
            // the library, which all share and none of whose items says where it is used
            "GET /api/templates",
            "GET /api/templates/{id}",
            "GET /api/templates/versions/{id}",
            "GET /api/checks",
            "GET /api/checks/reads",
            "POST /api/checks/words",
            "GET /api/check-sets",
            "GET /api/pools",
            "POST /api/changes/values",
            // hashes and whether they fit
            "GET /api/record/proof",
            "GET /api/record/proof/head",
            "GET /api/record/choices");

    /** Answers that hold what devices say and what people wrote into them, as it is: other devices may be named there. */
    private static final Set<String> DEVICES_OWN_WORDS = Set.of(
            "GET /api/devices/{name}/backups/{id}",
            "GET /api/devices/{name}/reads",
            "GET /api/drift/devices/{name}/since",
            "GET /api/backups/difference",
            "GET /api/changes/{number}/devices/{device}",
            "GET /api/changes/{number}/scripts",
            "GET /api/changes/{number}/text",
            "GET /api/backups/search",
            "GET /api/search",
            "GET /api/templates",
            "GET /api/pools");

    private static final Pattern WORD = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._-]*");

    private Set<String> elsewhere() {
        return new TreeSet<>(jdbc.queryForList(
                "select d.name from device d join site s on s.id = d.site_id where s.name <> 'Dunmarsh'",
                String.class));
    }

    private static boolean isOwn(Endpoint endpoint) {
        return ABOUT_NO_DEVICE.contains(endpoint.name());
    }

    /** A new endpoint is about no device, or says how it keeps scope: this fails until somebody has thought of it. */
    @Test
    void everyEndpointSaysHowItKeepsScope() {
        List<String> silent = EndpointWalk.endpoints(mappings).stream()
                .filter(e -> !isOwn(e))
                .filter(e -> !e.handler().hasMethodAnnotation(NetworkWide.class))
                .filter(e -> Arrays.stream(e.handler().getMethodParameters()).noneMatch(ScopeWalkTest::keepsScope))
                .map(Endpoint::name)
                .sorted()
                .toList();
        assertThat(silent).as("endpoints that say nothing of scope").isEmpty();
    }

    private static boolean keepsScope(MethodParameter parameter) {
        return parameter.getParameterType() == Sight.class
                || parameter.hasParameterAnnotation(Sees.class)
                || parameter.hasParameterAnnotation(Acts.class);
    }

    /** Whatever names something elsewhere is refused, as if it were not there, whatever is to be done with it. */
    @Test
    void whatIsElsewhereIsNotThere() {
        ApiClient local = somebody("scope-local", dunmarsh(), dunmarsh());
        Map<String, Map<String, String>> ids = others();
        List<String> wrong = new ArrayList<>();
        for (Endpoint endpoint : EndpointWalk.endpoints(mappings)) {
            boolean names = endpoint.path().contains("{");
            boolean ofPeople = endpoint.path().startsWith("/api/accounts/")
                    || endpoint.path().startsWith("/api/own/");
            if (isOwn(endpoint) || ofPeople || !names && endpoint.method().equals("GET")) {
                continue;
            }
            Answer answer = endpoint.call(local, variables(ids, endpoint.path()));
            boolean isShared =
                    endpoint.method().equals("GET") && endpoint.path().matches("/api/(rules|pools)/.*");
            boolean isEmpty = endpoint.path().equals("/api/devices/sheet")
                    && !answer.body().toString().contains("brn-gw-a");
            if (answer.status() != 403 && answer.status() != 404 && !isShared && !isEmpty) {
                wrong.add(endpoint.name() + " answered " + answer.status());
            }
        }
        assertThat(wrong).isEmpty();
    }

    /** No list, search, sentence or number of what is theirs names a device elsewhere. */
    @Test
    void noAnswerNamesADeviceElsewhere() {
        written(everywhere, "Elsewhere", "brn-gw-a");
        int mixed = written(everywhere, "Here and there", "dun-gw-a", "brn-gw-a", "cdq-gw-b");
        everywhere.post(
                "/api/rounds",
                Map.of("action", "TEST_CONNECTION", "argument", "", "devices", List.of("brn-gw-a", "dun-gw-a")));
        ApiClient local = somebody("scope-local", dunmarsh(), dunmarsh());
        Set<String> elsewhere = elsewhere();
        Map<String, String> theirs = Map.of("number", String.valueOf(mixed), "name", "dun-gw-a", "device", "dun-gw-a");
        List<String> wrong = new ArrayList<>();
        int looked = 0;
        for (Endpoint endpoint : EndpointWalk.endpoints(mappings)) {
            if (!endpoint.method().equals("GET")
                    || endpoint.path().endsWith("/events")
                    || DEVICES_OWN_WORDS.contains(endpoint.name())) {
                continue;
            }
            Answer answer = local.get(endpoint.concrete(theirs) + parameters(endpoint));
            if (answer.status() != 200) {
                continue;
            }
            looked++;
            Set<String> named = words(answer.body().toString());
            named.retainAll(elsewhere);
            if (!named.isEmpty()) {
                wrong.add(endpoint.name() + " names " + named);
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(looked).as("answers that were looked through").isGreaterThan(45);
        JsonNode seen = local.get("/api/changes/" + mixed).body();
        assertThat(seen.path("hiddenDevices").asInt()).isEqualTo(2);
        assertThat(seen.path("targets")).hasSize(1);
        assertThat(local.get("/api/devices").body()).hasSize(4);
        assertThat(everywhere.get("/api/changes/" + mixed).body().path("targets"))
                .hasSize(3);
        for (String query : List.of("brn", "10.77", "Elsewhere", "hostname", "interface")) {
            JsonNode found = local.get("/api/search?q=" + query).body();
            for (JsonNode device : found.path("devices")) {
                assertThat(device.path("name").asString()).startsWith("dun-");
            }
            for (JsonNode line : found.path("lines")) {
                assertThat(line.path("device").asString()).startsWith("dun-");
            }
            for (JsonNode change : found.path("changes")) {
                assertThat(change.path("title").asString()).isNotEqualTo("Elsewhere");
            }
        }
        assertThat(local.get("/api/backups/search?q=interface")
                        .body()
                        .path("devices")
                        .asInt())
                .isBetween(1, 4);
    }

    /** What has to be said with a question. */
    private static String parameters(Endpoint endpoint) {
        return switch (endpoint.path()) {
            case "/api/record" -> "?subject=dun-gw-a";
            case "/api/schedule", "/api/freezes/times" -> "?from=2026-11-01T00:00:00Z&to=2026-12-31T00:00:00Z";
            case "/api/drift/changed" -> "?since=2026-01-01T00:00:00Z";
            case "/api/backups/retention" -> "?keepDays=0&keepVersions=1";
            default -> "";
        };
    }

    private static Set<String> words(String text) {
        Set<String> words = new TreeSet<>();
        Matcher word = WORD.matcher(text);
        while (word.find()) {
            words.add(word.group().replaceAll("[._-]+$", ""));
        }
        return words;
    }

    @Test
    void whatIsTheirsGoes() {
        ApiClient local = somebody("scope-local", dunmarsh(), dunmarsh());
        int number = written(local, "Ours", "dun-gw-a");
        Map<String, Object> wider = change("Ours", "dun-gw-a", "brn-gw-a");
        wider.put(
                "version",
                local.get("/api/changes/" + number).body().path("version").asInt());
        assertThat(local.put("/api/changes/" + number, wider).status())
                .as("an author takes in no device of others")
                .isEqualTo(404);
        assertThat(local.get("/api/devices/dun-gw-a").status()).isEqualTo(200);
        assertThat(local.get("/api/devices/dun-gw-a/backups").status()).isEqualTo(200);
        assertThat(local.post("/api/changes/preview", Map.of("device", "dun-gw-a", "lines", "vlan 7"))
                        .status())
                .isEqualTo(200);
        assertThat(somebody("scope-north", EVERYTHING, NOTHING)
                        .get("/api/changes/" + number)
                        .status())
                .isEqualTo(200);
    }

    /** A configuration of a device elsewhere can't be had by way of a change on one's own device. */
    @Test
    void noConfigurationIsTakenFromElsewhere() {
        ApiClient local = somebody("scope-local", dunmarsh(), dunmarsh());
        long backup = jdbc.queryForObject(
                "select max(b.id) from backup b join device d on d.id = b.device_id where d.name = 'brn-gw-a'",
                Long.class);
        for (String way : List.of("BACKUP", "OTHER_DEVICE")) {
            Answer taken = local.post(
                    "/api/changes/preview", Map.of("device", "dun-gw-a", "way", way, "lines", "", "backup", backup));
            assertThat(taken.status()).as("%s: %s", way, taken).isEqualTo(404);
        }
        assertThat(local.get("/api/devices/dun-gw-a/backups/" + backup).status())
                .as("under the name of one's own device")
                .isEqualTo(404);
        assertThat(local.get("/api/backups/difference?from=" + backup + "&to=" + backup)
                        .status())
                .isEqualTo(404);
        Map<String, Object> ping = Map.of(
                "read",
                "ping",
                "address",
                "10.77.8.20",
                "from",
                "brn-gw-a",
                "expectation",
                "REACHABLE",
                "settleSeconds",
                0);
        assertThat(local.post("/api/checks/trial", Map.of("device", "dun-ac-1", "check", ping))
                        .status())
                .as("a look from a device elsewhere")
                .isEqualTo(404);
        Map<String, Object> looking = change("Looks from elsewhere", "dun-ac-1");
        looking.put("checks", List.of(ping));
        assertThat(local.post("/api/changes", looking).status()).isEqualTo(404);
        int elsewhere = written(everywhere, "Elsewhere", "brn-gw-a");
        for (String asWell : List.of("%2B" + elsewhere, "0x" + Integer.toHexString(elsewhere), "0" + elsewhere)) {
            assertThat(local.get("/api/changes/" + asWell).status())
                    .as("the number written as %s", asWell)
                    .isIn(400, 404);
        }
    }

    @Test
    void whoSeesMayNotActByThat() {
        ApiClient reader = somebody("scope-reader", EVERYTHING, dunmarsh());
        assertThat(reader.get("/api/devices/brn-gw-a").status()).isEqualTo(200);
        Answer refused = reader.put("/api/devices/brn-gw-a/stance", Map.of("stance", "OBSERVE"));
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.detail())
                .isEqualTo("brn-gw-a is not among the devices on which you may act."
                        + " Ask somebody whose scope holds it.");
        assertThat(reader.post("/api/changes", change("There", "brn-gw-a")).status())
                .isEqualTo(403);
        int theirs = written(everywhere, "Here and there", "dun-gw-a", "brn-gw-a");
        assertThat(reader.get("/api/changes/" + theirs)
                        .body()
                        .path("hiddenDevices")
                        .asInt())
                .isZero();
        Answer decision = reader.post(
                "/api/changes/" + theirs + "/approvals", Map.of("verdict", "APPROVED", "comment", "", "seal", "x"));
        assertThat(decision.status()).isEqualTo(403);
        assertThat(decision.detail()).contains("has a device on which you may not act");
        ApiClient looker = somebody("scope-looker", dunmarsh(), NOTHING);
        assertThat(looker.get("/api/devices/dun-gw-a").status()).isEqualTo(200);
        assertThat(looker.post("/api/changes", change("Here", "dun-gw-a")).status())
                .isEqualTo(403);
    }

    /** Scope counts from the next request on; a draft that lost a device says so and loses nothing. */
    @Test
    void scopeThatIsTakenAwayLeavesADraftAsItIs() {
        ApiClient author = somebody("scope-author", EVERYTHING, EVERYTHING);
        int number = written(author, "Both", "dun-gw-a", "brn-gw-a");
        somebody("scope-author", dunmarsh(), dunmarsh());
        JsonNode seen = author.get("/api/changes/" + number).body();
        assertThat(seen.path("hiddenDevices").asInt()).isEqualTo(1);
        Map<String, Object> fewer = change("Both", "dun-gw-a");
        fewer.put("version", seen.path("version").asInt());
        Answer saved = author.put("/api/changes/" + number, fewer);
        assertThat(saved.status()).isEqualTo(403);
        assertThat(saved.detail()).startsWith("CR-" + number + " has a device on which you may not act.");
        assertThat(everywhere.get("/api/changes/" + number).body().path("targets"))
                .as("nothing is lost")
                .hasSize(2);
        assertThat(author.post("/api/changes/" + number + "/withdrawal", Map.of())
                        .status())
                .as("an author takes back what is theirs")
                .isEqualTo(200);
    }
}
