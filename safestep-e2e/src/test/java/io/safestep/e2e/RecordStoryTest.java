package io.safestep.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static io.safestep.e2e.Browser.button;
import static io.safestep.e2e.Browser.checkAccessibility;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.record.ExportProof;
import io.safestep.core.record.ExportVerdict;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** An auditor looks up what was done, takes the record along and proves it; people ask and answer, and it stands there. */
class RecordStoryTest extends SafeStepTest {

    private Browser browser;

    @BeforeEach
    void openBrowser() {
        browser = new Browser(port);
    }

    @AfterEach
    void closeBrowser() {
        browser.close();
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name).setExact(true);
    }

    @Test
    void whatWasAskedAndAnsweredStandsInARecordThatProvesItself() throws IOException {
        Page approver = browser.loggedIn("dfennimore", "watch");
        browser.open(approver, "/changes/1003/approve");
        approver.getByLabel("Say or ask something").pressSequentially("Who tells the master, @roa");
        button(approver, "R. Oake @roake").click();
        assertThat(approver.getByLabel("Say or ask something")).hasValue("Who tells the master, @roake ");
        approver.getByLabel("It has to be answered before this is approved").check();
        button(approver, "Ask").click();
        assertThat(approver.locator("[aria-labelledby=talk]")).containsText("Question, open");
        assertThat(approver.locator(".save-bar")).containsText("1 comment open: it can’t be approved before.");
        checkAccessibility(approver, "a question about a change");

        Page author = browser.loggedIn("roake", "chart");
        browser.open(author, "/inbox");
        author.getByRole(AriaRole.LINK, named("D. Fennimore speaks to you about CR-1003"))
                .click();
        author.getByLabel("Answer to D. Fennimore").fill("I do, by radio.");
        button(author, "Answer").click();
        assertThat(author.locator("[aria-labelledby=talk]")).containsText("I do, by radio.");
        button(author, "Resolve").click();
        assertThat(author.locator("[aria-labelledby=talk]")).containsText("Resolved by R. Oake");

        Page auditor = browser.loggedIn("jvane", "chart");
        browser.open(auditor, "/record");
        checkAccessibility(auditor, "the record");
        auditor.locator("#subject").fill("cr-1003");
        auditor.locator("#subject").press("Enter");
        assertThat(auditor.locator("table.record")).containsText("Who tells the master, @roake");
        assertThat(auditor.locator("table.record")).containsText("I do, by radio.");
        auditor.locator("#action").selectOption("asked");
        assertThat(auditor.locator("table.record")).not().containsText("I do, by radio.");

        Download file = auditor.waitForDownload(() ->
                auditor.getByRole(AriaRole.LINK, named("Export with proof")).click());
        Assertions.assertThat(file.suggestedFilename()).startsWith("record-").endsWith(".jsonl");
        List<String> lines = Files.readAllLines(file.path());
        ExportVerdict whole = proof(lines);
        Assertions.assertThat(whole.wrong()).isEmpty();
        Assertions.assertThat(whole.told()).contains("Chosen: about CR-1003, what was done: asked.");
        lines.replaceAll(l -> l.replace("Who tells the master", "Who tells the mister"));
        Assertions.assertThat(proof(lines).proven()).as("one other letter").isFalse();

        browser.open(auditor, "/record/proof");
        button(auditor, "Write the head down now").click();
        assertThat(auditor.locator("main table")).containsText("Entry ");
        button(auditor, "Prove the record").click();
        assertThat(auditor.locator(".found-proof")).containsText("none was altered, added or left out");
        String head = auditor.locator(".found-proof code").innerText();
        auditor.getByLabel("Number and hash, as in the mail or the file").fill(head);
        button(auditor, "Compare").click();
        assertThat(auditor.locator(".found-proof").nth(1)).containsText("is the one whose hash you kept");
        checkAccessibility(auditor, "proof of the record");
        browser.open(auditor, "/record/looks?subject=CR-1003");
        assertThat(auditor.locator("table.record")).containsText("dfennimore");
        checkAccessibility(auditor, "who looked");
        browser.open(auditor, "/record/report");
        assertThat(auditor.locator("table.figures")).containsText("succeeded");
        checkAccessibility(auditor, "a report");
        browser.assertNoComplaints();
    }

    private static ExportVerdict proof(List<String> lines) {
        ExportProof proof = new ExportProof(List.of());
        lines.forEach(proof::line);
        return proof.end();
    }
}
