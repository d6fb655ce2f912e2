package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.SafeStepTest;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Somebody makes things go wrong in the practice network and sees what comes of it. */
class PracticeStoryTest extends SafeStepTest {

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
    void aDeviceThatIsEditedByHandLosesItsNeighbourInWhatIsComputed() {
        Page operator = browser.loggedIn("pquill", "chart");
        operator.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Practice"))
                .click();
        assertThat(operator.locator("main")).containsText("All 30 devices are reachable");
        operator.getByLabel("Filter devices").fill("elverpoint edge");
        button(operator, "elv-gw-b").click();

        operator.getByLabel("Rejects a line: text in the line").fill("mtu");
        operator.getByLabel("Rejects a line", new Page.GetByLabelOptions().setExact(true))
                .check();
        assertThat(operator.locator("tr.chosen")).containsText("Rejects a line (mtu)");
        operator.getByLabel("Somebody edits it by hand").fill("interface port 1\n  mtu 1400\n");
        button(operator, "Type it").click();
        assertThat(operator.locator(".invalid-feedback")).containsText("is not accepted");
        checkAccessibility(operator, "the practice page with a fault on");
        operator.getByLabel("Rejects a line", new Page.GetByLabelOptions().setExact(true))
                .uncheck();
        assertThat(operator.locator("tr.chosen")).containsText("nothing");
        button(operator, "Type it").click();
        assertThat(operator.locator("main")).containsText("Typed. It runs it now and has not saved it.");
        Assertions.assertThat(running("elv-gw-b")).contains("mtu 1400");
        Assertions.assertThat(startup("elv-gw-b")).doesNotContain("mtu 1400");

        browser.open(operator, "/devices/elv-gw-b/backups");
        button(operator, "Back up now").click();
        assertThat(operator.locator("main tbody tr").nth(1)).containsText("by hand");
        operator.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("In the network"))
                .click();
        assertThat(operator.locator("main")).containsText("OSPF neighbour is missing");
        assertThat(operator.locator("main")).containsText("MTU");
        checkAccessibility(operator, "a device in the network with a neighbour missing");

        browser.open(operator, "/practice?device=elv-gw-b");
        operator.getByLabel("Somebody edits it by hand").fill("interface port 1\n  no mtu 1400\n");
        button(operator, "Type it").click();
        assertThat(operator.locator("main")).containsText("Typed.");
        browser.assertNoComplaints();
    }
}
