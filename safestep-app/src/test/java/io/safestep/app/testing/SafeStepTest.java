package io.safestep.app.testing;

import io.safestep.app.SafeStepApplication;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.context.annotation.Import;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Safe Step whole, over real HTTP, with a real database and real practice devices, filled with the demo data. */
@SpringBootTest(
        classes = SafeStepApplication.class,
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        properties = "safestep.run.longest-stay=1s")
@Import({CountedStatements.class, QuickPasswords.class})
public abstract class SafeStepTest {

    protected static final TestPractice PRACTICE = new TestPractice();
    private static final String DATABASE = TestPostgres.freshUrl();

    /** With how many devices sessions are held open for notifications; a class that wants some says so before it starts. */
    protected static int subscriptions;

    private static @Nullable AssertionError demoFailed;

    /** Of what the demo has brought all by now; it does not go away again. */
    private static final Set<String> THERE = ConcurrentHashMap.newKeySet();

    @LocalServerPort
    protected int port;

    @DynamicPropertySource
    static void properties(DynamicPropertyRegistry registry) {
        registry.add("spring.datasource.url", () -> DATABASE);
        registry.add("spring.datasource.username", () -> "postgres");
        registry.add("safestep.home", () -> PRACTICE.home().toString());
        registry.add("safestep.device-port", PRACTICE::devicePort);
        registry.add("safestep.address-translation", () -> "10.77=127.77");
        registry.add("safestep.demo", () -> true);
        registry.add("safestep.mail.enabled", () -> true);
        registry.add("safestep.run.shortest-timer", () -> "4s");
        registry.add("safestep.run.patience", () -> "15s");
        registry.add("safestep.log.port", () -> -1);
        registry.add("safestep.log.subscriptions", () -> subscriptions);
        registry.add("spring.mail.port", () -> PRACTICE.network().mailPort());
        registry.add(
                "safestep.practice-api",
                () -> "http://127.0.0.1:" + PRACTICE.network().apiPort());
    }

    /** The demo's own runs hold devices; tests wait until they have ended. */
    @BeforeEach
    void awaitDemoData() {
        awaitDemo("/api/changes", changes -> changes.size() >= 4);
    }

    /** Every device is backed up: nothing of the demo goes on any more. */
    protected void awaitWholeDemo() {
        awaitDemo("/api/devices", devices -> {
            for (JsonNode device : devices) {
                if (device.path("baselineBackupId").isNull()) {
                    return false;
                }
            }
            return devices.size() >= 30;
        });
    }

    /** Where the demo was waited for in vain once, the tests that follow do not wait again. */
    private void awaitDemo(String path, Predicate<JsonNode> there) {
        if (THERE.contains(path)) {
            return;
        }
        if (demoFailed != null) {
            throw new IllegalStateException("The demo data did not come: " + demoFailed.getMessage(), demoFailed);
        }
        try {
            ApiClient.loggedIn(port, "jvane").await(path, there);
            THERE.add(path);
        } catch (AssertionError inVain) {
            demoFailed = inVain;
            throw inVain;
        }
    }

    protected String running(String device) {
        return PRACTICE.network().device(device).running().shown();
    }

    protected String startup(String device) {
        return PRACTICE.network().device(device).startup().shown();
    }

    /** The messages for one field in a problem detail, joined. */
    protected static String fieldErrors(JsonNode problem, String field) {
        StringBuilder messages = new StringBuilder();
        for (JsonNode error : problem.path("errors")) {
            if (error.path("field").asString().equals(field)) {
                messages.append(error.path("message").asString());
            }
        }
        return messages.toString();
    }

    /** A line about whom to call, as the device writes it. */
    protected static String contact(String device, String text) {
        String platform = PRACTICE.network().device(device).platform();
        return switch (platform) {
            case "haldrin-netconf" -> "system\n  contact " + text + "\n";
            case "ostrel-restconf" -> "base\n  place " + text + "\n";
            default -> "contact " + text + "\n";
        };
    }
}
