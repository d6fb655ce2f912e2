package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Somebody who looks after one terminal changes a device of theirs, and somebody of the same terminal decides. */
class ScopeStoryTest extends SafeStepTest {

    private Browser browser;

    @BeforeEach
    void openBrowser() {
        awaitWholeDemo();
        browser = new Browser(port);
    }

    @AfterEach
    void closeBrowser() {
        browser.close();
    }

    @Test
    void oneTerminalAndNothingElse() {
        Page engineer = browser.loggedIn("tculver", "chart");
        browser.open(engineer, "/devices");
        assertThat(engineer.locator(".head")).containsText("Those of your scope: Dunmarsh.");
        assertThat(engineer.locator(".main")).containsText("4 devices");
        assertThat(engineer.locator(".main")).not().containsText("brn-gw-a");
        checkAccessibility(engineer, "devices of a scope");
        browser.open(engineer, "/devices/brn-gw-a");
        assertThat(engineer.locator(".main")).containsText("A device called brn-gw-a");

        browser.open(engineer, "/changes/new");
        engineer.getByLabel("Title").fill("Second log server at Dunmarsh");
        engineer.getByLabel("Reason").fill("The first one is full every Friday.");
        assertThat(engineer.locator("#device-brn-gw-a")).hasCount(0);
        engineer.locator("#device-dun-ac-1").check();
        button(engineer, "Save the draft and write lines").click();
        engineer.getByLabel("Lines for dun-ac-1").fill("log-server 10.77.8.40");
        assertThat(engineer.locator(".difference")).containsText("log-server 10.77.8.40");
        button(engineer, "Save draft").click();
        assertThat(engineer.locator(".save-bar")).containsText("Saved");
        button(engineer, "Submit for approval").click();
        assertThat(engineer.locator(".change-head")).containsText("in review");
        String subject = engineer.locator(".change-head .id").textContent();

        Page approver = browser.loggedIn("kstrand", "watch");
        approver.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Decide about " + subject))
                .click();
        approver.locator("button", new Page.LocatorOptions().setHasText("Approve seal"))
                .click();
        assertThat(approver.locator(".change-head")).containsText("approved");
        checkAccessibility(approver, "an approval within a scope");
    }

    @Test
    void aChangeOfWhichTheyHoldAPart() {
        int number = ApiClient.loggedIn(port, "roake")
                .post(
                        "/api/changes",
                        Map.of(
                                "version",
                                0,
                                "title",
                                "Second log server at two terminals",
                                "reason",
                                "The first one is full.",
                                "undoAccepted",
                                false,
                                "targets",
                                List.of(
                                        Map.of("device", "dun-gw-a", "lines", "log-server 10.77.8.40"),
                                        Map.of("device", "cdq-gw-a", "lines", "log-server 10.77.8.40")),
                                "checks",
                                List.of()))
                .body()
                .path("number")
                .asInt();
        Page approver = browser.loggedIn("kstrand", "chart");
        browser.open(approver, "/changes/" + number);
        assertThat(approver.locator(".main")).containsText("1 device of this change is outside your scope");
        assertThat(approver.locator(".change-head")).containsText("for 2 devices");
        browser.open(approver, "/changes/" + number + "/describe");
        assertThat(approver.locator(".pane")).containsText("dun-gw-a");
        assertThat(approver.locator(".pane")).not().containsText(Pattern.compile("cdq"));
        checkAccessibility(approver, "a change half in scope");
    }
}
