package io.safestep.app.people.signon;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ApiClient.Page;
import io.safestep.practice.identity.IdentityPerson;
import io.safestep.practice.identity.IdentityProvider;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Logging in by a provider that is really there. */
class SingleSignOnTest extends SignOnStory {

    private static IdentityProvider sound;

    @BeforeAll
    static void start(@TempDir Path folder) throws IOException {
        sound = IdentityProvider.start(
                folder,
                0,
                RETURN,
                List.of(
                        new IdentityPerson("test-lowri", "Lowri Venning", List.of("harbour-watch", "all-staff")),
                        new IdentityPerson("test-odo", "Odo Brackett", List.of("ticket-desk")),
                        new IdentityPerson("roake", "Rosalind Oake", List.of("harbour-watch"))));
    }

    @AfterAll
    static void stop() {
        sound.close();
    }

    @Test
    void whoIsNewIsMadeAsTheirGroupSaysAndComesAgain() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR"), mapped("all-staff", "AUDITOR")));

        ApiClient lowri = stranger();
        String path = begin(lowri, "/changes/CR-1001").body().path("path").asString();
        String before = lowri.cookies();
        Page end = visit(lowri, path, "test-lowri");

        assertThat(before).contains("safestep=");
        assertThat(lowri.cookies().split("; "))
                .as("a session that was there before is not carried over")
                .doesNotContainAnyElementsOf(Stream.of(before.split("; "))
                        .filter(c -> c.startsWith("safestep="))
                        .toList());
        assertThat(end.at().getPath()).as("where she wanted to go").isEqualTo("/changes/CR-1001");
        assertThat(person(lowri).path("name").asString()).isEqualTo("Lowri Venning");
        assertThat(person(lowri).path("roles").toString()).isEqualTo("[\"operator on watch\"]");
        assertThat(jdbc.queryForList(
                        "select attribute_name from spring_session_attributes a join spring_session s"
                                + " on s.primary_id = a.session_primary_id where s.principal_name = 'test-lowri'",
                        String.class))
                .as("what is kept in her session: nothing of the provider")
                .containsExactly("SPRING_SECURITY_CONTEXT");

        assertThat(person(comes("test-lowri")).path("login").asString()).isEqualTo("test-lowri");
        assertThat(administrator.get("/api/record?subject=test-lowri").body().toString())
                .contains("logged in by Sound identity for the first time: operator on watch");
    }

    @Test
    void rolesFollowTheGroupsUntilSomebodyHereSaysOtherwise() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        comes("test-lowri");
        Map<String, Object> changed = new HashMap<>(provider(sound.issuer(), true, mapped("all-staff", "ENGINEER")));
        changed.put("version", providerVersion());
        assertThat(administrator.put("/api/identity-providers/" + SLUG, changed).status())
                .isEqualTo(200);

        assertThat(person(comes("test-lowri")).path("roles").toString()).isEqualTo("[\"engineer\"]");

        Map<String, Object> auditor = new HashMap<>(
                Map.of("login", "test-lowri", "name", "Lowri Venning", "email", "", "roles", List.of("AUDITOR")));
        auditor.put("version", row("test-lowri").path("version").asInt());
        assertThat(administrator.put("/api/accounts/test-lowri", auditor).status())
                .isEqualTo(200);
        assertThat(person(comes("test-lowri")).path("roles").toString()).isEqualTo("[\"auditor\"]");
    }

    @Test
    void whoseGroupsAreNothingHereIsToldSo() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));

        ApiClient odo = comes("test-odo");

        assertThat(person(odo).isNull()).isTrue();
        assertThat(said(odo))
                .isEqualTo("Sound identity knows you as test-odo, and none of your groups there is something here."
                        + " Ask an administrator.");
        assertThat(administrator.get("/api/record?subject=session").body().toString())
                .contains("Sound identity sent test-odo (groups: ticket-desk).");
    }

    @Test
    void onlyWhoIsInvitedComesInWhereNobodyIsMade() {
        believed(provider(sound.issuer(), false));
        assertThat(said(comes("test-lowri"))).contains("nobody has invited test-lowri yet");

        administrator.post(
                "/api/accounts",
                Map.of("login", "test-lowri", "name", "L. Venning", "email", "", "roles", List.of("AUDITOR")));
        ApiClient lowri = comes("test-lowri");

        assertThat(person(lowri).path("name").asString()).isEqualTo("L. Venning");
        assertThat(row("test-lowri").path("standing").asString()).isEqualTo("HERE");
        assertThat(jdbc.queryForObject("select count(*) from person_link where used_at is null", Integer.class))
                .as("links of the invitation that still open the account")
                .isZero();
    }

    private String invited(String login, String role) {
        Answer added = administrator.post(
                "/api/accounts", Map.of("login", login, "name", "L. Venning", "email", "", "roles", List.of(role)));
        return added.body().path("path").asString().substring("/welcome#".length());
    }

    private Answer beginInvited(ApiClient who, String token) {
        return who.post("/api/session/sign-on", Map.of("provider", SLUG, "back", "/", "token", token));
    }

    @Test
    void aLinkIsUsedUpByComingInByAProviderWhateverOneIsCalledThere() {
        believed(provider(sound.issuer(), false));
        String token = invited("test-venning", "AUDITOR");
        ApiClient lowri = stranger();
        assertThat(lowri.post("/api/welcome/look", Map.of("token", token))
                        .body()
                        .path("byProvider")
                        .asBoolean())
                .isTrue();

        Answer begun = beginInvited(lowri, token);
        visit(lowri, begun.body().path("path").asString(), "test-lowri");

        assertThat(person(lowri).path("login").asString()).isEqualTo("test-venning");
        assertThat(row("test-venning").path("standing").asString()).isEqualTo("HERE");
        assertThat(stranger().post("/api/welcome/look", Map.of("token", token)).detail())
                .startsWith("This link was used already.");
        assertThat(person(comes("test-lowri")).path("login").asString())
                .as("and again, without a link")
                .isEqualTo("test-venning");
    }

    @Test
    void aLinkThatIsNoneOrIsUsedMeanwhileLetsNobodyIn() {
        believed(provider(sound.issuer(), false));
        assertThat(beginInvited(stranger(), "x".repeat(43)).detail()).startsWith("This link is not known");

        String token = invited("test-venning", "AUDITOR");
        ApiClient lowri = stranger();
        Answer begun = beginInvited(lowri, token);
        administrator.post("/api/accounts/test-venning/invitation", Map.of());
        visit(lowri, begun.body().path("path").asString(), "test-lowri");
        assertThat(person(lowri).isNull()).isTrue();
        assertThat(said(lowri)).startsWith("This link is not known, or a newer one was made.");
        assertThat(row("test-venning").path("standing").asString()).isEqualTo("INVITED");
        assertThat(jdbc.queryForObject(
                        "select count(*) from person_identity where subject = 'test-lowri'", Integer.class))
                .as("nothing of it stays")
                .isZero();
        jdbc.update("delete from login_failure");
    }

    @Test
    void somebodyWhoComesInAlreadyDoesNotTakeASecondAccountByALink() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        comes("test-lowri");
        String token = invited("test-venning", "ENGINEER");
        ApiClient lowri = stranger();
        visit(lowri, beginInvited(lowri, token).body().path("path").asString(), "test-lowri");
        assertThat(person(lowri).isNull()).isTrue();
        assertThat(said(lowri)).contains("somebody who comes in here as another person");
        assertThat(stranger().post("/api/welcome/look", Map.of("token", token)).status())
                .as("the link is still there for whom it is")
                .isEqualTo(200);
    }

    @Test
    void anAdministratorChoosesAPasswordFirst() {
        believed(provider(sound.issuer(), false));
        String token = invited("test-venning", "ADMINISTRATOR");
        assertThat(stranger()
                        .post("/api/welcome/look", Map.of("token", token))
                        .body()
                        .path("byProvider")
                        .asBoolean())
                .isFalse();
        Answer refused = beginInvited(stranger(), token);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail()).startsWith("An administrator needs a password of their own first");
    }

    @Test
    void aNameAtTheProviderOpensNoAccountInUseUntilItsOwnerSaysSo() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        ApiClient pretender = comes("roake");
        assertThat(person(pretender).isNull()).isTrue();
        assertThat(said(pretender)).startsWith("There is an account of this log-in or mail address already.");

        ApiClient roake = ApiClient.loggedIn(port, "roake");
        Map<String, String> wrong = Map.of("provider", SLUG, "password", "guess");
        assertThat(roake.post("/api/own/identities", wrong).status())
                .as("with a wrong password")
                .isEqualTo(422);
        Answer begun = roake.post("/api/own/identities", Map.of("provider", SLUG, "password", "practice"));
        Page end = visit(roake, begun.body().path("path").asString(), "roake");
        assertThat(end.at().getPath()).isEqualTo("/own");
        JsonNode own = roake.get("/api/own/identities").body();
        assertThat(own.path("identities")).as("%s", own).hasSize(1);

        ApiClient byProvider = comes("roake");
        assertThat(person(byProvider).path("login").asString()).isEqualTo("roake");
        assertThat(person(byProvider).path("roles").toString())
                .as("joined by its owner: the groups say nothing")
                .contains("engineer");

        long id = own.path("identities").get(0).path("id").asLong();
        assertThat(roake.delete("/api/own/identities/" + id).status()).isEqualTo(204);
        assertThat(person(comes("roake")).isNull()).isTrue();
    }

    @Test
    void whoIsRetiredStaysOutAndIsForgottenThere() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        ApiClient lowri = comes("test-lowri");
        administrator.put("/api/accounts/test-lowri/retirement", Map.of());

        assertThat(lowri.get("/api/changes").status()).isEqualTo(401);
        assertThat(said(comes("test-lowri"))).startsWith("The account of test-lowri is retired.");

        administrator.delete("/api/accounts/test-lowri/retirement");
        assertThat(row("test-lowri").path("standing").asString())
                .as("who comes back is invited again")
                .isEqualTo("INVITED");
    }

    @Test
    void aProviderThatIsAwayIsSaidToBeAndPasswordsGoOn() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        comes("test-lowri");
        sound.away(true);
        try {
            ApiClient who = stranger();
            // That it answered is believed for a moment.
            Awaitility.await()
                    .untilAsserted(
                            () -> assertThat(begin(who, "/").detail()).startsWith("Sound identity does not answer."));
            Page direct = who.page(who.at("/sign-on/" + SLUG));
            assertThat(direct.next().map(Object::toString).orElse("")).endsWith("/");
            assertThat(said(who)).startsWith("Sound identity does not answer.");
            JsonNode trial = administrator
                    .post("/api/identity-providers/" + SLUG + "/trial", Map.of())
                    .body();
            assertThat(trial.path("sentence").asString()).startsWith("It answers 503");
            assertThat(ApiClient.loggedIn(port, "roake").get("/api/changes").status())
                    .isEqualTo(200);
        } finally {
            sound.away(false);
        }
    }

    @Test
    void whatIsSwitchedOffLetsNobodyInAndIsNotOffered() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        assertThat(stranger().get("/api/session").body().path("providers").toString())
                .contains("Sound identity");
        administrator.put("/api/identity-providers/" + SLUG + "/off", Map.of("off", true));
        assertThat(stranger().get("/api/session").body().path("providers").toString())
                .doesNotContain("Sound identity");
        assertThat(begin(stranger(), "/").status()).isEqualTo(404);
    }

    @Test
    void whatIsRemovedTakesTheWayInWithIt() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        comes("test-lowri");
        administrator.delete("/api/identity-providers/" + SLUG);
        assertThat(row("test-lowri").path("standing").asString()).isEqualTo("INVITED");
    }

    @Test
    void theWayBackIsOneOfOurPages() {
        believed(provider(sound.issuer(), true, mapped("harbour-watch", "OPERATOR")));
        for (String back :
                List.of("//elsewhere.example/", "https://elsewhere.example", "/\\elsewhere.example", "/../x", "/a?b")) {
            ApiClient lowri = stranger();
            String path = begin(lowri, back).body().path("path").asString();
            assertThat(visit(lowri, path, "test-lowri").at().toString())
                    .as("after wanting back to %s", back)
                    .isEqualTo("http://127.0.0.1:" + port + "/");
        }
    }

    private int providerVersion() {
        for (JsonNode row : administrator.get("/api/identity-providers").body()) {
            if (row.path("slug").asString().equals(SLUG)) {
                return row.path("version").asInt();
            }
        }
        throw new AssertionError("no provider " + SLUG);
    }
}
