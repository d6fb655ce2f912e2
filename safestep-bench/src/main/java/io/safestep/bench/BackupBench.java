package io.safestep.bench;

import io.safestep.app.testing.ApiClient;
import io.safestep.core.digest.Sha256;
import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "backups",
        description = {
            "Rounds of Safe Step as a whole over generated practice networks, which run in a process of their own: first"
                    + " backups, backups of what has not changed, drift rounds over what has not changed; and lines found"
                    + " in thousands of stored configurations.",
            "Yardsticks: the bare client libraries doing the same log-ins and reads with the same concurrency; a loop over"
                    + " the same texts in memory."
        },
        mixinStandardHelpOptions = true)
final class BackupBench implements Callable<Integer> {

    private static final int AT_ONCE = 48;

    private static final int ROUNDS = 5;

    @Option(
            names = "--devices",
            split = ",",
            defaultValue = "1000",
            description = "Sizes of networks, such as 100,500,1000,2000. Default: ${DEFAULT-VALUE}.")
    private List<Integer> sizes;

    @Option(
            names = "--configurations",
            defaultValue = "5000",
            description = "In how many lines are looked for. Default: ${DEFAULT-VALUE}.")
    private int configurations;

    @Option(
            names = "--warm-ups",
            defaultValue = "6",
            description = "Rounds before those that are measured: the program compiles what it does often while it does"
                    + " it, and a server that has run for a day is measured. Default: ${DEFAULT-VALUE}.")
    private int warmUps;

    @Override
    public Integer call() throws Exception {
        for (int size : sizes) {
            network(size);
        }
        if (configurations > 0) {
            search();
        }
        return 0;
    }

    private void network(int size) throws Exception {
        NetworkPlan plan = GeneratedNetwork.plan(size, 1);
        try (PracticeProcess practice = new PracticeProcess(size, 1);
                RunningApp app = new RunningApp(practice.devicePort());
                BareClient bare = new BareClient(practice.devicePort())) {
            ApiClient administrator = app.administrator();
            List<String> names = Rounds.bringIn(administrator, plan);
            double first = Rounds.run(administrator, "BACK_UP", names);
            app.awaitReadAhead();
            double[][] seconds = new double[4][ROUNDS];
            ProcessorTime bareTime = new ProcessorTime(0, 0, 0);
            ProcessorTime ownTime = bareTime;
            for (int i = -warmUps; i < ROUNDS; i++) {
                ProcessorTime begin = ProcessorTime.now(practice);
                double bareBackup = loop(plan, bare::backUp);
                ProcessorTime between = ProcessorTime.now(practice);
                double backup = Rounds.run(administrator, "BACK_UP", names);
                ProcessorTime end = ProcessorTime.now(practice);
                double bareMarker = loop(plan, bare::marker);
                double drift = Rounds.run(administrator, "DRIFT", names);
                System.out.printf(
                        "  round %2d%s: backups %.1f s (bare %.1f), drift %.1f s (bare %.1f)%n",
                        i + warmUps + 1, i < 0 ? ", to warm up" : "", backup, bareBackup, drift, bareMarker);
                if (i >= 0) {
                    seconds[0][i] = bareBackup;
                    seconds[1][i] = backup;
                    seconds[2][i] = bareMarker;
                    seconds[3][i] = drift;
                    bareTime = bareTime.plus(between.since(begin));
                    ownTime = ownTime.plus(end.since(between));
                }
            }
            double bareBackup = new Timing(seconds[0]).median();
            double backup = new Timing(seconds[1]).median();
            double bareMarker = new Timing(seconds[2]).median();
            double drift = new Timing(seconds[3]).median();
            System.out.printf("%d devices, %d at once%n", names.size(), AT_ONCE);
            System.out.printf(
                    "  first backups        %6.1f s (everything new is read twice), %.1f a second%n",
                    first, names.size() / first);
            System.out.printf(
                    "  backups, unchanged   %6.1f s, %.0f %% of the rate of the bare loop (%.1f s)%n",
                    backup, 100 * bareBackup / backup, bareBackup);
            System.out.println("    processor time for each: " + ownTime.each(ROUNDS * names.size()) + "; bare "
                    + bareTime.each(ROUNDS * names.size()));
            System.out.printf(
                    "  drift, unchanged     %6.1f s, %.0f %% of the rate of the bare loop (%.1f s)%n",
                    drift, 100 * bareMarker / drift, bareMarker);
        }
    }

    /** What is done with one device. */
    private interface Visit {
        int on(String platform, String host) throws Exception;
    }

    private static double loop(NetworkPlan plan, Visit visit) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE);
        try {
            return Timing.of(() -> {
                List<Future<Integer>> all = new ArrayList<>();
                for (int i = 0; i < plan.file().devices().size(); i++) {
                    String platform = plan.file().devices().get(i).platform();
                    String host = BareClient.host(plan, i);
                    all.add(threads.submit(() -> visit.on(platform, host)));
                }
                for (Future<Integer> one : all) {
                    one.get();
                }
            });
        } finally {
            threads.shutdown();
        }
    }

    private void search() throws Exception {
        List<String> texts = texts();
        try (RunningApp app = new RunningApp(1)) {
            ApiClient administrator = app.administrator();
            store(app, administrator, texts);
            double cold = Timing.of(() -> find(administrator, "time-server", false));
            Timing[] turns = Timing.takingTurns(
                    2,
                    7,
                    () -> find(administrator, "10.77.8.20", false),
                    () -> find(administrator, "route .* via 10\\.77\\.(1|2)\\.", true),
                    () -> find(administrator, "no such line anywhere", false),
                    () -> texts.stream()
                            .filter(t -> t.toLowerCase(Locale.ROOT).contains("10.77.8.20"))
                            .count());
            long lines = texts.stream().mapToLong(t -> t.lines().count()).sum();
            System.out.printf(
                    "%d configurations, %d lines, asked over the API; the first time, while they are read: %.1f s%n",
                    texts.size(), lines, cold);
            double bare = turns[3].median();
            String[] what = {"a text", "a pattern", "a text that is nowhere"};
            for (int i = 0; i < 3; i++) {
                System.out.printf(
                        "  %-23s %5.0f ms, worst %5.0f, %.2f times a loop over all texts (%.0f ms)%n",
                        what[i],
                        turns[i].median() * 1_000,
                        turns[i].worst() * 1_000,
                        turns[i].median() / bare,
                        bare * 1_000);
            }
        }
    }

    /** Those of a generated network again and again, each with a name of its own. */
    private List<String> texts() {
        NetworkPlan plan = GeneratedNetwork.plan(500, 1);
        List<String> models = plan.file().devices().stream()
                .filter(d -> d.platform().equals("corvane-cli"))
                .map(d -> plan.configurations().get(d.name()))
                .toList();
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < configurations; i++) {
            StringBuilder text = new StringBuilder(models.get(i % models.size()));
            for (int route = 0; route < 200; route++) {
                text.append(
                        "route 10.%d.%d.0/24 via 10.77.%d.%d%n".formatted(100 + i % 50, route, route % 250, i % 250));
            }
            texts.add(text + "contact device " + i + "\n");
        }
        return texts;
    }

    private void store(RunningApp app, ApiClient administrator, List<String> texts) throws Exception {
        StringBuilder sheet = new StringBuilder("Name,Address,Site,Site name,Role,Platform\n");
        for (int i = 0; i < texts.size(); i++) {
            sheet.append("b%05d,10.%d.%d.%d,b%03d,Site %d,edge,corvane-cli%n"
                    .formatted(i, 80 + i / 50_000, i / 250, i % 250 + 1, i / 20, i / 20));
        }
        byte[] file = sheet.toString().getBytes(StandardCharsets.UTF_8);
        String plan = administrator
                .upload("/api/devices/import/dry-run", file)
                .body()
                .path("plan")
                .asString();
        administrator.upload("/api/devices/import?plan=" + plan, file);
        try (Connection connection = app.database().getConnection();
                PreparedStatement content = connection.prepareStatement(
                        "insert into config_content (hash, sealed) values (?, ?) on conflict do nothing");
                PreparedStatement backup = connection.prepareStatement(
                        "insert into backup (device_id, kind, cause, taken_at, confirmed_at, hash) select id, 'RUNNING',"
                                + " 'BY_HAND', now(), now(), ? from device where name = ?")) {
            for (int i = 0; i < texts.size(); i++) {
                String hash = Sha256.hex(texts.get(i));
                content.setString(1, hash);
                content.setBytes(2, app.sealed(texts.get(i)));
                content.addBatch();
                backup.setString(1, hash);
                backup.setString(2, "b%05d".formatted(i));
                backup.addBatch();
            }
            content.executeBatch();
            backup.executeBatch();
        }
    }

    private static void find(ApiClient administrator, String words, boolean pattern) {
        String q = URLEncoder.encode(words, StandardCharsets.UTF_8);
        JsonNode found = administrator
                .get("/api/backups/search?q=" + q + "&pattern=" + pattern)
                .body();
        if (!found.has("hits")) {
            throw new IllegalStateException("The search failed: " + found);
        }
    }
}
