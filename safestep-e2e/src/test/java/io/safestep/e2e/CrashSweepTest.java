package io.safestep.e2e;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.TestPostgres;
import io.safestep.app.testing.TestPractice;
import io.safestep.practice.device.Fault;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Two processes on one database. The one that drives a run is ended with signal 9 exactly when it is about to write down
 * its n-th step, and the other has to bring the run to a right end. A trigger in the database holds the process at that
 * point. Some points in the usual tests; all of them with {@code -Dsafestep.sweep=all}.
 */
class CrashSweepTest {

    private static final int LOCK = 4711;
    private static final boolean ALL = "all".equals(System.getProperty("safestep.sweep"));

    /** How many of the points are tried when not all are. */
    private static final int SOME = 1;

    /** One device of each family; the last has no dead-man timer. */
    private static final Map<String, String> LINES = new LinkedHashMap<>(Map.of(
            "brn-ac-1", "contact sweep %d\nlog-server 10.78.9.1\n",
            "ald-gw-b", "system\n  contact sweep %d\n  log-server 10.78.9.1\n",
            "ops-fw-b", "base\n  place sweep %d\n"));

    private final TestPractice practice = new TestPractice();
    private final String database = TestPostgres.freshUrl();
    private final Map<String, SafeStepProcess> processes = new TreeMap<>();
    private final Map<SafeStepProcess, ChangeStory> stories = new HashMap<>();
    private final List<String> wrong = new ArrayList<>();
    private final Map<String, Integer> ends = new TreeMap<>();
    private Connection sql;
    private int changes;

    @BeforeEach
    void begin() throws Exception {
        start("one");
        ApiClient.loggedIn(processes.get("one").port(), "jvane").await("/api/devices", CrashSweepTest::allBackedUp);
        start("two");
        sql = DriverManager.getConnection(database, "postgres", "");
        run("create sequence sweep_write");
        run("create table sweep (point bigint)");
        run("insert into sweep values (-1)");
        run("create function sweep_hold() returns trigger language plpgsql as $$ begin"
                + " if nextval('sweep_write') = (select point from sweep) then"
                + " perform pg_advisory_lock(" + LOCK + "); perform pg_advisory_unlock(" + LOCK + "); end if;"
                + " return null; end $$");
        for (String write :
                List.of("insert or update on run_step", "update on run_device", "insert or update on run_rollback")) {
            run("create trigger sweep after " + write + " for each row execute function sweep_hold()");
        }
    }

    /** Nothing of the demo goes on any more. */
    private static boolean allBackedUp(JsonNode devices) {
        for (JsonNode device : devices) {
            if (device.path("baselineBackupId").isNull()) {
                return false;
            }
        }
        return devices.size() >= 30;
    }

    @AfterEach
    void end() throws Exception {
        for (SafeStepProcess process : processes.values()) {
            process.kill();
        }
        if (sql != null) {
            sql.close();
        }
        practice.network().close();
    }

    @Test
    void everyRunComesToARightEnd() throws Exception {
        sweep("that goes well", 1, count());

        // The last device can't write its startup, when all others have: everything has to be undone.
        practice.network().device("ops-fw-b").switchOn(Fault.STARTUP_WRITE_FAILS, "");
        int points = count();
        sweep("that turns back", points / 2, points);
    }

    /** @param from the points before were tried with the other kind of run */
    private void sweep(String kind, int from, int points) throws Exception {
        ends.clear();
        int step = ALL ? 1 : Math.max(1, (points - from) / SOME);
        for (int point = from + step / 2; point <= points; point += step) {
            killAt(point);
            if (ALL) {
                System.out.println(kind + ": point " + point + " of " + points + " " + ends + " wrong " + wrong.size());
            }
        }
        System.out.println("Crash sweep, a run " + kind + ", points " + from + " to " + points + ": " + ends);
        assertThat(wrong).isEmpty();
    }

    /** How many steps a run writes down when nobody disturbs it. */
    private int count() throws Exception {
        arm(-1);
        long run = startRun();
        awaitEnd(run);
        judge(run, "undisturbed");
        return (int) number("select last_value from sweep_write");
    }

    private void killAt(int point) throws Exception {
        number("select 1 from pg_advisory_lock(" + LOCK + ")");
        arm(point);
        long run = startRun();
        Awaitility.await().atMost(3, TimeUnit.MINUTES).until(() -> held() != null || ended(run));
        String victim = held();
        if (victim != null) {
            processes.remove(victim).kill();
        }
        arm(-1);
        number("select 1 from (select pg_advisory_unlock(" + LOCK + ")) as done");
        if (victim != null) {
            start(victim); // is up again by the time of the next point, while the other drives
        }
        awaitEnd(run);
        judge(run, "killed at " + point);
    }

    /** The name of the process that waits at the point; null while none does. */
    private String held() throws SQLException {
        try (Statement statement = sql.createStatement();
                ResultSet row = statement.executeQuery(
                        "select a.application_name from pg_locks l join pg_stat_activity a on a.pid = l.pid"
                                + " where l.locktype = 'advisory' and l.objid = " + LOCK + " and not l.granted")) {
            return row.next() ? row.getString(1) : null;
        }
    }

    private void judge(long run, String when) {
        JsonNode ended = auditor().get("/api/runs/" + run).body();
        String state = ended.path("state").asString();
        ends.merge(state, 1, Integer::sum);
        for (String device : LINES.keySet()) {
            boolean running = holds(practice.network().device(device).running().shown());
            boolean startup = holds(practice.network().device(device).startup().shown());
            boolean wanted = state.equals("SUCCEEDED");
            if (running != wanted || startup != wanted || state.equals("STUCK")) {
                wrong.add(when + ": " + state + ", " + device + " running " + running + ", startup " + startup + ": "
                        + ended.path("verdict").asString());
            }
        }
    }

    private boolean holds(String configuration) {
        return configuration.contains("sweep " + changes);
    }

    private long startRun() {
        changes++;
        Map<String, String> lines = new LinkedHashMap<>();
        LINES.forEach((device, text) -> lines.put(device, text.formatted(changes)));
        return story().startedRun(
                        "Sweep " + changes,
                        lines,
                        List.of(ChangeStory.check("neighbours", null, "SAME_AS_BEFORE", null)));
    }

    private void awaitEnd(long run) {
        Awaitility.await().atMost(5, TimeUnit.MINUTES).until(() -> ended(run));
    }

    private boolean ended(long run) {
        return !ok(auditor().get("/api/runs/" + run)).path("endedAt").isNull();
    }

    private ApiClient auditor() {
        return story().manager();
    }

    /** Logged in to a process that is up; once for each. */
    private ChangeStory story() {
        return stories.computeIfAbsent(any(), process -> new ChangeStory(process.port()));
    }

    private SafeStepProcess any() {
        for (SafeStepProcess process : processes.values()) {
            if (process.isUp()) {
                return process;
            }
        }
        return processes.values().iterator().next().awaitAnswer();
    }

    private void start(String name) throws Exception {
        SafeStepProcess process = SafeStepProcess.start(
                practice,
                database + (database.contains("?") ? "&" : "?") + "ApplicationName=" + name,
                Map.of("SAFESTEP_JOBS_SIGNOFLIFE", "400ms"));
        processes.put(name, processes.isEmpty() ? process.awaitAnswer() : process);
    }

    private void arm(int point) throws SQLException {
        run("select setval('sweep_write', 1, false)");
        run("update sweep set point = " + point);
    }

    private void run(String statement) throws SQLException {
        try (Statement s = sql.createStatement()) {
            s.execute(statement);
        }
    }

    private long number(String query) throws SQLException {
        try (Statement s = sql.createStatement();
                ResultSet row = s.executeQuery(query)) {
            row.next();
            return row.getLong(1);
        }
    }
}
