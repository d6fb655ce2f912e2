package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.EndpointWalk.Endpoint;
import io.safestep.app.people.login.LoginAttempts;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Walks every endpoint that there is, as a stranger and as somebody who may only read. */
class EndpointRightsTest extends SafeStepTest {

    /** Logging in and out, by a provider too, coming in with a link, and the description of the API: the only things open to a stranger. */
    private static final Set<String> OPEN = Set.of(
            "GET /api/session",
            "POST /api/session",
            "POST /api/session/code",
            "POST /api/session/sign-on",
            "POST /api/session/passkey",
            "PUT /api/session/passkey",
            "DELETE /api/session",
            "POST /api/welcome",
            "POST /api/welcome/look",
            "GET /api/openapi.json");

    /** What everybody may do who may read: a person's own views, words about changes, and files of what they see anyway. */
    private static final Set<String> FOR_EVERYBODY = Set.of(
            "POST /api/backups/archive",
            "POST /api/changes/{number}/comments/whole",
            "POST /api/changes/{number}/comments/{id}/answers",
            "POST /api/changes/{number}/comments/{id}/resolution",
            "DELETE /api/changes/{number}/comments/{id}/resolution",
            "POST /api/notices/read",
            "PUT /api/notices/choices",
            "PUT /api/own/password",
            "POST /api/own/identities",
            "DELETE /api/own/identities/{id}",
            "POST /api/own/passkeys",
            "PUT /api/own/passkeys",
            "DELETE /api/own/passkeys/{id}",
            "POST /api/own/leaves",
            "DELETE /api/own/leaves/{id}",
            "POST /api/own/second-factor",
            "PUT /api/own/second-factor",
            "POST /api/own/second-factor/removal",
            "POST /api/own/tokens",
            "DELETE /api/own/tokens/{id}",
            "DELETE /api/own/sessions/{name}",
            "PUT /api/runs/{id}/checks/{check}/{device}/opened",
            "PUT /api/unsaved/{place}",
            "DELETE /api/unsaved/{place}",
            "PUT /api/views/{page}/{name}",
            "DELETE /api/views/{page}/{name}",
            "POST /api/devices/sheet",
            "POST /api/devices/handover");

    /** Where the head of the record is kept is said by those who look after it. */
    private static final Set<String> OF_AUDITORS = Set.of("PUT /api/record/heads", "POST /api/record/heads");

    /** The same description as YAML, served by a library: any session will do. */
    private static final String DESCRIPTION_AS_YAML = "GET /api/openapi.json.yaml";

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping mappings;

    private List<Endpoint> endpoints() {
        return EndpointWalk.endpoints(mappings);
    }

    @Test
    void everyEndpointAsksForARight() {
        assertThat(endpoints()).hasSizeGreaterThan(25);
        for (Endpoint endpoint : endpoints()) {
            if (!OPEN.contains(endpoint.name()) && !endpoint.name().equals(DESCRIPTION_AS_YAML)) {
                assertThat(endpoint.handler().hasMethodAnnotation(PreAuthorize.class))
                        .as("%s asks for a right", endpoint.name())
                        .isTrue();
            }
        }
    }

    @Test
    void aStrangerGetsNothing() {
        ApiClient stranger = ApiClient.stranger(port);
        stranger.get("/api/session"); // so that a missing token is not what refuses
        for (Endpoint endpoint : endpoints()) {
            if (!OPEN.contains(endpoint.name())) {
                Answer answer = stranger.send(endpoint.method(), endpoint.concrete(Map.of()), Map.of());
                assertThat(answer.status())
                        .as("%s as a stranger", endpoint.name())
                        .isEqualTo(401);
                assertThat(answer.detail()).isEqualTo("Log in first.");
            }
        }
        assertThat(stranger.get("/actuator/env").status()).isIn(401, 403, 404);
        assertThat(stranger.get("/api/no-such-thing").status()).isEqualTo(401);
    }

    @Test
    void whoMayOnlyReadCanChangeNothing() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        for (Endpoint endpoint : endpoints()) {
            boolean changes = !endpoint.method().equals("GET")
                    && !OPEN.contains(endpoint.name())
                    && !FOR_EVERYBODY.contains(endpoint.name())
                    && !OF_AUDITORS.contains(endpoint.name());
            if (changes) {
                Answer answer = endpoint.call(auditor, Map.of());
                assertThat(answer.status())
                        .as("%s as an auditor: %s", endpoint.name(), answer)
                        .isEqualTo(403);
            }
        }
    }

    @Test
    void aRequestWithoutTheTokenIsRefused() {
        ApiClient stranger = ApiClient.stranger(port);
        Answer answer = stranger.post("/api/session", Map.of("login", "roake", "password", "practice"));
        assertThat(answer.status()).isEqualTo(403);
        assertThat(answer.detail()).contains("X-XSRF-TOKEN");
    }

    @Test
    void passwordsCannotBeTriedInNumbers() {
        ApiClient guesser = ApiClient.stranger(port);
        guesser.get("/api/session");
        Answer last = null;
        for (int i = 0; i <= LoginAttempts.MOST_FAILURES; i++) {
            last = guesser.post("/api/session", Map.of("login", "nobody", "password", "guess" + i));
        }
        assertThat(last.status()).isEqualTo(429);
        attempts.succeeded(new LoginAttempts.Attempt("nobody", "127.0.0.1")); // the other tests log in from here too
    }

    @Autowired
    private LoginAttempts attempts;

    @Test
    void aBodyThatIsTooLargeIsRefusedBeforeItIsRead() {
        Answer answer = ApiClient.loggedIn(port, "roake").post("/api/changes", "x".repeat(9 * 1024 * 1024));
        assertThat(answer.status()).isEqualTo(413);
    }

    @Test
    void whatIsNotJsonIsSaidToBeNone() {
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        Answer answer = engineer.post("/api/changes", "{\"title\": ");
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.detail()).contains("/api/openapi.json");
        assertThat(engineer.get("/api/changes/abc").status()).isEqualTo(400);
        assertThat(engineer.get("/api/changes/999999").status()).isEqualTo(404);
        assertThat(engineer.get("/api/schedule?from=yesterday&to=today").status())
                .isEqualTo(422);
        assertThat(engineer.post(
                                "/api/devices/brn-gw-a/reads",
                                Map.of("read", "ping", "arguments", Map.of("address", "10.77.0.1\nsave")))
                        .status())
                .isEqualTo(422);
    }
}
