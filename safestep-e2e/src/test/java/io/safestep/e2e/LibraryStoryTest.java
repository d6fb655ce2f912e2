package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.SafeStepTest;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A template and a pool are made, used for a pair of gateways, and spoken about line by line. */
class LibraryStoryTest extends SafeStepTest {

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
    void fromATemplateToAnAnsweredComment() {
        Page engineer = browser.loggedIn("roake", "chart");
        makePool(engineer);
        writeTemplate(engineer);
        String path = useIt(engineer);

        Page approver = browser.loggedIn("dfennimore", "watch");
        browser.open(approver, path + "/build");
        tab(approver, "brn-gw-a");
        approver.getByLabel("Comment on description moorings").press("Enter");
        approver.getByLabel("Comment on description moorings").fill("Is this the name on the plan?");
        button(approver, "Comment").click();
        assertThat(approver.locator(".thread")).containsText("Is this the name on the plan?");
        checkAccessibility(approver, "a comment on a line");

        browser.open(engineer, path + "/build");
        assertThat(engineer.locator(".block").filter(new Locator.FilterOptions().setHasText("1 comment open")))
                .isVisible();
        tab(engineer, "brn-gw-a");
        engineer.getByLabel("Answer to D. Fennimore").fill("Yes, since spring.");
        button(engineer, "Answer").click();
        assertThat(engineer.locator(".thread")).containsText("Yes, since spring.");
        button(engineer, "Resolve").click();
        assertThat(engineer.locator(".thread.resolved")).containsText("Resolved by R. Oake");

        browser.open(engineer, "/library/pools");
        engineer.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Mooring gateways"))
                .click();
        assertThat(engineer.locator(".pool-uses")).containsText("brn-gw-a: address");
        checkAccessibility(engineer, "a pool with values that are held");
        browser.assertNoComplaints();
    }

    private static void tab(Page page, String device) {
        page.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(device))
                .click();
    }

    private void makePool(Page engineer) {
        browser.open(engineer, "/library/pools/new");
        engineer.getByLabel("Name").fill("Mooring gateways");
        engineer.getByLabel("Ranges, one a line").fill("10.77.199.300");
        button(engineer, "Make the pool").click();
        assertThat(engineer.locator(".invalid-feedback")
                        .filter(new Locator.FilterOptions().setHasText("10.77.199.300")))
                .isVisible();
        engineer.getByLabel("Ranges, one a line").fill("10.77.199.0/24");
        button(engineer, "Make the pool").click();
        assertThat(engineer.locator("h3")).containsText("next free 10.77.199.1");
    }

    private void writeTemplate(Page engineer) {
        browser.open(engineer, "/library/templates/new");
        engineer.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Moorings");
        engineer.getByLabel("Platform").selectOption("corvane-cli");
        engineer.getByLabel("Lines", new Page.GetByLabelOptions().setExact(true))
                .fill("interface vlan 199\n  description {{ purpose }}\n  address {{ address }}\n");
        assertThat(engineer.locator(".complaints")).containsText("Nobody has said yet what purpose is");
        button(engineer, "Describe them").click();
        engineer.getByLabel("More about address").click();
        engineer.getByLabel("Next free from").selectOption("Mooring gateways");
        engineer.getByLabel("Device on which to try the template").selectOption("brn-gw-a");
        engineer.locator("#trial-purpose").fill("moorings");
        engineer.locator("#trial-address").fill("10.77.199.9");
        assertThat(engineer.locator(".trial")).containsText("an address with the length of its prefix");
        engineer.locator("#trial-address").fill("10.77.199.9/24");
        assertThat(engineer.locator(".trial")).containsText("Undo script, proven");
        checkAccessibility(engineer, "a template that is tried out");
        button(engineer, "Store the template").click();
        assertThat(engineer.locator(".head")).containsText("version 1");
    }

    /** @return the path of the change */
    private String useIt(Page engineer) {
        browser.open(engineer, "/changes/new");
        engineer.getByLabel("Title").fill("Moorings at Brinehaven");
        engineer.getByLabel("Reason").fill("The new berth needs a network.");
        engineer.locator("#device-brn-gw-a").check();
        engineer.locator("#device-brn-gw-b").check();
        button(engineer, "Save the draft and write lines").click();
        tab(engineer, "All together");
        engineer.getByLabel("Template for all devices of its platform").selectOption("Moorings (corvane-cli)");
        button(engineer, "Use it for 2 devices").click();
        engineer.getByLabel("purpose of brn-gw-a").fill("moorings");
        engineer.getByLabel("purpose of brn-gw-b").fill("moorings");
        engineer.getByLabel("Column to fill from a pool").selectOption("address");
        button(engineer, "Next free for 2 empty cells").click();
        assertThat(engineer.getByLabel("address of brn-gw-a")).hasValue("10.77.199.1/24");
        assertThat(engineer.getByLabel("address of brn-gw-b")).hasValue("10.77.199.2/24");
        assertThat(engineer.locator(".grid .follows").first()).containsText("3 commands");
        checkAccessibility(engineer, "devices by template");
        button(engineer, "Submit for approval").click();
        assertThat(engineer.locator(".change-head")).containsText("in review");
        return "/changes/" + engineer.locator(".change-head .id").textContent().substring(3);
    }
}
