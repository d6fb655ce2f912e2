package io.safestep.app.people.signon;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.PeopleTest;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ApiClient.Page;
import java.net.URI;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import tools.jackson.databind.JsonNode;

/** For tests in which somebody logs in by a provider: those of the demo alone are there before and after each. */
abstract class SignOnStory extends PeopleTest {

    protected static final String SLUG = "test-sound";
    protected static final String RETURN = "/sign-on/" + SLUG + "/return";

    private static final Pattern CSRF = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"");
    private static final int MOST_STEPS = 12;

    @AfterEach
    void forget() {
        jdbc.update("delete from identity_provider where slug = ?", SLUG);
        jdbc.update("update person set signs_on = false, version = version + 1 where login = 'roake'");
        jdbc.update("delete from login_failure");
    }

    protected static Map<String, Object> provider(String issuer, boolean makesPeople, Object... rows) {
        Map<String, Object> provider = new HashMap<>();
        provider.put("slug", SLUG);
        provider.put("name", "Sound identity");
        provider.put("issuer", issuer);
        provider.put("clientId", "safe-step");
        provider.put("clientSecret", "sound-and-harbour-7");
        provider.put("scope", "profile email");
        provider.put("loginClaim", "preferred_username");
        provider.put("groupsClaim", "groups");
        provider.put("makesPeople", makesPeople);
        provider.put("rows", List.of(rows));
        return provider;
    }

    protected static Map<String, Object> mapped(String group, String... roles) {
        return Map.of("group", group, "roles", List.of(roles));
    }

    protected void believed(Map<String, Object> provider) {
        Answer added = administrator.post("/api/identity-providers", provider);
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        assertThat(added.body().path("waits").isNull()).as("%s", added).isTrue();
    }

    protected Answer begin(ApiClient who, String back) {
        return who.post("/api/session/sign-on", Map.of("provider", SLUG, "back", back));
    }

    /** Goes to the provider and comes back, as whom it is said; where the browser stands in the end. */
    protected Page visit(ApiClient who, String path, String login) {
        Page page = who.page(who.at(path));
        for (int step = 0; step < MOST_STEPS; step++) {
            if (page.next().isPresent()) {
                URI next = page.next().get();
                if (next.getPort() == port && !next.getPath().startsWith("/sign-on/")) {
                    return new Page(next, page.status(), "", page.next());
                }
                page = who.page(next);
                continue;
            }
            Matcher csrf = CSRF.matcher(page.body());
            if (!csrf.find()) {
                return page;
            }
            page = who.submit(
                    page.at().resolve("/login"),
                    Map.of("username", login, "password", "practice", "_csrf", csrf.group(1)));
        }
        throw new AssertionError("still on the way after " + MOST_STEPS + " steps, at " + page.at());
    }

    /** Logs in by the provider. */
    protected ApiClient comes(String login) {
        ApiClient who = stranger();
        Answer begun = begin(who, "/");
        assertThat(begun.status()).as("%s", begun).isEqualTo(200);
        visit(who, begun.body().path("path").asString(), login);
        return who;
    }

    protected static JsonNode person(ApiClient who) {
        return who.get("/api/session").body().path("person");
    }

    protected static String said(ApiClient who) {
        return who.get("/api/session").body().path("said").asString("");
    }
}
