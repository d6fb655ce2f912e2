package io.safestep.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A headless Chromium in which several people are logged in at once, each in a page of their own. */
final class Browser implements AutoCloseable {

    private static final List<String> FLAGS = List.of(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    /** Milliseconds. A wait ends when its condition holds; this is only for a machine that is busy with other things. */
    private static final double PATIENCE = 60_000;

    private final Playwright playwright;
    private final com.microsoft.playwright.Browser chromium;
    private final String base;
    private final List<String> complaints = new ArrayList<>();

    Browser(int port) {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE);
        base = "http://127.0.0.1:" + port;
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        chromium = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(FLAGS));
    }

    /** Opens the log-in page in a fresh context. */
    Page stranger(String theme) {
        BrowserContext context = chromium.newContext(
                new com.microsoft.playwright.Browser.NewContextOptions().setViewportSize(1280, 800));
        context.addInitScript("localStorage.setItem('safestep.theme', '" + theme + "')");
        Page page = context.newPage();
        page.setDefaultTimeout(PATIENCE);
        page.onConsoleMessage(message -> {
            if (message.type().equals("error") && !message.text().contains("status of 4")) {
                complaints.add(message.text());
            }
        });
        page.onPageError(complaints::add);
        page.navigate(base + "/");
        return page;
    }

    Page loggedIn(String login, String theme) {
        Page page = stranger(theme);
        page.getByLabel("Log-in name").fill(login);
        page.getByLabel("Password").fill("practice");
        button(page, "Log in").click();
        page.waitForSelector(".rail");
        return page;
    }

    void open(Page page, String path) {
        page.navigate(base + path);
        page.waitForSelector(".rail");
    }

    static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static final String FLOATING =
            "position => document.querySelectorAll('.save-bar').forEach(bar => (bar.style.position = position))";

    /** WCAG 2.2 A and AA, as far as a program can tell. */
    static void checkAccessibility(Page page, String what) {
        // A button that can be pressed now still has a colour in between for a moment.
        page.waitForFunction("() => !document.getAnimations().some((a) => a instanceof CSSTransition)");
        // A bar that floats at the bottom covers something else at each place of scrolling: what is under it is no
        // finding.
        page.evaluate(FLOATING, "static");
        List<Rule> violations = new AxeBuilder(page)
                .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                .analyze()
                .getViolations();
        page.evaluate(FLOATING, "");
        assertThat(violations.stream()
                        .map(v -> v.getId() + ": " + v.getNodes().get(0).getHtml() + " "
                                + v.getNodes().get(0).getFailureSummary())
                        .toList())
                .as("accessibility of %s", what)
                .isEmpty();
    }

    /** Nothing that a page wrote to its console as an error. */
    void assertNoComplaints() {
        assertThat(complaints).as("errors in the browser's console").isEmpty();
    }

    @Override
    public void close() {
        chromium.close();
        playwright.close();
    }
}
