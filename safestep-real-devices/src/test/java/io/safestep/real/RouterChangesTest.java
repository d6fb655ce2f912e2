package io.safestep.real;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Random changes on a router of Debian's package {@code frr}, each pushed, read back, and undone. {@code
 * -Dsafestep.device-cases=N} tries more, {@code -Dsafestep.seed=N} begins elsewhere.
 */
class RouterChangesTest {

    private static final int CASES = Integer.getInteger("safestep.device-cases", 200);
    private static final long FIRST_SEED = Long.getLong("safestep.seed", 1L);

    @TempDir
    static Path folder;

    private static RealRouters routers;

    private final PlatformProfile profile = ShippedProfiles.frr();
    private final ConfigEngine engine = new ConfigEngine(profile.language());

    @BeforeAll
    static void start() {
        routers = RealRouters.inARow(folder, 2);
    }

    @AfterAll
    static void stop() {
        routers.close();
    }

    @Test
    void whatWasDerivedIsWhatTheRouterHoldsAndWhatIsProvenComesBack() throws Exception {
        List<String> wrong = new ArrayList<>();
        int proven = 0;
        try (PlatformConnector connector = new PlatformConnector(TimeLimits.usual());
                DeviceSession session = connector.connect(routers.target(1, profile))) {
            ConfigTree empty = engine.readShown(session.readRunning());
            for (long seed = FIRST_SEED; seed < FIRST_SEED + CASES; seed++) {
                Random random = new Random(seed);
                ConfigTree start = with(empty, RouterLines.configuration(random));
                push(
                        session,
                        engine.derive(engine.readShown(session.readRunning()), start),
                        "seed " + seed + " start",
                        wrong);
                ConfigTree before = engine.readShown(session.readRunning());
                compare("seed " + seed + ", start", start, before, wrong);

                ConfigTree wanted = with(empty, RouterLines.configuration(random));
                DeviceBuild build = engine.build(before, wanted);
                push(session, build.script(), "seed " + seed + " script", wrong);
                ConfigTree after = engine.readShown(session.readRunning());
                compare("seed " + seed + ", script", build.outcome(), after, wrong);
                if (build.proof().proven()) {
                    proven++;
                    push(session, build.undo(), "seed " + seed + " undo", wrong);
                    compare("seed " + seed + ", undo", before, engine.readShown(session.readRunning()), wrong);
                } else {
                    System.out.println(
                            "seed " + seed + " not proven: " + build.proof().obstacles());
                }
                if (wrong.size() > 10) {
                    break;
                }
            }
        }
        System.out.println(proven + " of " + CASES + " were called proven.");
        assertThat(wrong).isEmpty();
        assertThat(proven).isGreaterThan(CASES * 9 / 10);
    }

    /** Its ping has no end, and where it has no OSPF and no BGP it refuses to tell of their neighbours. */
    @Test
    void aPingIsEndedAndWhatTheRouterHasNotIsRefused() throws Exception {
        try (PlatformConnector connector = new PlatformConnector(TimeLimits.usual());
                DeviceSession session = connector.connect(routers.target(2, profile))) {
            assertThat(pinged(session, "127.0.0.1")).containsExactly("received 3");
            assertThat(pinged(session, "127.0.0.2"))
                    .as("and the session goes on")
                    .containsExactly("received 3");
            assertThat(session.readRunning()).contains("frr");
            for (String name : List.of("neighbours", "bgp-neighbours")) {
                ReadCommand read = profile.read(name).orElseThrow();
                assertThat(read.optional()).isTrue();
                assertThatThrownBy(() -> session.ask(read, Map.of()))
                        .extracting(e -> ((DeviceException) e).reason())
                        .isEqualTo(DeviceException.Reason.LINE_REFUSED);
            }
        }
    }

    private List<String> pinged(DeviceSession session, String address) throws DeviceException {
        ReadCommand ping = profile.read("ping").orElseThrow();
        return ping.rows(session.ask(ping, Map.of("address", address)).text()).stream()
                .map(ReadCommand.Row::toString)
                .toList();
    }

    /** What the router says of itself, beside other lines. */
    private ConfigTree with(ConfigTree empty, String lines) {
        return engine.apply(empty, engine.readScript(lines));
    }

    private void push(DeviceSession session, Script script, String what, List<String> wrong) {
        try {
            session.push(script, new PushListener() {
                @Override
                public boolean before(int index) {
                    return true;
                }

                @Override
                public void after(int index, String answer) {
                    // What it holds afterwards is what counts.
                }
            });
        } catch (DeviceException e) {
            wrong.add(what + ": " + e.getMessage() + "\n" + engine.text(script));
        }
    }

    private void compare(String what, ConfigTree expected, ConfigTree held, List<String> wrong) {
        if (!engine.same(expected, held)) {
            wrong.add(what + ": expected beside held:\n" + engine.unified(engine.rows(expected, held), 0));
        }
    }
}
