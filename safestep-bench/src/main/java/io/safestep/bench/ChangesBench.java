package io.safestep.bench;

import com.sun.net.httpserver.HttpServer;
import java.net.URI;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import javax.sql.DataSource;
import org.springframework.jdbc.core.JdbcTemplate;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

@Command(
        name = "changes",
        description = {
            "Lists, the record and reports with thousands of changes in the database: answers of the API to 50 people at once.",
            "Yardstick: a bare HTTP server that sends the same octets to the same people."
        },
        mixinStandardHelpOptions = true)
final class ChangesBench implements Callable<Integer> {

    private static final int ENTRIES_OF_A_CHANGE = 12;
    private static final int OPEN = 300;
    private static final int IN_REVIEW = 60;

    @Option(names = "--changes", defaultValue = "10000", description = "Default: ${DEFAULT-VALUE}.")
    private int changes;

    @Option(names = "--devices", defaultValue = "5000", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    @Option(names = "--rounds", defaultValue = "3", description = "Default: ${DEFAULT-VALUE}.")
    private int rounds;

    @Option(
            names = "--only",
            defaultValue = "",
            description = "Only what has these letters in its address. Default: all.")
    private String only;

    @Override
    public Integer call() throws Exception {
        try (RunningApp app = new RunningApp(1)) {
            ManyDevices.imported(app.administrator(), devices);
            fill(app.database());
            Crowd crowd = new Crowd(app);
            String api = "http://127.0.0.1:" + app.port() + "/api/";
            Map<String, String> asked = new LinkedHashMap<>();
            asked.put("who one is", "session");
            asked.put("what is asked for first", "now");
            asked.put("changes not over", "changes");
            asked.put("changes that are over", "changes/ended");
            asked.put("changes of a device", "devices/t001-ac-2/changes");
            asked.put("a change", "changes/" + (1_000 + changes / 2));
            asked.put("what it needs", "changes/" + (1_000 + changes) + "/needs");
            asked.put("to be decided together", "meeting");
            asked.put("the record, newest", "record/entries");
            asked.put("the record of a device", "record/entries?subject=t001-ac-2");
            asked.put("words in the record", "record/entries?words=harbour");
            asked.put("a report over a month", "report?from=2026-10-01T00:00:00Z&until=2026-11-01T00:00:00Z");
            asked.put("standard changes", "standard-changes");
            System.out.printf(
                    "%d changes, %d of them open, %d devices, %d entries of the record; %d people, a request each %.1f s;"
                            + " p95 in ms, %d rounds%n",
                    changes, OPEN, devices, changes * ENTRIES_OF_A_CHANGE, Crowd.PEOPLE, Crowd.THINKING / 1e9, rounds);
            for (Map.Entry<String, String> one : asked.entrySet()) {
                if (one.getValue().contains(only)) {
                    measure(one.getKey(), URI.create(api + one.getValue()), crowd);
                }
            }
        }
        return 0;
    }

    private void measure(String what, URI uri, Crowd crowd) throws Exception {
        byte[] body = crowd.first(uri).body();
        HttpServer server = Crowd.bareServer(body);
        URI bare = URI.create("http://127.0.0.1:" + server.getAddress().getPort() + "/");
        crowd.p95(uri);
        crowd.p95(bare);
        StringBuilder line = new StringBuilder();
        for (int round = 0; round < rounds; round++) {
            double bareMillis = crowd.p95(bare);
            double millis = crowd.p95(uri);
            line.append("  %7.1f (%.1f times %.1f)".formatted(millis, millis / bareMillis, bareMillis));
        }
        server.stop(0);
        System.out.printf("  %-26s %5d kB %s%n", what, body.length / 1024, line);
    }

    /** As years of work leave them: most are closed, some are open, and each has left its entries in the record. */
    private void fill(DataSource database) {
        JdbcTemplate jdbc = new JdbcTemplate(database);
        jdbc.update("insert into network (id, name, zone) values (1, 'Bench', 'UTC') on conflict do nothing");
        jdbc.update("""
                insert into change_request (number, title, reason, category, state, author_id, undo_accepted, failure_rule,
                    seal, version, created_at, updated_at, submitted_at, outcome_note, restores_startup)
                select 1000 + i, 'Change at the harbour ' || i, 'Because.',
                    case when i % 50 = 0 then 'EMERGENCY' when i % 5 = 0 then 'STANDARD' else 'NORMAL' end,
                    case when i <= ? - ? then 'CLOSED' when i > ? - ? then 'IN_REVIEW' else 'APPROVED' end,
                    (select min(id) from person), false, 'UNDO_ALL', lpad(to_hex(i), 64, '0'), 3,
                    t, t + interval '3 hours', t + interval '1 hour', 'Done.', false
                from (select i, timestamptz '2026-11-28 00:00Z' - (? - i) * interval '50 minutes' as t
                      from generate_series(1, ?) i) s""", changes, OPEN, changes, IN_REVIEW, changes, changes);
        jdbc.update("""
                insert into change_target (change_id, device_id, position, wave, lines, proven, way, script, undo, commands,
                    undo_commands)
                select c.id, d.id, k, 1, '', true, 'LINES', '', '', 3, 3
                from change_request c cross join generate_series(1, 3) k
                join (select id, row_number() over (order by id) as n from device) d
                  on d.n = (c.number * 7 + k * 13) % ? + 1""", devices);
        jdbc.update("""
                insert into approval (change_id, person_id, verdict, comment, seal, decided_at, needs)
                select id, (select max(id) from person), 'APPROVED', '', seal, submitted_at + interval '40 minutes', 'every'
                from change_request where state <> 'IN_REVIEW'""");
        jdbc.update("""
                insert into change_need (change_id, position, need)
                select id, 0, '{"key":"every","rule":null,"ruleVersion":0,"who":{"kind":"ANYBODY","team":null,"role":null,
                    "people":[],"howMany":1},"of":"somebody who has not written it","devices":[],
                    "because":"every change needs another person","terms":{"turn":1,"answerHours":null,"escalateTo":null,
                    "validHours":null,"readAll":false,"runnerApart":false}}'::jsonb from change_request""");
        jdbc.update("""
                insert into change_risk (change_id, risk)
                select id, '{"points":4,"level":"LOW","reasons":[]}'::jsonb from change_request""");
        jdbc.update("""
                insert into run (change_id, state, seal, started_by, started_at, ended_at, estimated_end, turn_back_at,
                    window_opens_at, window_closes_at, verdict)
                select id, case when number % 20 = 0 then 'ROLLED_BACK' else 'SUCCEEDED' end, seal, 'bench',
                    updated_at, updated_at + interval '6 minutes', updated_at + interval '7 minutes', updated_at, updated_at,
                    updated_at + interval '1 hour', 'As planned.' from change_request where state = 'CLOSED'""");
        jdbc.update("""
                insert into audit_entry (id, at, person, subject, action, detail, salt, hash)
                select (select max(id) from audit_entry) + row_number() over (order by c.number, k),
                    c.created_at + k * interval '5 minutes', 'bench',
                    case when k = 7 then d.name else 'CR-' || c.number end, 'step ' || k,
                    'Step ' || k || ' of ' || c.title, repeat('0', 32), repeat('0', 64)
                from change_request c cross join generate_series(1, ?) k
                join (select name, row_number() over (order by id) as n from device) d on d.n = (c.number * 7) % ? + 1""", ENTRIES_OF_A_CHANGE, devices);
        jdbc.execute("analyze");
    }
}
