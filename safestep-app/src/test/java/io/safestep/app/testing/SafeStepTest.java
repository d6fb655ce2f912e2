package io.safestep.app.testing;

import org.junit.jupiter.api.BeforeEach;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** Safe Step whole, over real HTTP, with a real database and real practice devices, filled with the demo data. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
public abstract class SafeStepTest {

    protected static final TestPractice PRACTICE = new TestPractice();
    private static final String DATABASE = TestPostgres.freshUrl();

    @LocalServerPort
    protected int port;

    @DynamicPropertySource
    static void properties(DynamicPropertyRegistry registry) {
        registry.add("spring.datasource.url", () -> DATABASE);
        registry.add("spring.datasource.username", () -> "postgres");
        registry.add("safestep.home", () -> PRACTICE.home().toString());
        registry.add("safestep.device-port", PRACTICE::devicePort);
        registry.add("safestep.demo", () -> true);
    }

    /** The demo's own runs hold devices; tests wait until they have ended. */
    @BeforeEach
    void awaitDemoData() {
        ApiClient.loggedIn(port, "jvane").await("/api/changes", changes -> changes.size() >= 4);
    }
}
