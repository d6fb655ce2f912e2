package io.safestep.real;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Changes on the NETCONF server of Debian's package {@code netconfd}, as it is and without parts of what it offers. */
class NetconfServerTest {

    private static final int CASES = Integer.getInteger("safestep.device-cases", 200);
    private static final long FIRST_SEED = Long.getLong("safestep.seed", 1L);

    @TempDir
    static Path folder;

    private static int started;

    private final PlatformProfile profile = ShippedProfiles.ietf();
    private final ConfigEngine engine = new ConfigEngine(profile.language());
    private final PlatformConnector connector = new PlatformConnector(TimeLimits.usual());
    private RealNetconfServer server;

    @BeforeAll
    static void account() {
        LabAccount.make();
    }

    @AfterAll
    static void removeAccount() {
        LabAccount.remove();
    }

    @AfterEach
    void stop() {
        connector.close();
        if (server != null) {
            server.close();
        }
    }

    private void start(RealNetconfServer.Offer offer) {
        server = RealNetconfServer.start(folder, ++started, offer);
    }

    private DeviceSession connect() throws DeviceException {
        return connector.connect(server.target(profile));
    }

    private static final PushListener SILENT = new PushListener() {
        @Override
        public boolean before(int index) {
            return true;
        }

        @Override
        public void after(int index, String answer) {
            // What it holds afterwards is what counts.
        }
    };

    private static final String LINES = """
            interfaces
              interface quay0
                type ianaift:ethernetCsmacd
                description to the quay
                ipv4
                  mtu 1400
                  address 10.77.0.9
                    prefix-length 24
            """;

    @ParameterizedTest
    @EnumSource
    void aChangeIsMadeSavedAndUndone(RealNetconfServer.Offer offer) throws Exception {
        start(offer);
        try (DeviceSession session = connect()) {
            ConfigTree before = engine.readShown(session.readRunning());
            DeviceBuild build = engine.build(before, LINES);
            session.push(build.script(), SILENT);
            assertThat(engine.unified(engine.rows(build.outcome(), engine.readShown(session.readRunning())), 0))
                    .isEmpty();
            session.save();
            session.push(build.undo(), SILENT);
            assertThat(engine.same(before, engine.readShown(session.readRunning())))
                    .isTrue();
        }
    }

    @Test
    void aCommitOnTrialOutlivesItsSessionAndIsConfirmedByAnother() throws Exception {
        start(RealNetconfServer.Offer.CANDIDATE_AND_STARTUP);
        DeadManTimer timer = new DeadManTimer("safestep-1", Duration.ofSeconds(60));
        ConfigTree outcome = pushOnTrial(timer);
        try (DeviceSession session = connect()) {
            assertThat(engine.same(outcome, engine.readShown(session.readRunning())))
                    .isTrue();
            assertThat(session.confirm(timer)).isTrue();
            assertThatThrownBy(() -> session.confirm(timer))
                    .as("this server has an error of its own for a timer that does not run")
                    .hasMessageContaining("not active");
            assertThat(engine.same(outcome, engine.readShown(session.readRunning())))
                    .isTrue();
        }
    }

    private ConfigTree pushOnTrial(DeadManTimer timer) throws DeviceException {
        try (DeviceSession session = connect()) {
            assertThat(session.hasTimer()).isTrue();
            DeviceBuild build = engine.build(engine.readShown(session.readRunning()), LINES);
            session.push(build.script(), timer, SILENT);
            return build.outcome();
        }
    }

    @Test
    void aCommitOnTrialIsTakenBackAtOnce() throws Exception {
        start(RealNetconfServer.Offer.CANDIDATE_AND_STARTUP);
        ConfigTree before;
        try (DeviceSession session = connect()) {
            before = engine.readShown(session.readRunning());
        }
        DeadManTimer timer = new DeadManTimer("safestep-2", Duration.ofSeconds(60));
        pushOnTrial(timer);
        try (DeviceSession session = connect()) {
            assertThat(session.goBack(timer)).isTrue();
            assertThat(engine.same(before, engine.readShown(session.readRunning())))
                    .isTrue();
        }
    }

    @Test
    void whatSomebodyElsePutIntoTheCandidateIsNotConfirmed() throws Exception {
        start(RealNetconfServer.Offer.CANDIDATE_AND_STARTUP);
        DeadManTimer timer = new DeadManTimer("safestep-3", Duration.ofSeconds(60));
        pushOnTrial(timer);
        try (DeviceSession foreign = connect();
                DeviceSession session = connect()) {
            foreign.ask("<edit-config><target><candidate/></target><config>"
                    + "<system xmlns=\"urn:ietf:params:xml:ns:yang:ietf-system\"><contact>nobody</contact></system>"
                    + "</config></edit-config>");
            assertThatThrownBy(() -> session.confirm(timer))
                    .isInstanceOf(DeviceException.class)
                    .hasMessageContaining("somebody else's")
                    .extracting(e -> ((DeviceException) e).reason())
                    .isEqualTo(DeviceException.Reason.IN_USE);
            assertThat(session.readRunning()).doesNotContain("nobody");
        }
    }

    @Test
    void whatSomebodyElsePutIntoTheCandidateBeforeIsNotCommitted() throws Exception {
        start(RealNetconfServer.Offer.CANDIDATE);
        try (DeviceSession foreign = connect();
                DeviceSession session = connect()) {
            foreign.ask("<edit-config><target><candidate/></target><config>"
                    + "<system xmlns=\"urn:ietf:params:xml:ns:yang:ietf-system\"><contact>nobody</contact></system>"
                    + "</config></edit-config>");
            Script script = engine.derive(
                    engine.readShown(session.readRunning()),
                    engine.build(engine.readShown(session.readRunning()), LINES).outcome());
            assertThatThrownBy(() -> session.push(script, SILENT))
                    .isInstanceOf(DeviceException.class)
                    .hasMessageContaining("somebody else's");
            assertThat(session.readRunning()).doesNotContain("nobody").doesNotContain("quay0");
        }
    }

    @Test
    void aChangeByOthersIsHeardAtOnce() throws Exception {
        start(RealNetconfServer.Offer.CANDIDATE_AND_STARTUP);
        try (DeviceSession listening = connect();
                DeviceSession session = connect()) {
            CompletableFuture<Boolean> heard = CompletableFuture.supplyAsync(() -> {
                try {
                    return listening.awaitChange(Duration.ofSeconds(20));
                } catch (DeviceException e) {
                    throw new IllegalStateException(e);
                }
            });
            session.push(
                    engine.build(engine.readShown(session.readRunning()), LINES).script(), SILENT);
            assertThat(heard.get(5, TimeUnit.SECONDS)).isTrue();
        }
    }

    @Test
    void randomChangesAreHeldAndComeBack() throws Exception {
        start(RealNetconfServer.Offer.CANDIDATE_AND_STARTUP);
        List<String> wrong = new ArrayList<>();
        int proven = 0;
        try (DeviceSession session = connect()) {
            ConfigTree empty = engine.readShown(session.readRunning());
            for (long seed = FIRST_SEED; seed < FIRST_SEED + CASES && wrong.size() < 10; seed++) {
                Random random = new Random(seed);
                push(
                        session,
                        engine.derive(running(session), with(empty, StandardLines.configuration(random))),
                        wrong,
                        seed);
                ConfigTree before = running(session);
                DeviceBuild build = engine.build(before, with(empty, StandardLines.configuration(random)));
                push(session, build.script(), wrong, seed);
                compare("seed " + seed + ", script", build.outcome(), running(session), wrong);
                if (build.proof().proven()) {
                    proven++;
                    push(session, build.undo(), wrong, seed);
                    compare("seed " + seed + ", undo", before, running(session), wrong);
                }
            }
        }
        System.out.println(proven + " of " + CASES + " were called proven.");
        assertThat(wrong).isEmpty();
        assertThat(proven).isGreaterThan(CASES / 2);
    }

    private ConfigTree running(DeviceSession session) throws DeviceException {
        return engine.readShown(session.readRunning());
    }

    private ConfigTree with(ConfigTree empty, String lines) {
        return engine.apply(empty, engine.readScript(lines));
    }

    private void push(DeviceSession session, Script script, List<String> wrong, long seed) {
        try {
            if (!script.isEmpty()) {
                session.push(script, SILENT);
            }
        } catch (DeviceException e) {
            wrong.add("seed " + seed + ": " + e.getMessage() + "\n" + engine.text(script) + engine.xmlEdit(script));
        }
    }

    private void compare(String what, ConfigTree expected, ConfigTree held, List<String> wrong) {
        if (!engine.same(expected, held)) {
            wrong.add(what + ": expected beside held:\n" + engine.unified(engine.rows(expected, held), 0));
        }
    }
}
