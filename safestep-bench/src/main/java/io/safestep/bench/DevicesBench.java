package io.safestep.bench;

import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.sun.net.httpserver.HttpServer;
import io.safestep.app.testing.ApiClient;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.locks.LockSupport;
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

    private static final int PEOPLE = 50;
    private static final int REQUESTS = 20;
    private static final int WARM_UPS = 2;

    /** Nanoseconds between two requests of a person. */
    private static final long THINKING = 500_000_000;

    @Option(names = "--devices", defaultValue = "5000", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    private final HttpClient http = HttpClient.newHttpClient();

    @Override
    public Integer call() throws Exception {
        try (RunningApp app = new RunningApp(1)) {
            ApiClient administrator = app.administrator();
            importDevices(administrator);
            // Everybody has a session of their own.
            List<String> cookies = new ArrayList<>();
            for (int p = 0; p < PEOPLE; p++) {
                cookies.add(app.administrator().cookies());
            }
            URI list = URI.create("http://127.0.0.1:" + app.port() + "/api/devices");
            HttpResponse<byte[]> first = ask(list, cookies.get(0), null);
            String tag = first.headers().firstValue("etag").orElseThrow();
            HttpServer bare = bareServer(first.body());
            URI bareList = URI.create("http://127.0.0.1:" + bare.getAddress().getPort() + "/");
            URI device = URI.create(list + "/t001-ac-2");
            for (int i = 0; i < WARM_UPS; i++) {
                p95(person -> ask(list, cookies.get(person), null));
                p95(person -> ask(bareList, cookies.get(person), null));
                p95(person -> ask(device, cookies.get(person), null));
            }
            double whole = p95(person -> ask(list, cookies.get(person), null));
            double bareWhole = p95(person -> ask(bareList, cookies.get(person), null));
            double known = p95(person -> ask(list, cookies.get(person), tag));
            double one = p95(person -> ask(device, cookies.get(person), null));
            bare.stop(0);
            System.out.printf(
                    "%d devices, %d kB sent; %d people, a request each %.1f s; p95 in ms%n",
                    devices, first.body().length / 1024, PEOPLE, THINKING / 1e9);
            System.out.printf(
                    "  all devices       %6.1f, %.1f times the bare server (%.1f)%n",
                    whole, whole / bareWhole, bareWhole);
            System.out.printf("  nothing has moved %6.1f, %.1f times the bare server%n", known, known / bareWhole);
            System.out.printf("  one device        %6.1f, %.1f times the bare server%n", one, one / bareWhole);
            browser(app.port());
        }
        return 0;
    }

    private void importDevices(ApiClient administrator) {
        StringBuilder sheet = new StringBuilder("Name,Address,Site,Site name,Role,Platform,Labels\n");
        String[] roles = {"edge", "access", "access", "distribution"};
        String[] platforms = {"corvane-cli", "haldrin-netconf", "ostrel-restconf"};
        for (int i = 0; i < devices; i++) {
            sheet.append("t%03d-%s-%d,10.%d.%d.%d,t%03d,Terminal %03d,%s,%s,pier %d%n"
                    .formatted(
                            i / 20,
                            roles[i % 4].substring(0, 2),
                            i % 20 + 1,
                            90 + i / 50_000,
                            i / 250,
                            i % 250 + 1,
                            i / 20,
                            i / 20,
                            roles[i % 4],
                            platforms[i % 3],
                            i % 7));
        }
        byte[] file = sheet.toString().getBytes(StandardCharsets.UTF_8);
        String plan = administrator
                .upload("/api/devices/import/dry-run", file)
                .body()
                .path("plan")
                .asString();
        var done = administrator.upload("/api/devices/import?plan=" + plan, file);
        if (done.body().path("added").asInt() != devices) {
            throw new IllegalStateException("The devices were not imported: " + done);
        }
    }

    private HttpResponse<byte[]> ask(URI uri, String cookies, String tag) throws IOException, InterruptedException {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(uri).header("Cookie", cookies).header("Accept-Encoding", "gzip");
        if (tag != null) {
            request.header("If-None-Match", tag);
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    private static HttpServer bareServer(byte[] body) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), PEOPLE);
        server.setExecutor(Executors.newFixedThreadPool(8));
        server.createContext("/", exchange -> {
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        server.start();
        return server;
    }

    /** What a person asks for. */
    private interface Request {
        HttpResponse<byte[]> by(int person) throws Exception;
    }

    /** Milliseconds within which 95 of 100 requests were answered; everybody begins at another moment. */
    private static double p95(Request request) throws Exception {
        ExecutorService people = Executors.newFixedThreadPool(PEOPLE);
        List<Future<double[]>> all = new ArrayList<>();
        for (int p = 0; p < PEOPLE; p++) {
            int person = p;
            long begin = THINKING * p / PEOPLE;
            all.add(people.submit(() -> {
                LockSupport.parkNanos(begin);
                double[] millis = new double[REQUESTS];
                for (int i = 0; i < REQUESTS; i++) {
                    long from = System.nanoTime();
                    int status = request.by(person).statusCode();
                    millis[i] = (System.nanoTime() - from) / 1e6;
                    if (status != 200 && status != 304) {
                        throw new IllegalStateException("answered with status " + status);
                    }
                    LockSupport.parkNanos(THINKING);
                }
                return millis;
            }));
        }
        double[] millis = new double[0];
        for (Future<double[]> one : all) {
            double[] more = one.get();
            int at = millis.length;
            millis = Arrays.copyOf(millis, at + more.length);
            System.arraycopy(more, 0, millis, at, more.length);
        }
        people.shutdown();
        Arrays.sort(millis);
        return millis[millis.length * 95 / 100];
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
