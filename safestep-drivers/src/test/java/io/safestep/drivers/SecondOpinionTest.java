package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.GeneratedConfigs;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.practice.PracticeNetwork;
import io.safestep.practice.network.MerrowSound;
import io.safestep.practice.network.NetworkPlan;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Generated configurations, pushed to practice devices over their own protocols and undone again. The devices have
 * interpreters of their own, so that a mistake in deriving shows as a device that holds something else than was said, or
 * that refuses. {@code -Dsafestep.device-cases=N} tries more.
 */
class SecondOpinionTest {

    private static final int CASES = Integer.getInteger("safestep.device-cases", 25);
    private static final long FIRST_SEED = Long.getLong("safestep.seed", 1L);

    @TempDir
    static Path folder;

    private static PracticeNetwork practice;
    private static int port;

    /** A device of each maker, and the lines without which nobody could log in to it any more. */
    enum Family {
        CORVANE(ShippedProfiles.corvane(), "brn-gw-b", "127.77.2.2", Set.of("hostname", "user")),
        HALDRIN(ShippedProfiles.haldrin(), "ald-gw-a", "127.77.3.1", Set.of("system")),
        OSTREL(ShippedProfiles.ostrel(), "ops-fw-a", "127.77.0.5", Set.of("base"));

        final PlatformProfile profile;
        final ConfigEngine engine;
        final GeneratedConfigs generated;
        final String device;
        final String host;
        final Set<String> kept;

        Family(PlatformProfile profile, String device, String host, Set<String> kept) {
            this.profile = profile;
            this.engine = new ConfigEngine(profile.language());
            this.generated = new GeneratedConfigs(profile.language());
            this.device = device;
            this.host = host;
            this.kept = kept;
        }

        DeviceTarget target() {
            return new DeviceTarget(device, "Merrow Sound", host, port, profile, "safestep", "harbour-light-1", null);
        }
    }

    /** Nothing goes by the way to the operations house here: the devices stay reachable whatever they hold. */
    @BeforeAll
    static void start() throws Exception {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        NetworkPlan plan =
                new NetworkPlan(MerrowSound.plan().file(), MerrowSound.plan().configurations(), null);
        practice = PracticeNetwork.start(plan, folder, new PracticeNetwork.Ports(port, 0, 0, 0));
    }

    @AfterAll
    static void stop() {
        practice.close();
    }

    @ParameterizedTest
    @EnumSource
    void whatWasDerivedIsWhatTheDeviceHolds(Family family) throws Exception {
        TimeLimits limits = new TimeLimits(Duration.ofSeconds(20), Duration.ofSeconds(20), Duration.ofSeconds(20));
        try (PlatformConnector connector = new PlatformConnector(limits);
                DeviceSession session = connector.connect(family.target())) {
            for (long seed = FIRST_SEED; seed < FIRST_SEED + CASES; seed++) {
                ConfigTree now = family.engine.read(session.readRunning());
                GeneratedConfigs.Pair pair = family.generated.soundPair(seed, now, family.kept);
                ConfigTree before = push(family, session, seed, pair, "start", now, pair.before());
                ConfigTree after = push(family, session, seed, pair, "script", before, pair.after());
                push(family, session, seed, pair, "undo script", after, before);
            }
        }
    }

    /** @return what the device holds afterwards */
    private static ConfigTree push(
            Family family,
            DeviceSession session,
            long seed,
            GeneratedConfigs.Pair pair,
            String what,
            ConfigTree from,
            ConfigTree to)
            throws DeviceException {
        ConfigEngine engine = family.engine;
        Script script = engine.derive(from, to);
        String said =
                "seed %d, %s:%n%s%nof%n%s".formatted(seed, what, engine.text(script), family.generated.text(pair));
        List<String> answers = new ArrayList<>();
        try {
            session.push(script, new PushListener() {
                @Override
                public boolean before(int index) {
                    return true;
                }

                @Override
                public void after(int index, String answer) {
                    if (!answer.isEmpty()) {
                        answers.add(script.lines().get(index).text() + ": " + answer);
                    }
                }
            });
        } catch (DeviceException e) {
            throw new AssertionError(e.getMessage() + " " + said, e);
        }
        assertThat(answers)
                .as("the device takes every command silently; %s", said)
                .isEmpty();
        ConfigTree held = engine.read(session.readRunning());
        assertThat(engine.masked(engine.derive(held, engine.asShown(to))))
                .as("what the device holds beside what was said; %s", said)
                .isEmpty();
        return held;
    }
}
