package io.safestep.bench;

import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.sun.net.httpserver.HttpServer;
import io.safestep.app.testing.ApiClient;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

@Command(
        name = "devices",
        description = {
            "The page of all devices with thousands of rows: answers of the API to 50 people at once, filter and sort in a"
                    + " real browser.",
            "Yardsticks: a bare HTTP server that sends the same octets to the same people; the same filter and sort over"
                    + " the same rows in the same browser, with nothing drawn."
        },
        mixinStandardHelpOptions = true)
final class DevicesBench implements Callable<Integer> {

    private static final int WARM_UPS = 2;

    @Option(names = "--devices", defaultValue = "5000", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    @Override
    public Integer call() throws Exception {
        try (RunningApp app = new RunningApp(1)) {
            ApiClient administrator = app.administrator();
            ManyDevices.imported(administrator, devices);
            Crowd crowd = new Crowd(app);
            URI list = URI.create("http://127.0.0.1:" + app.port() + "/api/devices");
            HttpResponse<byte[]> first = crowd.first(list);
            String tag = first.headers().firstValue("etag").orElseThrow();
            HttpServer bare = Crowd.bareServer(first.body());
            URI bareList = URI.create("http://127.0.0.1:" + bare.getAddress().getPort() + "/");
            URI device = URI.create(list + "/t001-ac-2");
            for (int i = 0; i < WARM_UPS; i++) {
                crowd.p95(list);
                crowd.p95(bareList);
                crowd.p95(device);
            }
            double whole = crowd.p95(list);
            double bareWhole = crowd.p95(bareList);
            double known = crowd.p95(list, tag);
            double one = crowd.p95(device);
            bare.stop(0);
            System.out.printf(
                    "%d devices, %d kB sent; %d people, a request each %.1f s; p95 in ms%n",
                    devices, first.body().length / 1024, Crowd.PEOPLE, Crowd.THINKING / 1e9);
            System.out.printf(
                    "  all devices       %6.1f, %.1f times the bare server (%.1f)%n",
                    whole, whole / bareWhole, bareWhole);
            System.out.printf("  nothing has moved %6.1f, %.1f times the bare server%n", known, known / bareWhole);
            System.out.printf("  one device        %6.1f, %.1f times the bare server%n", one, one / bareWhole);
            browser(app.port());
        }
        return 0;
    }

    private static final String FILTER = """
            async (text) => {
              const box = document.querySelector('[aria-label="Filter devices"]');
              const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
              const from = performance.now();
              set.call(box, text);
              box.dispatchEvent(new Event("input", { bubbles: true }));
              await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
              return performance.now() - from;
            }""";

    private static final String SORT = """
            async (column) => {
              const head = document.querySelectorAll(".list-head button")[column];
              const from = performance.now();
              head.click();
              await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
              return performance.now() - from;
            }""";

    private static final String BARE = """
            async () => {
              const rows = await (await fetch("/api/devices")).json();
              const all = rows.map((r) => Object.values(r).join(" ").toLowerCase());
              const from = performance.now();
              rows.filter((r, i) => all[i].includes("pier 3")).sort((a, b) => (a.site < b.site ? -1 : 1));
              await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
              return performance.now() - from;
            }""";

    private static void browser(int port) {
        try (Playwright playwright = Playwright.create(
                        new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
                var chromium = playwright
                        .chromium()
                        .launch(new BrowserType.LaunchOptions()
                                .setExecutablePath(Path.of("/usr/bin/chromium"))
                                .setArgs(List.of("--headless", "--no-sandbox", "--disable-gpu", "--disable-quic")))) {
            Page page = chromium.newPage();
            page.setViewportSize(1280, 800);
            page.navigate("http://127.0.0.1:" + port + "/");
            page.getByLabel("Log-in name").fill(RunningApp.LOGIN);
            page.getByLabel("Password").fill("practice");
            page.keyboard().press("Enter");
            page.waitForSelector(".rail");
            page.navigate("http://127.0.0.1:" + port + "/devices");
            page.waitForSelector(".row-line");
            double bare = median(page, BARE, new Object[] {null, null, null, null, null});
            double filter = median(page, FILTER, "t0", "t01", "role:access", "-edge pier", "t123", "zzz", "");
            double sort = median(page, SORT, 0, 1, 2, 3, 4, 0, 2);
            System.out.printf("in the browser, until it is drawn; median in ms%n");
            System.out.printf("  filter %6.0f, %.1f times the bare loop (%.0f)%n", filter, filter / bare, bare);
            System.out.printf("  sort   %6.0f, %.1f times the bare loop%n", sort, sort / bare);
        }
    }

    private static double median(Page page, String script, Object... arguments) {
        double[] millis = new double[arguments.length];
        for (int i = 0; i < arguments.length; i++) {
            millis[i] = ((Number) page.evaluate(script, arguments[i])).doubleValue();
        }
        return new Timing(millis).median();
    }
}
