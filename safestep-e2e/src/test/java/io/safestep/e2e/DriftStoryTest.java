package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import java.time.LocalDate;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Somebody changes a device past Safe Step; it is found, decided about, and looked up afterwards. */
class DriftStoryTest extends SafeStepTest {

    private static final String DEVICE = "cdq-gw-b";

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
    void fromAChangeThatNobodyToldToADecision() {
        Page operator = browser.loggedIn("pquill", "watch");
        HandEdit.lines(PRACTICE, DEVICE, "interface vlan 40\n  description ticketing, gate 2");

        browser.open(operator, "/drift");
        button(operator, "Look at all 30 now").click();
        assertThat(operator.locator("h1")).containsText("Drift round");
        assertThat(operator.locator(".list, table")).containsText("Does not match its baseline");

        browser.open(operator, "/drift");
        operator.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(DEVICE))
                .click();
        assertThat(operator.locator(".fact-list")).containsText("nightshift from 10.77.8.77");
        assertThat(operator.locator(".difference")).containsText("ticketing, gate 2");
        assertThat(operator.locator(".way-back")).containsText("description ticketing");
        checkAccessibility(operator, "one finding");
        button(operator, "Hold").first().click();
        operator.getByLabel("Who answers for it (log-in)").fill("nobody-here");
        operator.getByLabel("Until the end of").fill(LocalDate.now().plusDays(5).toString());
        operator.getByLabel("Why", new Page.GetByLabelOptions().setExact(true)).fill("The night shift writes it down.");
        operator.locator("form button[type=submit]").click();
        assertThat(operator.locator(".invalid-feedback")
                        .filter(new Locator.FilterOptions().setHasText("nobody with the log-in")))
                .isVisible();
        operator.getByLabel("Who answers for it (log-in)").fill("iseaver");
        operator.locator("form button[type=submit]").click();
        assertThat(operator.locator(".head")).containsText("on hold");

        browser.open(operator, "/drift/changed?hours=1");
        assertThat(operator.locator("[role=table]")).containsText("outside");
        checkAccessibility(operator, "what changed since");

        Page engineer = browser.loggedIn("roake", "chart");
        browser.open(engineer, "/backups");
        assertThat(engineer.locator(".block")).containsText("good backup");
        checkAccessibility(engineer, "coverage of backups");
        browser.open(engineer, "/devices/" + DEVICE + "/backups");
        button(engineer, "Against the baseline").click();
        assertThat(engineer.locator(".difference")).containsText("ticketing, gate 2");
        checkAccessibility(engineer, "versions of a device with a comparison");
        browser.open(engineer, "/backups/lines?q=ticketing%2C+gate");
        assertThat(engineer.locator("[role=table]")).containsText("interface vlan 40 › description ticketing, gate 2");
        checkAccessibility(engineer, "lines that were found");
        browser.open(engineer, "/inbox");
        checkAccessibility(engineer, "the inbox");
        browser.open(engineer, "/library/rules/new");
        checkAccessibility(engineer, "a new rule");
        browser.open(engineer, "/backups/regular");
        button(engineer, "Add a regular round").click();
        engineer.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Nightly");
        assertThat(engineer.locator("form")).containsText("30 devices each time");
        checkAccessibility(engineer, "a new regular round");
        browser.assertNoComplaints();
    }
}
