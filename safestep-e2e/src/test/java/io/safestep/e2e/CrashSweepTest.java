package io.safestep.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.CrashSweep;
import io.safestep.app.testing.TestPractice;
import io.safestep.practice.device.Fault;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** Some points of a sweep in the usual tests; all of them with {@code -Dsafestep.sweep=all}. */
@Timeout(value = 3, unit = TimeUnit.HOURS)
class CrashSweepTest {

    private static final boolean ALL = "all".equals(System.getProperty("safestep.sweep"));

    /** How many of the points are tried when not all are. */
    private static final int SOME = 1;

    /** One device of each family; the last has no dead-man timer. */
    private static final Map<String, String> LINES = new LinkedHashMap<>(Map.of(
            "brn-ac-1", "contact %s\nlog-server 10.78.9.1\n",
            "ald-gw-b", "system\n  contact %s\n  log-server 10.78.9.1\n",
            "ops-fw-b", "base\n  place %s\n"));

    private final TestPractice practice = new TestPractice();
    private CrashSweep sweep;

    @BeforeEach
    void begin() throws Exception {
        sweep = new CrashSweep(practice, Map.of());
        sweep.begin(new CrashSweep.Ground() {
            @Override
            public Map<String, String> lines(String mark) {
                Map<String, String> lines = new LinkedHashMap<>();
                LINES.forEach((device, text) -> lines.put(device, text.formatted(mark)));
                return lines;
            }

            @Override
            public List<Map<String, Object>> checks() {
                return List.of(ChangeStory.check("neighbours", null, "SAME_AS_BEFORE", null));
            }

            @Override
            public String running(String device) {
                return practice.network().device(device).running().shown();
            }

            @Override
            public String startup(String device) {
                return practice.network().device(device).startup().shown();
            }
        });
    }

    @AfterEach
    void end() throws Exception {
        sweep.close();
        practice.network().close();
    }

    @Test
    void everyRunComesToARightEnd() throws Exception {
        sweep("that goes well", 1, sweep.count());

        // The last device can't write its startup, when all others have: everything has to be undone.
        practice.network().device("ops-fw-b").switchOn(Fault.STARTUP_WRITE_FAILS, "");
        int points = sweep.count();
        sweep("that turns back", points / 2, points);
    }

    /** @param from the points before were tried with the other kind of run */
    private void sweep(String kind, int from, int points) throws Exception {
        sweep.takeEnds();
        int step = ALL ? 1 : Math.max(1, (points - from) / SOME);
        for (int point = from + step / 2; point <= points; point += step) {
            sweep.killAt(point);
            if (ALL) {
                System.out.println(kind + ": point " + point + " of " + points + " wrong "
                        + sweep.wrong().size());
            }
        }
        System.out.println(
                "Crash sweep, a run " + kind + ", points " + from + " to " + points + ": " + sweep.takeEnds());
        assertThat(sweep.wrong()).isEmpty();
    }
}
