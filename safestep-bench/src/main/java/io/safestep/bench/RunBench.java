package io.safestep.bench;

import io.safestep.app.testing.ApiClient;
import io.safestep.core.people.Role;
import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.Statement;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@Command(
        name = "runs",
        description = {
            "A run of a change over practice devices with a command line, in waves, with backups, checks, dead-man timers and"
                    + " everything; and how late a browser hears what happens in it.",
            "Yardsticks: the bare SSH client with the same commands, wave by wave with the same concurrency: with a log-in"
                    + " for each phase of the run, with the three log-ins that the run makes, and with one."
        },
        mixinStandardHelpOptions = true)
final class RunBench implements Callable<Integer> {

    private static final String CORVANE = "corvane-cli";
    private static final int ATTEMPTS = 3;
    private static final String[] BACKUP = {
        "show version", "show marker", "show running", "show startup", "show marker", "show licence"
    };

    @Option(names = "--devices", defaultValue = "200", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    @Option(names = "--wave", defaultValue = "20", description = "Devices in a wave. Default: ${DEFAULT-VALUE}.")
    private int wave;

    @Option(names = "--rounds", defaultValue = "3", description = "Default: ${DEFAULT-VALUE}.")
    private int rounds;

    @Option(
            names = "--warm-ups",
            defaultValue = "6",
            description = "Rounds before those that are measured, see those of backups. Default: ${DEFAULT-VALUE}.")
    private int warmUps;

    private static final List<String> HINDRANCES =
            List.of("does not answer", "settling", "restarted in mid-run", "it begins again", " failed: ");

    /** Where the run itself stands among what is measured. */
    private static final int RUN = 3;

    /** Where the yardstick stands that makes as many log-ins as the run. */
    private static final int VISITS = 1;

    private static final ProcessorTime NONE = new ProcessorTime(0, 0, 0);

    /** Something that tells how long it took. */
    private interface Measured {
        double seconds() throws Exception;
    }

    /** @param address in the network */
    private record Target(String name, String address) {
        String host() {
            return address.replace("10.77.", "127.77.");
        }
    }

    @Override
    public Integer call() throws Exception {
        int size = devices * 4;
        NetworkPlan plan = GeneratedNetwork.plan(size, 1);
        List<Target> targets = plan.file().devices().stream()
                .filter(d -> d.platform().equals(CORVANE) && d.address() != null)
                .limit(devices)
                .map(d -> new Target(d.name(), d.address()))
                .toList();
        if (targets.size() < devices) {
            throw new IllegalStateException("The network has only " + targets.size() + " devices with a command line.");
        }
        try (PracticeProcess practice = new PracticeProcess(size, 1);
                RunningApp app = new RunningApp(practice.devicePort());
                BareClient bare = new BareClient(practice.devicePort())) {
            bringIn(app, targets);
            double[][] seconds = new double[4][rounds];
            ProcessorTime[] times = {NONE, NONE, NONE, NONE};
            List<Long> late = Collections.synchronizedList(new ArrayList<>());
            for (int i = -warmUps; i < rounds; i++) {
                String mark = "turn " + (i + warmUps);
                List<Long> heard = i < 0 ? new ArrayList<>() : late;
                Measured[] measured = {
                    () -> waves(targets, t -> phases(bare, t, "phases " + mark)),
                    () -> waves(targets, t -> visits(bare, t, "visits " + mark)),
                    () -> waves(targets, t -> once(bare, t, "once " + mark)),
                    () -> run(app, targets, mark, heard)
                };
                double[] round = new double[measured.length];
                for (int way = 0; way < measured.length; way++) {
                    if (way == RUN) {
                        backUp(app, targets);
                    }
                    ProcessorTime begin = ProcessorTime.now(practice);
                    round[way] = measured[way].seconds();
                    if (i >= 0) {
                        seconds[way][i] = round[way];
                        times[way] = times[way].plus(ProcessorTime.now(practice).since(begin));
                    }
                }
                System.out.printf(
                        "  round %2d%s: run %.1f s, bare with its three log-ins %.1f s%n",
                        i + warmUps + 1, i < 0 ? ", to warm up" : "", round[RUN], round[VISITS]);
            }
            double run = new Timing(seconds[RUN]).median();
            System.out.printf("%d devices in waves of %d, seconds and processor time for each device%n", devices, wave);
            String[] names = {"a log-in for each phase", "the run's three log-ins", "one log-in for a device"};
            System.out.printf(
                    "  run                                %6.1f s; %s%n", run, times[RUN].each(rounds * devices));
            for (int way = 0; way < names.length; way++) {
                double bareSeconds = new Timing(seconds[way]).median();
                System.out.printf(
                        "  bare SSH, %-24s %6.1f s; %s; the run takes %.2f times as long%n",
                        names[way], bareSeconds, times[way].each(rounds * devices), run / bareSeconds);
            }
            Collections.sort(late);
            System.out.printf(
                    "  from the event to the browser, %d events: median %d ms, p95 %d ms, worst %d ms%n",
                    late.size(),
                    late.get(late.size() / 2),
                    late.get(late.size() * 95 / 100),
                    late.get(late.size() - 1));
        }
        return 0;
    }

    private void bringIn(RunningApp app, List<Target> targets) throws Exception {
        Rounds.bringIn(
                app.administrator(),
                targets.stream()
                        .map(t -> new Rounds.Place(t.name(), t.address(), CORVANE))
                        .toList());
        try (Connection connection = app.database().getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("update device set stance = 'MANAGED'");
        }
        backUp(app, targets);
        app.person(Role.CHANGE_MANAGER)
                .post(
                        "/api/windows",
                        Map.of(
                                "name",
                                "always",
                                "firstDay",
                                LocalDate.now().minusDays(1).toString(),
                                "opens",
                                "00:00",
                                "closes",
                                "23:59",
                                "recurrence",
                                "FREQ=DAILY"));
    }

    /**
     * What the yardstick has left on the devices becomes what is expected of them. They are read once more then, so that
     * the run does not have to note on each that it matches again.
     */
    private static void backUp(RunningApp app, List<Target> targets) throws Exception {
        round(app, targets);
        try (Connection connection = app.database().getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute(
                    "update device d set baseline_backup_id = (select id from backup b where b.device_id = d.id"
                            + " and b.kind = 'RUNNING' order by b.id desc limit 1)");
        }
        round(app, targets);
    }

    /** Once more when some have failed: at its first work, a machine that is busy may take longer than a device waits. */
    private static void round(RunningApp app, List<Target> targets) {
        List<String> names = targets.stream().map(Target::name).toList();
        int failed = names.size();
        for (int attempt = 1; failed > 0 && attempt <= ATTEMPTS; attempt++) {
            failed = Rounds.failed(Rounds.ended(app.administrator(), "BACK_UP", names));
        }
        if (failed > 0) {
            throw new IllegalStateException(failed + " devices could not be backed up.");
        }
    }

    /** Seconds, as the run itself tells them. */
    private double run(RunningApp app, List<Target> targets, String mark, List<Long> late) throws Exception {
        ApiClient engineer = app.person(Role.ENGINEER);
        ApiClient manager = app.person(Role.CHANGE_MANAGER);
        Map<String, Object> check = new HashMap<>();
        check.put("read", "interfaces");
        check.put("expectation", "SAME_AS_BEFORE");
        check.put("value", null);
        check.put("settleSeconds", 10);
        JsonNode draft = engineer.post(
                        "/api/changes",
                        Map.of(
                                "version",
                                0,
                                "title",
                                "Benchmark " + mark,
                                "reason",
                                "To measure it.",
                                "undoAccepted",
                                false,
                                "targets",
                                targets.stream()
                                        .map(t -> Map.of("device", t.name(), "lines", "contact " + mark + "\n"))
                                        .toList(),
                                "checks",
                                List.of(check),
                                "order",
                                Map.of("failureRule", "UNDO_ALL", "first", 0, "most", wave, "pauseSeconds", 0)))
                .body();
        String path = "/api/changes/" + draft.path("number").asInt();
        JsonNode submitted = engineer.post(
                        path + "/submission",
                        Map.of("version", draft.path("version").asInt()))
                .body();
        app.person(Role.APPROVER)
                .post(
                        path + "/approvals",
                        Map.of(
                                "verdict",
                                "APPROVED",
                                "comment",
                                "",
                                "seal",
                                submitted.path("seal").asString()));
        for (JsonNode opening : manager.get(path + "/booking").body().path("openings")) {
            if (opening.path("openNow").asBoolean()) {
                manager.post(
                        path + "/booking",
                        Map.of(
                                "windowId", opening.path("windowId").asLong(),
                                "opensAt", opening.path("opensAt").asString(),
                                "automatic", false));
            }
        }
        JsonNode started = manager.post(path + "/runs", Map.of()).body();
        if (!started.has("id")) {
            throw new IllegalStateException("The run was refused: " + started + " " + submitted);
        }
        long id = started.path("id").asLong();
        Thread browser = new Thread(() -> listen(app.port(), manager, id, late));
        browser.start();
        JsonNode ended = started;
        while (ended.path("endedAt").isNull()) {
            LockSupport.parkNanos(2_000_000_000);
            ended = manager.get("/api/runs/" + id).body();
        }
        browser.join();
        if (!ended.path("state").asString().equals("SUCCEEDED")) {
            throw new IllegalStateException(
                    "The run ended otherwise: " + ended.path("verdict").asString());
        }
        printHindrances(manager, id);
        return (Instant.parse(ended.path("endedAt").asString()).toEpochMilli()
                        - Instant.parse(ended.path("startedAt").asString()).toEpochMilli())
                / 1000.0;
    }

    /** What a run waited for, or did twice, and which its time alone doesn't tell. */
    private static void printHindrances(ApiClient client, long run) {
        long last = 0;
        JsonNode lines = client.get("/api/runs/" + run + "/lines").body();
        while (!lines.isEmpty()) {
            for (JsonNode line : lines) {
                last = line.path("id").asLong();
                String text = line.path("text").asString();
                if (HINDRANCES.stream().anyMatch(text::contains)) {
                    System.out.println("    " + line.path("at").asString() + " "
                            + line.path("device").asString("") + ": " + text);
                }
            }
            lines = client.get("/api/runs/" + run + "/lines?after=" + last).body();
        }
    }

    /** Hears the events as a browser does, and notes how long after each it does. */
    private static void listen(int port, ApiClient client, long run, List<Long> late) {
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + port + "/api/runs/" + run + "/events"))
                .header("Cookie", client.cookies())
                .build();
        try {
            HttpClient.newHttpClient()
                    .send(request, HttpResponse.BodyHandlers.ofLines())
                    .body()
                    .filter(l -> l.startsWith("data:{"))
                    .forEach(l -> {
                        Instant at = Instant.parse(JsonMapper.shared()
                                .readTree(l.substring(5))
                                .path("at")
                                .asString());
                        late.add(Instant.now().toEpochMilli() - at.toEpochMilli());
                    });
        } catch (IOException e) {
            throw new IllegalStateException("The events can't be heard.", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** What is done with one device. */
    private interface Visit {
        int to(Target target) throws Exception;
    }

    private double waves(List<Target> targets, Visit visit) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(wave);
        try {
            return Timing.of(() -> {
                for (int from = 0; from < targets.size(); from += wave) {
                    List<Future<Integer>> together = new ArrayList<>();
                    for (Target target : targets.subList(from, Math.min(targets.size(), from + wave))) {
                        together.add(threads.submit(() -> visit.to(target)));
                    }
                    for (Future<Integer> one : together) {
                        one.get();
                    }
                }
            });
        } finally {
            threads.shutdown();
        }
    }

    /** A visit for each phase, each with the commands that the run sends in it. */
    private static int phases(BareClient bare, Target t, String text) throws Exception {
        int size = bare.shell(t.host(), BACKUP);
        size += bare.shell(t.host(), "show interfaces");
        size += bare.shell(t.host(), "show version", "show running");
        size += bare.shell(t.host(), "show running", "return-timer 120", "configure", "contact " + text, "done");
        size += bare.shell(t.host(), "show running");
        size += bare.shell(t.host(), "show interfaces");
        size += bare.shell(t.host(), "return-timer stop", "show running");
        size += bare.shell(t.host(), "save", "show running", "show startup");
        return size + bare.shell(t.host(), BACKUP);
    }

    /** The visits that the run makes, each with the commands that it sends in it. */
    private static int visits(BareClient bare, Target t, String text) throws Exception {
        int size = bare.shell(t.host(), with(BACKUP, "show interfaces"));
        size += bare.shell(
                t.host(),
                "show version",
                "show running",
                "show running",
                "return-timer 120",
                "configure",
                "contact " + text,
                "done");
        return size
                + bare.shell(
                        t.host(),
                        with(
                                new String[] {
                                    "show running",
                                    "show interfaces",
                                    "return-timer stop",
                                    "show running",
                                    "save",
                                    "show running",
                                    "show startup"
                                },
                                BACKUP));
    }

    private static String[] with(String[] first, String... then) {
        return Stream.concat(Stream.of(first), Stream.of(then)).toArray(String[]::new);
    }

    private static int once(BareClient bare, Target t, String text) throws Exception {
        return bare.shell(
                t.host(),
                "show version",
                "show marker",
                "show running",
                "show startup",
                "show marker",
                "show licence",
                "show interfaces",
                "show version",
                "show running",
                "show running",
                "return-timer 120",
                "configure",
                "contact " + text,
                "done",
                "show running",
                "show interfaces",
                "return-timer stop",
                "show running",
                "save",
                "show running",
                "show startup",
                "show version",
                "show marker",
                "show running",
                "show startup",
                "show marker",
                "show licence");
    }
}
