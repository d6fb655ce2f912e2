package io.safestep.app.testing;

import static io.safestep.app.testing.ChangeStory.ok;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.awaitility.Awaitility;
import tools.jackson.databind.JsonNode;

/**
 * Two processes on one database. The one that drives a run is ended with signal 9 exactly when it is about to write down
 * its n-th step, and the other has to bring the run to a right end. A trigger in the database holds the process at that
 * point.
 */
public final class CrashSweep implements AutoCloseable {

    private static final int LOCK = 4711;

    /** The devices of the runs, and what is changed on them. */
    public interface Ground {

        /** @return the lines by device; each configuration that holds them holds the mark too */
        Map<String, String> lines(String mark);

        List<Map<String, Object>> checks();

        String running(String device) throws Exception;

        /** What the device loads when it starts the next time. */
        String startup(String device) throws Exception;
    }

    private final TestPractice practice;
    private final Map<String, String> settings;
    private final String database = TestPostgres.freshUrl();
    private final Map<String, SafeStepProcess> processes = new TreeMap<>();
    private final Map<SafeStepProcess, ChangeStory> stories = new HashMap<>();
    private final List<String> wrong = new ArrayList<>();
    private final Map<String, Integer> ends = new TreeMap<>();
    private Ground ground;
    private Connection sql;
    private int changes;

    /** @param settings of the environment of both processes, beside the usual ones */
    public CrashSweep(TestPractice practice, Map<String, String> settings) throws Exception {
        this.practice = practice;
        this.settings = new HashMap<>(settings);
        this.settings.put("SAFESTEP_JOBS_SIGNOFLIFE", "400ms");
        start("one");
        ApiClient.loggedIn(port(), "jvane").await("/api/devices", CrashSweep::allBackedUp);
    }

    /** Of the process that is up before the first run. */
    public int port() {
        return processes.get("one").port();
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

    /** Once the devices are known. */
    public void begin(Ground on) throws Exception {
        ground = on;
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

    /** How many steps a run writes down when nobody disturbs it. */
    public int count() throws Exception {
        arm(-1);
        long run = startRun();
        awaitEnd(run);
        judge(run, "undisturbed");
        return (int) number("select last_value from sweep_write");
    }

    /** A run whose process is ended when it writes down this step. */
    public void killAt(int point) throws Exception {
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

    /** What was not as it should be since the beginning, each a sentence. */
    public List<String> wrong() {
        return wrong;
    }

    /** In which states how many runs ended since it was asked last. */
    public Map<String, Integer> takeEnds() {
        Map<String, Integer> taken = new TreeMap<>(ends);
        ends.clear();
        return taken;
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

    private void judge(long run, String when) throws Exception {
        JsonNode ended = story().manager().get("/api/runs/" + run).body();
        String state = ended.path("state").asString();
        ends.merge(state, 1, Integer::sum);
        boolean wanted = state.equals("SUCCEEDED");
        for (String device : ground.lines(mark()).keySet()) {
            boolean running = ground.running(device).contains(mark());
            boolean startup = ground.startup(device).contains(mark());
            if (running != wanted || startup != wanted || state.equals("STUCK")) {
                wrong.add(when + ": " + state + ", " + device + " running " + running + ", startup " + startup + ": "
                        + ended.path("verdict").asString());
            }
        }
    }

    private String mark() {
        return "sweep " + changes;
    }

    private long startRun() {
        changes++;
        return story().startedRun("Sweep " + changes, ground.lines(mark()), ground.checks());
    }

    private void awaitEnd(long run) {
        Awaitility.await().atMost(5, TimeUnit.MINUTES).until(() -> ended(run));
    }

    private boolean ended(long run) {
        return !ok(story().manager().get("/api/runs/" + run)).path("endedAt").isNull();
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
                practice, database + (database.contains("?") ? "&" : "?") + "ApplicationName=" + name, settings);
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

    @Override
    public void close() throws Exception {
        for (SafeStepProcess process : processes.values()) {
            process.kill();
        }
        if (sql != null) {
            sql.close();
        }
    }
}
