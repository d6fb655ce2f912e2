package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** An administrator finds devices, proves that one can get in, and settles what does not fit. */
class BringingInStoryTest extends SafeStepTest {

    private Browser browser;

    @BeforeEach
    void openBrowser() {
        awaitWholeDemo();
        browser = new Browser(port);
    }

    @AfterEach
    void closeBrowser() {
        browser.close();
        PRACTICE.network().device("ald-ac-2").switchOff(Fault.WRONG_PASSWORD);
        PRACTICE.network().device("dun-gw-a").switchOff(Fault.CHANGED_HOST_KEY);
        trustWhatIsShown("dun-gw-a");
    }

    /** The other stories find the device as it was. */
    private void trustWhatIsShown(String device) {
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        String path = "/api/devices/" + device;
        administrator.post(path + "/reads", Map.of("read", "routes"));
        JsonNode offered = administrator.get(path).body().path("offered");
        if (offered.isObject()) {
            administrator.post(
                    path + "/host-key",
                    Map.of(
                            "offered",
                            offered.path("key").asString(),
                            "accept",
                            true,
                            "reason",
                            "The end of the story."));
        }
    }

    @Test
    void aRangeIsSearchedAndADeviceWithAnotherKeyIsSettled() {
        PRACTICE.network().device("dun-gw-a").switchOn(Fault.CHANGED_HOST_KEY, "");
        Page page = browser.loggedIn("abrill", "chart");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Devices"))
                .click();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Bring devices in"))
                .click();
        page.getByLabel("Ranges").fill("10.0.0.0/8");
        assertThat(page.locator(".invalid-feedback").first()).containsText("16,777,214 addresses");
        page.getByLabel("Ranges").fill("10.77.5.0/25");
        page.getByLabel("Without").fill("10.77.5.64/26");
        assertThat(page.locator("main")).containsText("63 addresses, looked at from");
        checkAccessibility(page, "bringing devices in");
        button(page, "Start the search").click();
        assertThat(page.locator("main")).containsText("Ended. 63 of 63 addresses looked at.");
        assertThat(page.locator("main")).containsText("Found 1 with a changed identity and 3 known.");
        checkAccessibility(page, "a search that has ended");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Look at dun-gw-a"))
                .click();

        assertThat(page.locator("main")).containsText("dun-gw-a shows another host key than before");
        checkAccessibility(page, "a device with another host key");
        page.getByLabel("How you found out").fill("Set up anew in the workshop, key compared at the console.");
        button(page, "Trust the new key").click();
        assertThat(page.locator(".decision")).hasCount(0);
        button(page, "Test the connection").click();
        assertThat(page.locator("main")).containsText("All 1 device done.");
        button(page, "Show the stages of dun-gw-a").click();
        assertThat(page.locator(".stages")).containsText("The same as before");
        browser.assertNoComplaints();
    }

    @Test
    void manyDevicesAreChosenAndTheFailedOnesAreTriedAgain() {
        PRACTICE.network().device("ald-ac-2").switchOn(Fault.WRONG_PASSWORD, "");
        Page page = browser.loggedIn("abrill", "watch");
        browser.open(page, "/devices");
        page.getByLabel("Filter devices").fill("site:alder -role:edge");
        assertThat(page.locator(".count")).hasText("2 of 30 devices");
        page.getByLabel("Choose all 2 devices that are listed").check();
        checkAccessibility(page, "devices with some chosen");
        button(page, "Test the connection").click();
        assertThat(page.locator("main")).containsText("1 of 2 done, 1 failed.");
        assertThat(page.locator(".results tbody tr").first()).containsText("Log-in: ald-ac-2 refuses");
        button(page, "Show the stages of ald-ac-2").click();
        checkAccessibility(page, "a round with a failed device");
        PRACTICE.network().device("ald-ac-2").switchOff(Fault.WRONG_PASSWORD);
        button(page, "Try the one again that was not done").click();
        assertThat(page.locator("main")).containsText("All 1 device done.");

        browser.open(page, "/groups/new");
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Gateways");
        page.getByLabel("Name fits").fill("*-gw-?");
        assertThat(page.locator(".holds")).containsText("Holds now: 10 devices.");
        checkAccessibility(page, "a group by rule");
        button(page, "Make the group").click();
        assertThat(page.locator(".item.chosen")).containsText("By rule: name *-gw-?");

        browser.open(page, "/credentials/new");
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Second account");
        page.getByLabel("Log-in name on the devices").fill("safestep");
        page.getByLabel("Password").fill("wrong");
        page.getByLabel("Device to test it on").fill("ald-gw-a");
        button(page, "Test").click();
        assertThat(page.locator("main")).containsText("It does not work on ald-gw-a.");
        checkAccessibility(page, "a credential that does not work");
        page.getByLabel("Password").fill("harbour-light-1");
        button(page, "Test").click();
        assertThat(page.locator("main")).containsText("It works on ald-gw-a.");
        browser.assertNoComplaints();
    }

    @Test
    void aSheetIsLookedAtBeforeItIsImportedAndHandedOverInTheEnd() {
        Page page = browser.loggedIn("abrill", "chart");
        browser.open(page, "/import");
        page.getByLabel("The sheet to import").setInputFiles(sheet("Name,Labels\nbrn-ac-2,?\nnobody,\n"));
        assertThat(page.locator("main")).containsText("2 rows of sheet.csv are bad");
        assertThat(page.locator("main")).containsText("A label has 1 to 40");
        checkAccessibility(page, "an import with bad rows");
        page.getByLabel("The sheet to import").setInputFiles(sheet("Name,Labels\nbrn-ac-2,pier 9\n"));
        assertThat(page.locator("main")).containsText("adds 0 devices and changes 1.");
        button(page, "Import 1 device").click();
        assertThat(page.locator("main")).containsText("Imported:");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("See the devices"))
                .click();
        page.getByLabel("Filter devices").fill("\"pier 9\"");
        assertThat(page.locator(".count")).hasText("1 of 30 devices");
        button(page, "Views").click();
        page.getByLabel("Name of the view").fill("Pier 9");
        button(page, "Save").click();
        assertThat(page.locator(".saved-views")).containsText("Pier 9");
        page.keyboard().press("Escape");
        page.getByLabel("Choose brn-ac-2").check();
        button(page, "As a file").click();
        Download download = page.waitForDownload(
                () -> button(page, "Hand-over sheet of an installation").click());
        Assertions.assertThat(download.suggestedFilename()).isEqualTo("hand-over.xlsx");
        browser.assertNoComplaints();
    }

    private static FilePayload sheet(String rows) {
        return new FilePayload("sheet.csv", "text/csv", rows.getBytes(StandardCharsets.UTF_8));
    }
}
