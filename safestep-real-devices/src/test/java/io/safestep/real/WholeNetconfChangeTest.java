package io.safestep.real;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** The NETCONF server of Debian's package {@code netconfd} in the application: imported, backed up, changed, saved. */
class WholeNetconfChangeTest extends SafeStepTest {

    @TempDir
    static Path folder;

    private static RealNetconfServer server;

    @BeforeAll
    static void start() {
        LabAccount.make();
        server = RealNetconfServer.start(folder, 9, RealNetconfServer.Offer.CANDIDATE_AND_STARTUP);
    }

    @AfterAll
    static void stop() {
        server.close();
        LabAccount.remove();
    }

    @DynamicPropertySource
    static void listening(DynamicPropertyRegistry registry) {
        subscriptions = 40;
    }

    private ChangeStory story;

    @BeforeEach
    void bringItIn() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        if (administrator.get("/api/devices/quay-1").status() == 200) {
            return;
        }
        ok(administrator.post(
                "/api/credentials",
                Map.of(
                        "name",
                        "lab netconf",
                        "login",
                        LabAccount.LOGIN,
                        "password",
                        LabAccount.PASSWORD,
                        "standard",
                        false)));
        byte[] sheet = ("Name,Address,Port,Site,Role,Platform,Credential\nquay-1," + server.address()
                        + ",830,gan,relay,ietf-netconf,lab netconf\n")
                .getBytes(StandardCharsets.UTF_8);
        JsonNode plan = ok(administrator.upload("/api/devices/import/dry-run", sheet));
        ok(administrator.upload("/api/devices/import?plan=" + plan.path("plan").asString(), sheet));
        ok(administrator.post(
                "/api/rounds", Map.of("action", "BACK_UP", "argument", "", "devices", List.of("quay-1"))));
        JsonNode device = administrator.await(
                "/api/devices/quay-1",
                d -> !d.path("row").path("baselineBackupId").isNull()
                        || !d.path("row").path("lastProblem").isNull());
        assertThat(device.path("row").path("lastProblem").isNull())
                .as(device.toString())
                .isTrue();
        ok(administrator.put("/api/devices/quay-1/stance", Map.of("stance", "MANAGED")));
    }

    @Test
    void aChangeIsMadeConfirmedAndSaved() {
        long run = story.startedRun(
                "An interface of the quay",
                Map.of("quay-1", """
                        interfaces
                          interface quay0
                            type ianaift:ethernetCsmacd
                            description to the quay
                            ipv4
                              address 10.99.7.1
                                prefix-length 24
                        """),
                List.of(Map.of("kind", "SAVED", "expectation", "SAVED", "settleSeconds", 0)));
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("SUCCEEDED");
        assertThat(ended.path("devices").get(0).path("steps").toString())
                .contains("timer stopped", "startup equals running");
    }

    /** One candidate is shared by all: what another client has put there would go live with our confirmation. */
    @Test
    void editsOfSomebodyElseWhileAPersonIsAskedDoNotGoLive() throws Exception {
        long run = story.startedRun(
                "A contact, and somebody is asked",
                Map.of("quay-1", "system\n  location on the pier\n"),
                List.of(Map.of(
                        "kind",
                        "CONFIRM",
                        "expectation",
                        "CONFIRMED",
                        "question",
                        "Is the pier lit?",
                        "settleSeconds",
                        300)));
        ApiClient operator = ApiClient.loggedIn(port, "pquill");
        long check = operator.await(
                        "/api/runs/" + run, r -> !r.path("questions").isEmpty())
                .path("questions")
                .get(0)
                .path("check")
                .asLong();
        try (ForeignClient foreign = new ForeignClient()) {
            foreign.editsTheCandidate();
            ok(operator.post(
                    "/api/runs/" + run + "/checks/" + check + "/answer",
                    Map.of("devices", List.of("quay-1"), "yes", true, "words", "It is.")));
            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("ROLLED_BACK");
            assertThat(ended.path("verdict").asString()).contains("somebody else's");
            assertThat(foreign.session.readRunning()).doesNotContain("nobody").doesNotContain("on the pier");
        }
    }

    /** What lay there before us stays where it is: the run ends at once, nothing is written, and says whose turn it is. */
    @Test
    void editsOfSomebodyElseFromBeforeTheRunAreLeftAlone() throws Exception {
        try (ForeignClient foreign = new ForeignClient()) {
            foreign.editsTheCandidate();
            long run = story.startedRun(
                    "A location beside edits that wait",
                    Map.of("quay-1", "system\n  location at the slip\n"),
                    List.of(Map.of("kind", "SAVED", "expectation", "SAVED", "settleSeconds", 0)));
            JsonNode ended = story.awaitEnd(run);
            assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("ROLLED_BACK");
            assertThat(ended.path("verdict").asString()).contains("somebody else's");
            assertThat(foreign.session.readRunning()).doesNotContain("nobody").doesNotContain("at the slip");
            assertThat(foreign.candidate()).as("still there").contains("nobody");
        }
    }

    /** The server notifies (RFC 6470); the time is the whole way, from its commit to the finding that people see. */
    @Test
    void aChangeByOthersIsFoundWithinSeconds() throws Exception {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        try (ForeignClient foreign = new ForeignClient()) {
            List<Long> millis = new ArrayList<>();
            for (int round = 1; round <= 3; round++) {
                String contact = "watch " + round;
                long from = System.nanoTime();
                foreign.commits(contact);
                auditor.await(
                        "/api/drift/findings",
                        found -> found.size() == 1
                                && found.get(0).path("matchesAgainAt").isNull());
                millis.add((System.nanoTime() - from) / 1_000_000);
                foreign.commits("");
                auditor.await(
                        "/api/drift/findings",
                        found -> !found.get(0).path("matchesAgainAt").isNull());
            }
            System.out.println("Found after milliseconds: " + millis);
            assertThat(millis).allSatisfy(m -> assertThat(m).isLessThan(5_000));
        }
    }

    /** Another client of the same server, which leaves the candidate as it found it. */
    private static final class ForeignClient implements AutoCloseable {

        private final PlatformConnector connector = new PlatformConnector(TimeLimits.usual());
        private final DeviceSession session;

        ForeignClient() throws DeviceException {
            session = connector.connect(server.target(ShippedProfiles.ietf()));
        }

        void editsTheCandidate() throws DeviceException {
            session.ask("<edit-config><target><candidate/></target><config>"
                    + "<system xmlns=\"urn:ietf:params:xml:ns:yang:ietf-system\"><contact>nobody</contact></system>"
                    + "</config></edit-config>");
        }

        /** Puts a contact into force; takes it away when it is empty. */
        void commits(String contact) throws DeviceException {
            String element = contact.isEmpty()
                    ? "<contact xmlns:nc=\"urn:ietf:params:xml:ns:netconf:base:1.0\" nc:operation=\"remove\"/>"
                    : "<contact>" + contact + "</contact>";
            session.ask("<edit-config><target><candidate/></target><config>"
                    + "<system xmlns=\"urn:ietf:params:xml:ns:yang:ietf-system\">" + element
                    + "</system></config></edit-config>");
            session.ask("<commit/>");
        }

        String candidate() throws DeviceException {
            return session.ask("<get-config><source><candidate/></source></get-config>")
                    .text();
        }

        @Override
        public void close() throws DeviceException {
            try {
                session.ask("<discard-changes/>");
            } finally {
                session.close();
                connector.close();
            }
        }
    }
}
