package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.app.testing.Telephone;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Somebody is added, comes in with the link, and is let go while they look at a page. */
class PeopleStoryTest extends SafeStepTest {

    private Browser browser;

    @BeforeEach
    void openBrowser() {
        browser = new Browser(port);
    }

    @AfterEach
    void closeBrowser() {
        browser.close();
    }

    @Test
    void fromTheInvitationToTheLastDay() {
        Page administrator = browser.loggedIn("abrill", "chart");
        browser.open(administrator, "/settings/people/new");
        administrator.getByLabel("Name").fill("Tess Oarlock");
        administrator.locator("#person-login").fill("Tess");
        administrator.getByLabel("engineer").check();
        button(administrator, "Add and invite").click();
        assertThat(administrator.locator(".invalid-feedback")).containsText("small letters");
        administrator.locator("#person-login").fill("toarlock");
        button(administrator, "Add and invite").click();
        Locator link = administrator.locator("code.token");
        assertThat(link).containsText("/welcome#");
        checkAccessibility(administrator, "somebody new");

        Page newcomer = browser.stranger("watch");
        newcomer.navigate(link.textContent());
        assertThat(newcomer.locator("h1")).hasText("Welcome, Tess Oarlock");
        assertThat(newcomer).hasURL(Pattern.compile(".*/welcome$"));
        checkAccessibility(newcomer, "coming in");
        newcomer.getByLabel("Password").fill("passwordpassword");
        button(newcomer, "Come in").click();
        assertThat(newcomer.locator(".invalid-feedback")).containsText("tried first");
        newcomer.getByLabel("Password").fill("seven gulls were late");
        button(newcomer, "Come in").click();
        newcomer.waitForSelector(".rail");
        browser.open(newcomer, "/settings/rights");
        assertThat(newcomer.locator(".rights")).containsText("Tess Oarlock");
        checkAccessibility(newcomer, "who may what");
        browser.open(newcomer, "/own");
        assertThat(newcomer.locator(".main")).containsText("This session.");
        checkAccessibility(newcomer, "one's own page");

        withTheTelephone(newcomer);

        browser.open(administrator, "/settings/people");
        administrator.getByText("Tess Oarlock").click();
        button(administrator, "Retire …").click();
        button(administrator, "Retire Tess Oarlock").click();
        assertThat(administrator.locator(".main")).containsText("Retired since");
        assertThat(newcomer.getByLabel("Log-in name")).isVisible();
    }

    /** The code of a telephone beside the password, from setting it up to the next log-in. */
    private void withTheTelephone(Page newcomer) {
        button(newcomer, "Set one up").click();
        Telephone telephone = new Telephone(newcomer.locator("p.mono.token").textContent());
        checkAccessibility(newcomer, "setting up a second factor");
        newcomer.locator("#factor-code").fill("000000");
        button(newcomer, "Ask for codes from now on").click();
        assertThat(newcomer.locator(".invalid-feedback")).containsText("not the code of now");
        newcomer.locator("#factor-code").fill(telephone.shows(0));
        button(newcomer, "Ask for codes from now on").click();
        assertThat(newcomer.locator(".main")).containsText("each of these lets you in once");
        button(newcomer, "I have kept them").click();
        assertThat(newcomer.locator(".main")).containsText("10 recovery codes left");

        Page elsewhere = browser.stranger("chart");
        elsewhere.navigate(newcomer.url());
        elsewhere.getByLabel("Log-in name").fill("toarlock");
        elsewhere.getByLabel("Password").fill("seven gulls were late");
        button(elsewhere, "Log in").click();
        Locator code = elsewhere.getByLabel("The code that your telephone shows");
        assertThat(code).isVisible();
        checkAccessibility(elsewhere, "the second step of a log-in");
        // The one of now was taken when it was set up; the next one is let in a little early.
        code.fill(telephone.shows(1));
        button(elsewhere, "Log in").click();
        elsewhere.waitForSelector(".rail");
    }
}
