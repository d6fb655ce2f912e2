package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.app.testing.ChangeStory.ok;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A check is written and tried out, taken into a change beside what is proposed, run, and looked at. */
class ChecksStoryTest extends SafeStepTest {

    private Browser browser;
    private ChangeStory story;

    @BeforeEach
    void openBrowser() {
        awaitWholeDemo();
        browser = new Browser(port);
        story = new ChangeStory(port);
    }

    @AfterEach
    void closeBrowser() {
        browser.close();
    }

    @Test
    void fromTheLibraryToBothOutputsSideBySide() {
        Page engineer = browser.loggedIn("roake", "chart");
        writeCheck(engineer);
        int number = takeChecks(engineer);

        ok(story.engineer()
                .post(
                        "/api/changes/" + number + "/submission",
                        Map.of(
                                "version",
                                ok(story.engineer().get("/api/changes/" + number))
                                        .path("version")
                                        .asInt())));
        story.approve(number);
        story.bookIntoOpenWindow(number);
        long run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
        Page operator = browser.loggedIn("pquill", "watch");
        browser.open(operator, "/changes/" + number + "/run");
        assertThat(operator.locator(".block").filter(new Locator.FilterOptions().setHasText("Is the pier lit?")))
                .isVisible();
        checkAccessibility(operator, "a run that asks somebody");
        button(operator, "Yes").click();
        story.awaitEnd(run);
        operator.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName("Checks"))
                .click();
        assertThat(operator.getByText("checks passed.")).isVisible();
        operator.getByLabel("Open Pier routes on elv-gw-b").click();
        assertThat(operator.locator(".side-by-side caption")).containsText("The two are the same.");
        assertThat(operator.locator(".side-by-side")).containsText("10.77.48.0/24");
        checkAccessibility(operator, "the results of checks, two outputs side by side");
        browser.open(operator, "/changes/" + number + "/close");
        assertThat(operator.locator(".run-report")).containsText("checks passed.");
        browser.assertNoComplaints();
    }

    private void writeCheck(Page engineer) {
        browser.open(engineer, "/library/checks/new");
        engineer.getByLabel("Name", new Page.GetByLabelOptions().setExact(true))
                .first()
                .fill("Pier routes");
        engineer.getByLabel("What is looked at").selectOption("READ:routes");
        engineer.getByLabel("What is expected afterwards").selectOption("AT_LEAST");
        engineer.getByLabel("How many").fill("many");
        button(engineer, "Add the check").click();
        assertThat(engineer.getByText("Enter a whole number.")).isVisible();
        engineer.getByLabel("How many").fill("3");
        engineer.getByLabel("The device to look at now").selectOption("elv-gw-b");
        button(engineer, "Look now").click();
        assertThat(engineer.getByText("Would pass now:")).isVisible();
        checkAccessibility(engineer, "a check that is tried out");
        button(engineer, "Add the check").click();
        assertThat(engineer.locator(".item.chosen")).containsText("Pier routes");
    }

    /** @return the number of the change */
    private int takeChecks(Page engineer) {
        int number = ok(story.engineer()
                        .post(
                                "/api/changes",
                                ChangeStory.content(
                                        0, "Light the pier", Map.of("elv-gw-b", "contact the lit pier\n"), List.of())))
                .path("number")
                .asInt();
        browser.open(engineer, "/changes/" + number + "/build");
        assertThat(engineer.locator(".proposed")).containsText("Device answers");
        button(engineer, "Take all 3").click();
        engineer.getByLabel("Take a check from the library").selectOption("Pier routes");
        button(engineer, "Write a check").click();
        engineer.getByLabel("What is looked at").selectOption("CONFIRM");
        engineer.getByLabel("The question, to be answered with yes or no").fill("Is the pier lit?");
        checkAccessibility(engineer, "checks of a change being written");
        assertThat(engineer.getByText("kept as you typed it")).isVisible();
        browser.open(engineer, "/devices");
        browser.open(engineer, "/changes/" + number + "/build");
        assertThat(engineer.getByText("stands here again")).isVisible();
        assertThat(engineer.locator(".pane")).containsText("Is the pier lit?");
        button(engineer, "Save draft").click();
        assertThat(engineer.getByText("Not saved yet.")).isHidden();
        return number;
    }
}
