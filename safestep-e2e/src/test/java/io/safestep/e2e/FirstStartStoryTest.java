package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.SafeStepProcess;
import io.safestep.app.testing.TestPostgres;
import io.safestep.app.testing.TestPractice;
import io.safestep.practice.mail.MailSink;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** An installation without anybody in it: from the link on the terminal to the first devices, step by step. */
class FirstStartStoryTest {

    private final TestPractice practice = new TestPractice();
    private SafeStepProcess process;
    private Browser browser;

    @BeforeEach
    void start() throws IOException {
        process = SafeStepProcess.start(
                        practice,
                        TestPostgres.freshUrl(),
                        Map.of("SAFESTEP_DEMO", "false", "SAFESTEP_PRACTICE_API", ""))
                .awaitAnswer();
        browser = new Browser(process.port());
    }

    @AfterEach
    void end() throws InterruptedException {
        browser.close();
        process.kill();
        practice.network().close();
    }

    private static void on(Page page, String to) {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("On to: " + to))
                .click();
    }

    private static void field(Page page, String label, String text) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).fill(text);
    }

    @Test
    void fiveStepsFromALinkToDevices() throws IOException {
        String link =
                Files.readString(practice.home().resolve("first-administrator")).strip();
        Page page = browser.stranger("chart");
        page.navigate(link);
        field(page, "Your name", "Wren Halloran");
        field(page, "Log-in", "whalloran");
        field(page, "Password", "four kettles on the pier");
        button(page, "Come in").click();

        assertThat(page.locator("h1")).hasText("First steps");
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("The network")))
                .isVisible();
        checkAccessibility(page, "the first steps");
        field(page, "Name", "Tern Island Pilots");
        field(page, "Time zone", "Europe/Dublin");
        button(page, "Save").click();
        assertThat(page.getByText("Saved.")).isVisible();
        assertThat(page.locator("header, .top").first()).containsText("Dublin");

        on(page, "Mail");
        field(page, "Name or address", "127.0.0.1");
        page.getByLabel("The way there").selectOption("NONE");
        field(page, "Port", Integer.toString(practice.network().mailPort()));
        button(page, "Save").click();
        assertThat(page.locator("main")).containsText("Enter the address from which mail comes");
        field(page, "From", "safe-step@tern-pilots.example");
        button(page, "Save").click();
        assertThat(page.locator("main"))
                .containsText("Given to 127.0.0.1 port " + practice.network().mailPort() + " (not protected)");
        checkAccessibility(page, "mail among the first steps");

        on(page, "A credential for devices");
        field(page, "Name", "Devices of the pilots");
        field(page, "Log-in name on the devices", "safestep");
        field(page, "Password", "harbour-light-1");
        assertThat(page.getByLabel("The standard: used where nothing else says which"))
                .isChecked();
        button(page, "Save without a test").click();

        page.getByLabel("Ranges").fill("10.77.5.0/26");
        button(page, "Start the search").click();
        assertThat(page.locator("main")).containsText("Ended.");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Look at the .*new")))
                .click();
        assertThat(page.getByPlaceholder("Name of the new site").first()).isVisible();
        page.getByPlaceholder("Name of the new site").all().forEach(site -> site.fill("Dunmarsh"));
        page.locator("form button[type=submit]").last().click();
        assertThat(page.locator("main")).containsText("devices added in stance observe");

        browser.open(page, "/");
        assertThat(page.locator("main")).containsText("Before the first change can run");
        assertThat(page.locator("main")).containsText("All are observed: say of one that Safe Step may write to it");
        assertThat(page.locator("main")).containsText("Notices and invitations are mailed.");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Go on step by step"))
                .click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Devices")))
                .isVisible();

        browser.open(page, "/settings/people/new");
        field(page, "Name", "Osk Tarrant");
        field(page, "Log-in", "otarrant");
        field(page, "Mail address", "otarrant@tern-pilots.example");
        page.getByLabel("engineer").first().check();
        button(page, "Add and invite").click();
        assertThat(page.locator("main")).containsText("otarrant@tern-pilots.example");
        MailSink.Mail mail = practice.network().mails().get(0);
        Assertions.assertThat(mail.from()).isEqualTo("safe-step@tern-pilots.example");
        Assertions.assertThat(mail.text()).contains("Safe Step of Tern Island Pilots", "/welcome#");
        browser.assertNoComplaints();
    }
}
