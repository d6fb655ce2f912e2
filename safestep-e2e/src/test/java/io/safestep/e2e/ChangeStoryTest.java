package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Whole changes as people make them, in a real browser on real devices. */
class ChangeStoryTest extends SafeStepTest {

    private static final LocatorAssertions.ContainsTextOptions LONG =
            new LocatorAssertions.ContainsTextOptions().setTimeout(180_000);

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
    void fromAnIdeaToAClosedRecord() {
        Page engineer = browser.loggedIn("roake", "chart");
        checkAccessibility(engineer, "Now");
        describe(engineer);
        build(engineer);
        String subject = engineer.locator(".change-head .id").textContent();
        String path = "/changes/" + subject.substring(3);

        Page approver = browser.loggedIn("dfennimore", "watch");
        approver.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Decide about " + subject))
                .click();
        assertThat(approver.locator(".alike")).hasCount(1);
        assertThat(approver.locator(".alike")).containsText("1 command for 2 devices");
        assertThat(approver.locator(".pane")).containsText("2 of 2 differences not opened yet");
        checkAccessibility(approver, "scripts together");
        tab(approver, "brn-gw-a").click();
        assertThat(approver.locator(".difference")).containsText("log-server 10.77.8.40");
        assertThat(approver.locator(".pane")).containsText("1 of 2 differences not opened yet");
        checkAccessibility(approver, "rung Approve");
        approver.locator(".save-bar button").first().click();
        assertThat(approver.locator(".save-bar")).containsText("You have opened every difference.");
        button(approver, "To the decision").click();
        assertThat(approver.locator("#comment")).isFocused();
        button(approver, "Return to R. Oake").click();
        assertThat(approver.locator(".invalid-feedback")).containsText("Say why");
        approver.locator("button", new Page.LocatorOptions().setHasText("Approve seal"))
                .click();
        assertThat(approver.locator(".change-head")).containsText("approved");

        Page manager = browser.loggedIn("mtarrant", "chart");
        browser.open(manager, path);
        checkAccessibility(manager, "rung Book");
        button(manager, "Book into Between sailings, " + openingTime(manager)).click();
        assertThat(manager.locator(".pane")).containsText("Booked into Between sailings");

        Page operator = browser.loggedIn("pquill", "watch");
        operator.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Start " + subject))
                .click();
        button(operator, "Start the run now").click();
        assertThat(operator.locator(".pane h2").first()).containsText("Running");
        assertThat(operator.locator(".says")).containsText("back up begins");
        checkAccessibility(operator, "a run going on");
        operator.reload();
        assertThat(operator.locator(".says")).containsText("log-server 10.77.8.40", LONG);
        assertThat(operator.locator(".pane h2").first()).containsText("Succeeded on 2 of 2 devices", LONG);
        Assertions.assertThat(startup("brn-gw-a")).contains("log-server 10.77.8.40");

        browser.open(engineer, path + "/close");
        button(engineer, "Close " + subject).click();
        assertThat(engineer.locator(".invalid-feedback")).containsText("Say in a sentence how it went.");
        engineer.getByLabel("How it went").fill("As planned.");
        button(engineer, "Close " + subject).click();
        assertThat(engineer.locator(".record")).containsText("completed → closed");
        checkAccessibility(engineer, "rung Close");
        browser.assertNoComplaints();
    }

    private void describe(Page engineer) {
        engineer.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Changes"))
                .click();
        button(engineer, "Start a change").click();
        button(engineer, "Save the draft and write lines").click();
        assertThat(engineer.locator(".invalid-feedback").first()).containsText("Give the change a title.");
        checkAccessibility(engineer, "a new change with errors");
        engineer.getByLabel("Title").fill("Second log server for the gateways");
        engineer.getByLabel("Reason").fill("The first one is full every Friday.");
        assertThat(engineer.locator("#device-ops-co-a")).isDisabled();
        engineer.locator("#device-brn-gw-a").check();
        engineer.locator("#device-brn-gw-b").check();
        button(engineer, "Save the draft and write lines").click();
    }

    private void build(Page engineer) {
        assertThat(engineer.locator("h1")).containsText("Second log server for the gateways");
        engineer.locator("textarea").fill("log-server 10.77.8.400\n");
        assertThat(engineer.locator(".complaints")).containsText("does not fit: expected an IPv4 address");
        checkAccessibility(engineer, "rung Build with a wrong line");
        engineer.locator("textarea").fill("");
        asOneText(engineer);
        for (String device : new String[] {"brn-gw-b", "brn-gw-a"}) {
            tab(engineer, device).click();
            assertThat(engineer.getByLabel("Lines for " + device)).hasValue("log-server 10.77.8.40\n");
            assertThat(engineer.locator(".scripts")).containsText("no log-server 10.77.8.40");
            assertThat(engineer.locator(".scripts")).containsText("Undo script, proven");
        }
        assertThat(engineer.locator(".difference .pin").first()).containsText("top level");
        button(engineer, "Save draft").click();
        assertThat(engineer.locator(".save-bar")).containsText("Saved");
        engineer.reload(); // it was saved, not only shown
        assertThat(engineer.locator("textarea")).hasValue("log-server 10.77.8.40\n");
        checkAccessibility(engineer, "rung Build");
        button(engineer, "Submit for approval").click();
        assertThat(engineer.locator(".change-head")).containsText("in review");
    }

    /** Both devices at once: a value that differs has a cell for each, and a missing one is pointed out. */
    private void asOneText(Page engineer) {
        tab(engineer, "All together").click();
        engineer.getByLabel("Lines for 2 devices").fill("log-server {{ collector }}\n");
        assertThat(engineer.locator(".grid")).containsText("a value is missing");
        engineer.getByLabel("collector of brn-gw-a").fill("10.77.8.40");
        engineer.getByLabel("collector of brn-gw-b").fill("10.77.8.400");
        assertThat(engineer.locator(".grid")).containsText("does not fit: expected an IPv4 address");
        checkAccessibility(engineer, "many devices as one text");
        engineer.getByLabel("collector of brn-gw-b", new Page.GetByLabelOptions().setExact(true))
                .fill("10.77.8.40");
        assertThat(engineer.locator(".grid .follows")).hasText(new String[] {"1 command", "1 command"});
        assertThat(engineer.locator(".pane")).containsText("Was it copied and not changed?");
    }

    private static Locator tab(Page page, String name) {
        return page.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(name));
    }

    /** The time in the label of the booking button of the window that is open. */
    private static String openingTime(Page manager) {
        String label = manager.locator("button[aria-label^='Book into Between sailings']")
                .first()
                .getAttribute("aria-label");
        return label.substring(label.indexOf(", ") + 2);
    }

    @Test
    void aChangeThatBreaksANeighbourIsSeenToBeUndone() {
        ChangeStory story = new ChangeStory(port);
        String before = running("brn-gw-b");
        long run = story.startedRun(
                "Mask on one side only",
                Map.of("brn-gw-b", "interface vlan 40\n  address 10.77.40.3/24\n"),
                List.of(ChangeStory.check("neighbours", null, "SAME_AS_BEFORE", null)));
        int number =
                story.manager().get("/api/runs/" + run).body().path("number").asInt();

        Page operator = browser.loggedIn("pquill", "watch");
        browser.open(operator, "/changes/" + number + "/run");
        assertThat(operator.locator(".pane h2").first()).containsText("Rolled back", LONG);
        assertThat(operator.locator(".board")).containsText("gone: 10.77.40.2 full");
        assertThat(operator.locator(".run-cols")).containsText("equals the backup before the change");
        assertThat(operator.locator(".block.undone")).containsText("holds what it held before");
        checkAccessibility(operator, "a run that was rolled back");
        Assertions.assertThat(running("brn-gw-b")).isEqualTo(before);
        browser.assertNoComplaints();
    }

    @Test
    void stopAndRollBackIsOnePressAndOneConfirmation() {
        ChangeStory story = new ChangeStory(port);
        String before = running("brn-gw-b");
        Map<String, Object> patient = new HashMap<>(ChangeStory.check("neighbours", null, "SAME_AS_BEFORE", null));
        patient.put("settleSeconds", 300);
        long run = story.startedRun(
                "Will be stopped",
                Map.of("brn-gw-b", "interface vlan 40\n  address 10.77.40.3/24\n"),
                List.of(patient));
        int number =
                story.manager().get("/api/runs/" + run).body().path("number").asInt();

        Page operator = browser.loggedIn("pquill", "chart");
        browser.open(operator, "/changes/" + number + "/run");
        assertThat(operator.locator(".says")).containsText("settling", LONG);
        button(operator, "Stop and roll back").click();
        assertThat(operator.locator(".modal")).containsText("One device was written to so far and will be undone");
        checkAccessibility(operator, "the question before stopping");
        operator.locator(".modal-footer .btn-danger").click();
        assertThat(operator.locator(".pane h2").first()).containsText("Rolled back", LONG);
        Assertions.assertThat(running("brn-gw-b")).isEqualTo(before);
    }

    @Test
    void everyPageIsReachableAndReadable() {
        Page stranger = browser.stranger("chart");
        stranger.waitForSelector(".logins");
        checkAccessibility(stranger, "log-in");
        for (String theme : new String[] {"chart", "watch"}) {
            Page auditor = browser.loggedIn("jvane", theme);
            for (String path : new String[] {
                "/",
                "/changes",
                "/changes/1001/describe",
                "/changes/1001/build",
                "/changes/1001/run",
                "/devices",
                "/devices/brn-gw-a",
                "/devices/ops-fw-a/network",
                "/practice?device=dun-gw-b",
                "/no-such-page",
                "/changes/999999"
            }) {
                browser.open(auditor, path);
                auditor.waitForLoadState(LoadState.NETWORKIDLE);
                checkAccessibility(auditor, path + " in " + theme);
            }
        }
        Page engineer = browser.loggedIn("roake", "chart");
        engineer.keyboard().press("/");
        engineer.keyboard().type("10.77.8.20");
        assertThat(engineer.locator(".found")).containsText("time-server 10.77.8.20");
        engineer.keyboard().press("Enter");
        assertThat(engineer.locator("pre mark")).containsText("10.77.8.20");
        browser.assertNoComplaints();
    }
}
