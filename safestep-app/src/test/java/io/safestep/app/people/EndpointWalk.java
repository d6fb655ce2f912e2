package io.safestep.app.people;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Every endpoint that there is, with something to send to each. */
final class EndpointWalk {

    private static final Map<String, String> USUAL = Map.ofEntries(
            Map.entry("number", "1003"),
            Map.entry("id", "1"),
            Map.entry("version", "1"),
            Map.entry("name", "brn-gw-a"),
            Map.entry("device", "brn-gw-a"),
            Map.entry("check", "1"),
            Map.entry("fault", "SLOW"),
            Map.entry("group", "nobody"),
            Map.entry("index", "0"),
            Map.entry("place", "test-place"),
            Map.entry("slug", "nobodys"),
            Map.entry("site", "1"),
            Map.entry("login", "jvane"),
            Map.entry("page", "devices"));

    private EndpointWalk() {}

    record Endpoint(String method, String path, HandlerMethod handler) {

        String name() {
            return method + " " + path;
        }

        /** The path with something in place of each variable. */
        String concrete(Map<String, String> variables) {
            Map<String, String> all = new HashMap<>(USUAL);
            all.putAll(variables);
            String concrete = path;
            for (Map.Entry<String, String> e : all.entrySet()) {
                concrete = concrete.replace("{" + e.getKey() + "}", e.getValue());
            }
            return concrete;
        }

        private boolean takesFile() {
            return path.startsWith("/api/devices/import")
                    || path.startsWith("/api/accounts/import")
                    || path.startsWith("/api/backups/archive/")
                    || path.equals("/api/changes/values");
        }

        Answer call(ApiClient client, Map<String, String> variables) {
            return takesFile()
                    ? client.upload(concrete(variables) + "?plan=x", new byte[] {'x'})
                    : client.send(method, concrete(variables), body(this));
        }
    }

    static List<Endpoint> endpoints(RequestMappingHandlerMapping mappings) {
        List<Endpoint> found = new ArrayList<>();
        mappings.getHandlerMethods().forEach((info, handler) -> {
            for (String path : info.getPatternValues()) {
                for (RequestMethod method : info.getMethodsCondition().getMethods()) {
                    if (path.startsWith("/api/")) {
                        found.add(new Endpoint(method.name(), path, handler));
                    }
                }
            }
        });
        return found;
    }

    private static Map<String, Object> provider() {
        return Map.of(
                "slug", "nobodys",
                "name", "x",
                "issuer", "https://id.ferries.example",
                "clientId", "x",
                "scope", "profile",
                "loginClaim", "x",
                "groupsClaim", "x",
                "makesPeople", false,
                "rows", List.of());
    }

    /** A body that is good enough to get as far as the question of rights. */
    private static Object body(Endpoint endpoint) {
        return switch (endpoint.path()) {
            case "/api/accounts", "/api/accounts/{login}" ->
                Map.of("login", "nobody", "name", "x", "roles", List.of("AUDITOR"), "version", 0);
            case "/api/accounts/{login}/tokens" -> Map.of("name", "x", "rights", List.of("READ"), "days", 1);
            case "/api/accounts/{login}/wish" -> Map.of("agree", true);
            case "/api/installation/network" -> Map.of("name", "x", "zone", "UTC", "referenceLink", "");
            case "/api/accounts/invitations" -> Map.of("logins", List.of("nobody-of-this-name"));
            case "/api/installation/mail" ->
                Map.of("host", "", "port", 0, "protection", "TLS", "user", "", "sender", "", "version", 0);
            case "/api/record/heads" -> Map.of("mailed", List.of(), "version", 0);
            case "/api/installation/mail/wish" -> Map.of("agree", true);
            case "/api/installation/mail/off" -> Map.of("off", true);
            case "/api/identity-providers", "/api/identity-providers/{slug}" -> provider();
            case "/api/identity-providers/{slug}/wish" -> Map.of("agree", true);
            case "/api/identity-providers/{slug}/off" -> Map.of("off", true);
            case "/api/cables" ->
                Map.of("device", "a", "interfaceName", "b", "otherDevice", "c", "otherInterface", "d");
            case "/api/cables/import" -> Map.of("text", "a,b,c,d");
            case "/api/changes", "/api/changes/{number}", "/api/changes/needs" ->
                Map.of(
                        "version",
                        1,
                        "title",
                        "x",
                        "reason",
                        "x",
                        "undoAccepted",
                        false,
                        "targets",
                        List.of(Map.of("device", "brn-gw-a", "lines", "")),
                        "checks",
                        List.of());
            case "/api/practice/devices/{name}/faults/{fault}" -> Map.of("match", "");
            case "/api/practice/devices/{name}/reboot" -> Map.of("seconds", 1);
            case "/api/practice/devices/{name}/edits" -> Map.of("lines", "contact nobody");
            case "/api/changes/paste" -> Map.of("device", "brn-gw-a", "text", "vlan 70\n");
            case "/api/changes/common", "/api/changes/previews" ->
                Map.of("targets", List.of(Map.of("device", "brn-gw-a", "lines", "")));
            case "/api/devices/sheet" -> Map.of("devices", List.of("brn-gw-a"), "format", "CSV");
            case "/api/devices/handover" -> Map.of("devices", List.of("brn-gw-a"));
            case "/api/changes/preview" -> Map.of("device", "brn-gw-a", "lines", "");
            case "/api/templates", "/api/templates/{id}" ->
                Map.of(
                        "number",
                        0,
                        "name",
                        "x",
                        "platform",
                        "corvane-cli",
                        "description",
                        "",
                        "content",
                        template(),
                        "note",
                        "");
            case "/api/pools", "/api/pools/{id}" ->
                Map.of(
                        "name",
                        "x",
                        "kind",
                        "VLAN",
                        "description",
                        "",
                        "ranges",
                        List.of("990"),
                        "exclusions",
                        List.of(),
                        "length",
                        0,
                        "numberPlace",
                        "");
            case "/api/pools/{id}/releases" -> Map.of("allocation", 1, "reason", "x");
            case "/api/changes/{number}/comments" ->
                Map.of("device", "x", "side", "OUTCOME", "path", List.of(), "line", "x", "body", "x");
            case "/api/changes/{number}/comments/whole" -> Map.of("body", "x", "question", false);
            case "/api/changes/{number}/comments/{id}/answers" -> Map.of("body", "x");
            case "/api/changes/{number}/allocations" ->
                Map.of("pool", "x", "wishes", List.of(Map.of("device", "brn-gw-a", "variable", "x", "type", "VLAN")));
            case "/api/changes/trial" ->
                Map.of("platform", "corvane-cli", "content", template(), "values", Map.of(), "device", "brn-gw-a");
            case "/api/changes/{number}/closure" -> Map.of("note", "x");
            case "/api/changes/{number}/approvals" -> Map.of("verdict", "APPROVED", "comment", "", "seal", "x");
            case "/api/changes/{number}/booking" ->
                Map.of("windowId", 1, "opensAt", "2026-11-25T05:30:00Z", "automatic", true);
            case "/api/changes/{number}/release" -> Map.of("reason", "x", "seal", "x");
            case "/api/changes/{number}/review" -> Map.of("comment", "x");
            case "/api/checks", "/api/checks/{id}" ->
                Map.of("version", 0, "name", "x", "description", "", "check", check());
            case "/api/checks/words" -> Map.of("checks", List.of(check()));
            case "/api/checks/trial" -> Map.of("device", "brn-gw-a", "check", check());
            case "/api/check-sets", "/api/check-sets/{id}" ->
                Map.of(
                        "version",
                        0,
                        "name",
                        "x",
                        "description",
                        "",
                        "roles",
                        List.of(),
                        "platforms",
                        List.of(),
                        "topics",
                        List.of(),
                        "checks",
                        List.of("x"));
            case "/api/services", "/api/services/{id}" ->
                Map.of(
                        "version",
                        0,
                        "name",
                        "x",
                        "description",
                        "",
                        "address",
                        "10.77.8.20",
                        "severity",
                        "WARN",
                        "settleSeconds",
                        0,
                        "ends",
                        List.of(Map.of("device", "brn-gw-a")));
            case "/api/runs/{id}/checks/{check}/answer" -> Map.of("devices", List.of("brn-gw-a"), "yes", true);
            case "/api/runs/{id}/way-back" -> Map.of("whole", false);
            case "/api/runs/{id}/pause" -> Map.of("after", "AFTER_WAVE");
            case "/api/runs/{id}/lengthening" -> Map.of("until", "2030-01-01T00:00:00Z", "reason", "x");
            case "/api/drift/findings/{id}/decisions" -> Map.of("step", "CLOSE", "version", 0, "reason", "x");
            case "/api/regular-rounds", "/api/regular-rounds/{id}", "/api/regular-rounds/estimate" ->
                Map.of(
                        "name",
                        "x",
                        "action",
                        "DRIFT",
                        "firstDay",
                        "2026-11-25",
                        "at",
                        "01:00",
                        "recurrence",
                        "FREQ=DAILY",
                        "spreadMinutes",
                        0,
                        "active",
                        false);
            case "/api/approval-rules", "/api/approval-rules/{id}" -> approvalRule();
            case "/api/standard-changes", "/api/standard-changes/{id}" -> standardChange();
            case "/api/standard-changes/trial" -> Map.of("standard", standardChange());
            case "/api/standard-changes/{id}/submission" -> Map.of("number", 1);
            case "/api/standard-changes/{id}/approvals" ->
                Map.of("verdict", "APPROVED", "comment", "", "seal", "0".repeat(64));
            case "/api/standard-changes/{id}/suspension" -> Map.of("why", "x");
            case "/api/approval-rules/effect" -> Map.of("rule", approvalRule());
            case "/api/site-teams/{site}" -> Map.of("team", 1);
            case "/api/risk-weights" -> Map.of("points", Map.of(), "raisedFrom", 5, "highFrom", 10, "version", 0);
            case "/api/rules", "/api/rules/{id}", "/api/rules/trial" ->
                Map.of(
                        "name",
                        "x",
                        "platform",
                        "corvane-cli",
                        "active",
                        false,
                        "stopsChanges",
                        false,
                        "note",
                        "",
                        "content",
                        Map.of(
                                "kind",
                                "MUST_CONTAIN",
                                "inside",
                                List.of(),
                                "lines",
                                List.of("x"),
                                "pattern",
                                "",
                                "parameters",
                                Map.of()));
            case "/api/rules/{id}/exceptions/{device}" -> Map.of("reason", "x", "until", "2030-01-01");
            case "/api/teams", "/api/teams/{id}" -> Map.of("name", "x", "members", List.of());
            case "/api/teams/{id}/program" -> Map.of("address", "https://messages.ferries.example/x");
            case "/api/backups/policy" ->
                Map.of("oldAfterHours", 1, "keepDays", 1, "keepVersions", 1, "clearsDaily", false);
            case "/api/backups/retention" -> Map.of("seen", 0);
            case "/api/backups/archive" -> Map.of("devices", List.of("brn-gw-a"), "every", false, "secrets", true);
            case "/api/devices/{name}/backups/{id}/reference" -> Map.of("reason", "x");
            case "/api/freezes" ->
                Map.of(
                        "name",
                        "x",
                        "reason",
                        "x",
                        "begins",
                        "2030-01-01T00:00",
                        "ends",
                        "2030-01-01T01:00",
                        "sites",
                        List.of(),
                        "groups",
                        List.of());
            case "/api/freezes/{id}/lifting" -> Map.of("reason", "x");
            case "/api/windows/{id}/retirement" -> Map.of("reason", "x");
            case "/api/windows" -> Map.of("name", "x", "firstDay", "2026-11-25", "opens", "01:00", "closes", "02:00");
            case "/api/devices/{name}/stance" -> Map.of("stance", "MANAGED");
            case "/api/devices/{name}/reads" -> Map.of("read", "routes");
            case "/api/devices/{name}/record" ->
                Map.of(
                        "address",
                        "10.77.2.1",
                        "siteCode",
                        "brn",
                        "role",
                        "EDGE",
                        "platform",
                        "corvane-cli",
                        "labels",
                        List.of());
            case "/api/devices/{name}/serial" -> Map.of("seen", "x");
            case "/api/devices/{name}/host-key" -> Map.of("offered", "x", "accept", true, "reason", "x");
            case "/api/rounds" -> Map.of("action", "BACK_UP", "argument", "", "devices", List.of("brn-gw-a"));
            case "/api/groups", "/api/groups/{id}" -> Map.of("name", "x", "note", "", "devices", List.of());
            case "/api/groups/preview" -> rule();
            case "/api/credentials", "/api/credentials/{id}" ->
                Map.of("name", "x", "login", "x", "password", "x", "standard", false);
            case "/api/credentials/trial" -> Map.of("login", "x", "password", "x", "device", "brn-gw-a");
            case "/api/credentials/uses" -> Map.of("place", "DEVICE", "name", "brn-gw-a");
            case "/api/searches/size" -> Map.of("ranges", List.of("10.77.2.0/24"), "exclusions", List.of());
            case "/api/searches/range" ->
                Map.of("ranges", List.of("10.77.2.0/24"), "exclusions", List.of(), "credentials", List.of(1));
            case "/api/searches/walk" -> Map.of("start", "brn-gw-a", "depth", 1, "credentials", List.of());
            case "/api/searches/{id}/additions" ->
                Map.of(
                        "devices",
                        List.of(Map.of(
                                "resultId",
                                1,
                                "name",
                                "x",
                                "siteCode",
                                "x",
                                "role",
                                "EDGE",
                                "labels",
                                List.of(),
                                "groups",
                                List.of())));
            default -> Map.of("version", 1);
        };
    }

    private static Map<String, Object> check() {
        return Map.of("read", "routes", "expectation", "SAME_AS_BEFORE", "settleSeconds", 0);
    }

    private static Map<String, Object> template() {
        return Map.of("text", "x", "undo", "", "variables", List.of());
    }

    private static Map<String, Object> rule() {
        return Map.of(
                "sites",
                List.of(),
                "roles",
                List.of(),
                "platforms",
                List.of(),
                "namePattern",
                "x",
                "labels",
                List.of());
    }

    private static Map<String, Object> standardChange() {
        Map<String, Object> bounds = new HashMap<>(Map.of("values", Map.of(), "mostDevices", 1, "mostAtOnce", 1));
        List.of("sites", "groups", "roles", "checks", "windows").forEach(set -> bounds.put(set, List.of()));
        return Map.of(
                "number",
                0,
                "name",
                "x",
                "purpose",
                "x",
                "templateVersion",
                999_999,
                "bounds",
                bounds,
                "examples",
                Map.of(),
                "validUntil",
                "2099-01-01");
    }

    private static Map<String, Object> approvalRule() {
        Map<String, Object> when = new HashMap<>(Map.of("about", "NORMAL", "leastRisk", "LOW", "leastDevices", 1));
        List.of("topics", "sites", "groups", "roles", "platforms").forEach(set -> when.put(set, List.of()));
        List.of("unproven", "cutsPath", "services", "outsideWindows").forEach(flag -> when.put(flag, false));
        return Map.of(
                "name",
                "x",
                "active",
                false,
                "when",
                when,
                "who",
                Map.of("kind", "ANYBODY", "people", List.of(), "howMany", 1),
                "terms",
                Map.of("turn", 1, "readAll", false, "runnerApart", false),
                "version",
                0);
    }
}
