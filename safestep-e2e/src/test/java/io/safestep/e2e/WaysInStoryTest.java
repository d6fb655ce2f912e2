package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.identity.IdentityPerson;
import io.safestep.practice.identity.IdentityProvider;
import java.io.IOException;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** Coming in without a password: by an identity provider, and with a key that a device keeps. */
class WaysInStoryTest extends SafeStepTest {

    @Autowired
    private JdbcTemplate jdbc;

    private Browser browser;

    @BeforeEach
    void openBrowser() {
        browser = new Browser(port);
    }

    @AfterEach
    void closeBrowser() {
        browser.close();
        jdbc.update("delete from identity_provider where slug = 'harbour'");
        jdbc.update("delete from passkey");
        jdbc.update("update person set has_passkey = false, passkey_handle = null, version = version + 1");
        jdbc.update("update person set retired_at = now() where login in ('nfairlie', 'lowri-desk')");
    }

    private static void put(Page page, String part, String value) {
        page.locator("#provider-" + part).fill(value);
    }

    private static Locator box(Page page, String id) {
        return page.locator("[id='" + id + "']");
    }

    private static void atTheProvider(Page page, String login) {
        page.waitForURL(Pattern.compile(".*/login"));
        page.locator("#username").fill(login);
        page.locator("#password").fill("practice");
        button(page, "Go on").click();
    }

    @Test
    void somebodyNewComesInByTheProviderThatAnAdministratorBelieves(@TempDir Path folder) throws IOException {
        try (IdentityProvider sound =
                IdentityProvider.start(folder, 0, "/sign-on/harbour/return", IdentityPerson.ofMerrowSound())) {
            Page administrator = browser.loggedIn("abrill", "chart");
            browser.open(administrator, "/settings/sign-on");
            assertThat(administrator.locator(".empty").first()).containsText("Nobody comes in by an identity provider");
            administrator.getByText("Add a provider").click();
            put(administrator, "name", "Harbour identity");
            put(administrator, "slug", "harbour");
            put(administrator, "issuer", "http://id.harbour.example");
            put(administrator, "clientId", "safe-step");
            put(administrator, "clientSecret", "sound-and-harbour-7");
            administrator.locator("#provider-makes").check();
            button(administrator, "Add a group").click();
            box(administrator, "row-0-group").fill("brinehaven-network");
            box(administrator, "row-0-role-ENGINEER").check();
            box(administrator, "row-0-sees-some").check();
            administrator
                    .locator(".places-list")
                    .getByText("Brinehaven", new Locator.GetByTextOptions().setExact(true))
                    .check();
            button(administrator, "Add it").click();
            assertThat(administrator.locator("#provider-issuer-wrong")).containsText("Only https is believed");
            put(administrator, "issuer", sound.issuer());
            checkAccessibility(administrator, "the form of an identity provider");
            button(administrator, "Add it").click();
            administrator.getByText("Harbour identity").click();
            button(administrator, "Ask whether it answers").click();
            assertThat(administrator.locator(".block.good")).containsText("It answers.");

            Page fairlie = browser.stranger("watch");
            checkAccessibility(fairlie, "the log-in with several ways in");
            button(fairlie, "Log in by Harbour identity").click();
            atTheProvider(fairlie, "nfairlie");
            fairlie.waitForSelector(".rail");
            browser.open(fairlie, "/own");
            assertThat(fairlie.locator(".head")).containsText("engineer · Brinehaven");
            assertThat(fairlie.locator(".main")).containsText("You come in by Harbour identity");

            Page brackett = browser.stranger("chart");
            button(brackett, "Log in by Harbour identity").click();
            atTheProvider(brackett, "obrackett");
            assertThat(brackett.getByRole(AriaRole.ALERT)).containsText("none of your groups there is something here");

            browser.open(administrator, "/settings/people/new");
            administrator.getByLabel("Name").fill("Lowri at the desk");
            administrator.locator("#person-login").fill("lowri-desk");
            administrator
                    .getByLabel("auditor", new Page.GetByLabelOptions().setExact(true))
                    .check();
            button(administrator, "Add and invite").click();
            Page invited = browser.stranger("watch");
            invited.navigate(administrator.locator("code.token").textContent());
            assertThat(invited.locator("h1")).containsText("Welcome, Lowri at the desk");
            checkAccessibility(invited, "a link that a provider may use up");
            button(invited, "Come in by Harbour identity").click();
            atTheProvider(invited, "lvenning");
            invited.waitForSelector(".rail");
            browser.open(invited, "/own");
            assertThat(invited.locator(".head")).containsText("Lowri at the desk");
        }
        browser.assertNoComplaints();
    }

    private Page byName(Page page) {
        page.navigate("http://localhost:" + port + "/");
        return page;
    }

    private static JsonObject keeping(boolean knowsItsOwner) {
        JsonObject device = new JsonObject();
        device.addProperty("protocol", "ctap2");
        device.addProperty("transport", "internal");
        device.addProperty("hasResidentKey", true);
        device.addProperty("hasUserVerification", true);
        device.addProperty("isUserVerified", knowsItsOwner);
        device.addProperty("automaticPresenceSimulation", true);
        JsonObject options = new JsonObject();
        options.add("options", device);
        return options;
    }

    private static String authenticator(CDPSession cdp, boolean knowsItsOwner) {
        return cdp.send("WebAuthn.addVirtualAuthenticator", keeping(knowsItsOwner))
                .get("authenticatorId")
                .getAsString();
    }

    private static JsonObject of(String authenticator) {
        JsonObject of = new JsonObject();
        of.addProperty("authenticatorId", authenticator);
        return of;
    }

    private void logsIn(Page page) {
        page.getByLabel("Log-in name").fill("roake");
        page.getByLabel("Password").fill("practice");
        button(page, "Log in").click();
        page.waitForSelector(".rail");
    }

    private void logsOut(Page page) {
        page.navigate("http://localhost:" + port + "/");
        page.evaluate("fetch('/api/session', {method: 'DELETE', headers: {'X-XSRF-TOKEN':"
                + " document.cookie.match(/XSRF-TOKEN=([^;]+)/)[1]}})");
        page.navigate("http://localhost:" + port + "/");
    }

    @Test
    void aDeviceOfTheirsLetsThemInAndACopyOfItDoesNot() {
        Page roake = byName(browser.stranger("chart"));
        CDPSession cdp = roake.context().newCDPSession(roake);
        cdp.send("WebAuthn.enable");
        String device = authenticator(cdp, true);
        logsIn(roake);
        roake.navigate("http://localhost:" + port + "/own");
        button(roake, "Add a passkey").click();
        roake.locator("#passkey-name").fill("Night laptop");
        roake.locator("#passkey-password").fill("guess");
        button(roake, "Make it").click();
        assertThat(roake.locator("#passkey-password-wrong")).containsText("This is not your password.");
        roake.locator("#passkey-password").fill("practice");
        button(roake, "Make it").click();
        assertThat(roake.locator(".main")).containsText("Night laptop");
        checkAccessibility(roake, "the own page with a passkey");
        JsonObject key = cdp.send("WebAuthn.getCredentials", of(device))
                .getAsJsonArray("credentials")
                .get(0)
                .getAsJsonObject();

        logsOut(roake);
        button(roake, "Log in with a passkey").click();
        roake.waitForSelector(".rail");
        assertThat(roake.locator(".rail")).isVisible();
        Assertions.assertThat(jdbc.queryForObject("select signatures from passkey", Long.class))
                .as("how many signatures the device has counted")
                .isGreaterThan(1);

        // What the device held when the key was made, in the hands of somebody else.
        logsOut(roake);
        cdp.send("WebAuthn.removeVirtualAuthenticator", of(device));
        String copy = authenticator(cdp, true);
        JsonObject copied = of(copy);
        copied.add("credential", key);
        cdp.send("WebAuthn.addCredential", copied);
        button(roake, "Log in with a passkey").click();
        assertThat(roake.getByRole(AriaRole.ALERT)).containsText("This passkey is not known here, or no longer.");
        Assertions.assertThat(jdbc.queryForList(
                        "select action from audit_entry where subject = 'roake' and action like 'passkey%'",
                        String.class))
                .containsExactly("passkey added", "passkey refused");
        browser.assertNoComplaints();
    }

    @Test
    void aDeviceThatDoesNotKnowItsOwnerLetsNobodyIn() {
        Page roake = byName(browser.stranger("watch"));
        CDPSession cdp = roake.context().newCDPSession(roake);
        cdp.send("WebAuthn.enable");
        authenticator(cdp, false);
        logsIn(roake);
        roake.navigate("http://localhost:" + port + "/own");
        button(roake, "Add a passkey").click();
        roake.locator("#passkey-name").fill("Borrowed");
        roake.locator("#passkey-password").fill("practice");
        button(roake, "Make it").click();
        assertThat(roake.locator(".block.bad")).containsText("Nothing came from a device");

        roake.navigate("http://127.0.0.1:" + port + "/");
        button(roake, "Log in with a passkey").click();
        assertThat(roake.getByRole(AriaRole.ALERT))
                .containsText(
                        "Browsers keep passkeys under a name, not under an address. Open Safe Step as http://localhost:"
                                + port);
    }
}
