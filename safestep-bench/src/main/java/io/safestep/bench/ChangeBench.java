package io.safestep.bench;

import io.safestep.app.testing.ApiClient;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.digest.Sha256;
import io.safestep.core.platform.ShippedProfiles;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "change",
        description = {
            "What an author waits for while a change for many devices is written, saved, submitted and opened: over the API,"
                    + " from configurations in the database, each device linked to the next.",
            "Yardstick: the same texts read and the same lines derived by the engine alone, in one thread of this program."
        },
        mixinStandardHelpOptions = true)
final class ChangeBench implements Callable<Integer> {

    /** No address stands at two devices. */
    private static final int FIRST_NETWORK = 20_000;

    private static final int NETWORKS = 200;

    @Option(names = "--devices", defaultValue = "200", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    @Option(names = "--lines", defaultValue = "2000", description = "Of each device. Default: ${DEFAULT-VALUE}.")
    private int lines;

    @Option(names = "--rounds", defaultValue = "7", description = "Measured rounds. Default: ${DEFAULT-VALUE}.")
    private int rounds;

    private final ConfigEngine engine =
            new ConfigEngine(ShippedProfiles.corvane().language());

    private long found;

    @Override
    public Integer call() throws Exception {
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < devices; i++) {
            texts.add(LongConfiguration.of(lines, 0, 1, FIRST_NETWORK + i * NETWORKS)
                    .before());
        }
        RunningApp filled = new RunningApp(1);
        importDevices(filled.administrator());
        store(filled, texts);
        try (RunningApp app = filled.restarted()) {
            ApiClient engineer = app.engineer();
            List<Map<String, Object>> targets = new ArrayList<>();
            for (int i = 0; i < devices; i++) {
                targets.add(Map.of("device", name(i), "lines", asked(i)));
            }
            double first = seconds(() -> preview(engineer, targets));
            Timing[] timings = Timing.takingTurns(3, rounds, () -> preview(engineer, targets), () -> {
                for (int i = 0; i < devices; i++) {
                    ConfigTree baseline = engine.read(texts.get(i));
                    found += engine.build(baseline, asked(i)).script().lines().size();
                }
            });
            System.out.printf(
                    "preview for %d devices of %d lines over the API: first after a start %.2f s, then median %.2f s, worst %.2f s;"
                            + " %.2f times the engine alone (%.2f s)%n",
                    devices,
                    lines,
                    first,
                    timings[0].median(),
                    timings[0].worst(),
                    timings[0].median() / timings[1].median(),
                    timings[1].median());
            for (int some : new int[] {1, Math.min(40, devices), devices}) {
                whole(engineer, targets.subList(0, some), texts);
            }
        }
        return 0;
    }

    /** A change with these targets is written, written anew, submitted and opened, turn by turn with the engine alone. */
    private void whole(ApiClient engineer, List<Map<String, Object>> targets, List<String> texts) throws Exception {
        var draft = stored(engineer.post("/api/changes", content(0, targets)));
        String path = "/api/changes/" + draft.path("number").asInt();
        int[] version = {draft.path("version").asInt()};
        Timing[] timings = Timing.takingTurns(
                1,
                rounds,
                () -> version[0] = stored(engineer.put(path, content(version[0], targets)))
                        .path("version")
                        .asInt(),
                () -> version[0] = stored(engineer.post(path + "/submission", Map.of("version", version[0])))
                        .path("version")
                        .asInt(),
                () -> found += stored(engineer.get(path)).path("targets").size(),
                () -> {
                    for (int i = 0; i < targets.size(); i++) {
                        ConfigTree baseline = engine.read(texts.get(i));
                        found += engine.build(baseline, asked(i))
                                .script()
                                .lines()
                                .size();
                    }
                });
        double alone = timings[3].median();
        System.out.printf(
                "change for %d devices: save %.3f s (worst %.3f), submit %.3f s (worst %.3f), open %.3f s (worst %.3f);"
                        + " %.2f, %.2f, %.2f times the engine alone (%.3f s)%n",
                targets.size(),
                timings[0].median(),
                timings[0].worst(),
                timings[1].median(),
                timings[1].worst(),
                timings[2].median(),
                timings[2].worst(),
                timings[0].median() / alone,
                timings[1].median() / alone,
                timings[2].median() / alone,
                alone);
    }

    private static JsonNode stored(ApiClient.Answer answer) {
        if (answer.status() / 100 != 2) {
            throw new IllegalStateException("It was refused: " + answer);
        }
        return answer.body();
    }

    private static Map<String, Object> content(int version, List<Map<String, Object>> targets) {
        return Map.of(
                "version",
                version,
                "title",
                "Log messages of every edge",
                "reason",
                "The harbour master asked.",
                "undoAccepted",
                false,
                "targets",
                targets,
                "checks",
                List.of());
    }

    private interface Work {
        void run() throws Exception;
    }

    private static double seconds(Work work) throws Exception {
        long start = System.nanoTime();
        work.run();
        return (System.nanoTime() - start) / 1e9;
    }

    private void preview(ApiClient engineer, List<Map<String, Object>> targets) {
        var answer = engineer.post("/api/changes/previews", Map.of("targets", targets));
        if (answer.status() != 200
                || answer.body().size() != devices
                || !answer.body().get(0).path("derived").asBoolean()) {
            throw new IllegalStateException("The preview was refused: " + answer);
        }
        found += answer.body().size();
    }

    private static String name(int i) {
        return "edge-%03d".formatted(i);
    }

    private static String asked(int i) {
        return "packet-filter cell-%d\n  allow udp 10.200.%d.0/24 to 10.251.0.0/24 port 514\n"
                        .formatted(FIRST_NETWORK + i * NETWORKS, i % 250)
                + "route 10.201.%d.0/24 via 10.250.0.1\ncontact pier %d\n".formatted(i % 250, i);
    }

    private void importDevices(ApiClient administrator) {
        StringBuilder sheet = new StringBuilder("Name,Address,Site,Site name,Role,Platform\n");
        for (int i = 0; i < devices; i++) {
            sheet.append("%s,10.90.%d.%d,quay,Quay,edge,corvane-cli%n".formatted(name(i), i / 250, i % 250 + 1));
        }
        ManyDevices.imported(administrator, sheet.toString(), devices);
    }

    /** As if each had been backed up: there are no devices behind the names. */
    private void store(RunningApp app, List<String> texts) throws Exception {
        try (Connection connection = app.database().getConnection()) {
            for (int i = 0; i < devices; i++) {
                String hash = Sha256.hex(texts.get(i));
                run(
                        connection,
                        "insert into config_content (hash, sealed) values (?, ?) on conflict do nothing",
                        hash,
                        app.sealed(texts.get(i)));
                run(
                        connection,
                        "insert into backup (device_id, kind, cause, taken_at, confirmed_at, hash) select id, 'RUNNING', 'BY_HAND',"
                                + " now(), now(), ?"
                                + " from device where name = ?",
                        hash,
                        name(i));
                run(
                        connection,
                        "update device d set baseline_backup_id = b.id, stance = 'MANAGED' from backup b where b.device_id ="
                                + " d.id and d.name = ?",
                        name(i));
            }
            for (int i = 1; i < devices; i++) {
                run(
                        connection,
                        "insert into cable (one_device_id, one_interface, other_device_id, other_interface)"
                                + " select o.id, 'port 2', d.id, 'port 1' from device o, device d where o.name = ? and d.name = ?",
                        name(i - 1),
                        name(i));
            }
        }
    }

    private static void run(Connection connection, String sql, Object... values) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            statement.executeUpdate();
        }
    }
}
