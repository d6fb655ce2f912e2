package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import io.safestep.app.testing.SafeStepTest;
import java.nio.charset.StandardCharsets;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** Two administrators: what one wants and the other agrees to, people from a sheet, and a token for a program. */
class AdministratorsStoryTest extends SafeStepTest {

    private static final String PASSWORD = "four grey mules on pier";

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
        jdbc.update("update person set retired_at = now(), password_hash = null, administered = false"
                + " where login in ('second', 'newapprover', 'sheet-one')");
    }

    private Page comesIn(String link, String theme) {
        Page newcomer = browser.stranger(theme);
        newcomer.navigate(link);
        newcomer.getByLabel("Password").fill(PASSWORD);
        button(newcomer, "Come in").click();
        newcomer.waitForSelector(".rail");
        return newcomer;
    }

    private static void describe(Page page, String name, String login, String role) {
        page.getByLabel("Name").fill(name);
        page.locator("#person-login").fill(login);
        page.getByLabel(role, new Page.GetByLabelOptions().setExact(true)).check();
        button(page, "Add and invite").click();
    }

    /** In the list, once it has them. */
    private static void choose(Page page) {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Ann Ewer"))
                .click();
    }

    @Test
    void whoDecidesIsMadeByTwo() {
        Page first = browser.loggedIn("abrill", "chart");
        browser.open(first, "/settings/people/new");
        describe(first, "Sam Econd", "second", "administrator");
        Page second = comesIn(first.locator("code.token").textContent(), "watch");

        browser.open(first, "/settings/people/new");
        describe(first, "Ann Ewer", "newapprover", "approver");
        assertThat(first.locator(".block")).containsText("Another administrator has to agree");
        assertThat(first.locator("code.token")).hasCount(0);
        checkAccessibility(first, "somebody who waits for another administrator");
        choose(first);
        assertThat(first.locator(".block.warn")).containsText("You want Ann Ewer to be approver");

        browser.open(second, "/settings/people");
        assertThat(second.locator(".main")).containsText("waits for another administrator");
        choose(second);
        assertThat(second.locator(".block.warn"))
                .containsText("A. Brill wants Ann Ewer to be approver, for all devices");
        checkAccessibility(second, "what another administrator wants");
        button(second, "Agree").click();
        Locator link = second.locator("code.token");
        assertThat(link).containsText("/welcome#");
        Page approver = comesIn(link.textContent(), "chart");
        browser.open(approver, "/own");
        assertThat(approver.locator(".head")).containsText("approver");
    }

    @Test
    void peopleOfASheetAreLookedAtFirst() {
        Page administrator = browser.loggedIn("abrill", "watch");
        browser.open(administrator, "/settings/people");
        administrator.getByText("Import people from a sheet").click();
        choose(administrator, "log-in,name,roles\nsheet-one,One Oar,harbour master\n");
        assertThat(administrator.locator(".main")).containsText("There is no role called harbour master.");
        checkAccessibility(administrator, "a sheet of people with a bad row");
        choose(administrator, "log-in,name,roles,sees\nsheet-one,One Oar,auditor,Dunmarsh\nroake,R. Oake,auditor,\n");
        assertThat(administrator.locator(".main")).containsText("people.csv adds 1 person.");
        button(administrator, "Add 1 person").click();
        assertThat(administrator.locator(".main")).containsText("1 person added.");
        administrator.getByText("Invite them").click();
        assertThat(administrator.getByLabel("One Oar")).isChecked();
        assertThat(administrator.locator(".main")).containsText("you, to hand on");
        checkAccessibility(administrator, "inviting many");
        administrator.locator("button.btn-primary").first().click();
        assertThat(administrator.locator(".block.warn").first()).containsText("They are shown this once");
        assertThat(administrator.locator(".block.warn").first()).containsText("One Oar: http");
        browser.open(administrator, "/settings/people");
        assertThat(administrator.locator(".main")).containsText("One Oar");
        assertThat(administrator.locator(".main")).containsText("auditor · Dunmarsh");
        browser.open(administrator, "/settings/rights");
        assertThat(administrator.locator("table.rights")).containsText("One Oar");
    }

    private static void choose(Page page, String sheet) {
        page.getByLabel("The sheet to import")
                .setInputFiles(new FilePayload("people.csv", "text/csv", sheet.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void aTokenIsMadeUsedAndEnded() {
        Page owner = browser.loggedIn("iseaver", "chart");
        browser.open(owner, "/own");
        button(owner, "Make a token").click();
        button(owner, "Make it").click();
        assertThat(owner.locator(".invalid-feedback")).containsText("Say what it is for");
        owner.getByLabel("What it is for").fill("night watch board");
        checkAccessibility(owner, "a new token");
        button(owner, "Make it").click();
        Locator secret = owner.locator("code.token");
        assertThat(secret).containsText("safestep_");
        int status = owner.context()
                .request()
                .get(
                        owner.url().replaceAll("/own.*", "/api/changes"),
                        com.microsoft.playwright.options.RequestOptions.create()
                                .setHeader("Authorization", "Bearer " + secret.textContent()))
                .status();
        Assertions.assertThat(status).isEqualTo(200);
        button(owner, "What it did").click();
        assertThat(owner.locator(".main")).containsText("It has changed nothing.");
        button(owner, "End it now").click();
        assertThat(owner.locator(".main")).containsText("There is none that can be used.");
        owner.getByText("Show those that have ended").click();
        assertThat(owner.locator(".main")).containsText("by iseaver");
    }
}
