package io.safestep.bench;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.locks.LockSupport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "search",
        description = {
            "Searches a range in which the devices of a generated practice network answer, with Safe Step whole: from the"
                    + " request over HTTP to the last result in its database.",
            "Yardstick: the bare client libraries, told the address and the family of each device, logging in and"
                    + " reading its identity with the same concurrency, in turns."
        },
        mixinStandardHelpOptions = true)
final class SearchBench implements Callable<Integer> {

    private static final int BLOCK = 26;

    @Option(names = "--devices", defaultValue = "1000", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    @Option(names = "--rounds", defaultValue = "3", description = "Measured rounds of each. Default: ${DEFAULT-VALUE}.")
    private int rounds;

    @Option(names = "--seed", defaultValue = "1", description = "Of the generated network.")
    private long seed;

    @Option(
            names = "--warm-ups",
            defaultValue = "6",
            description = "Rounds before those that are measured, see those of backups. Default: ${DEFAULT-VALUE}.")
    private int warmUps;

    /** As many log-ins as a search does at once. */
    private static final int AT_ONCE = 64;

    @Override
    public Integer call() throws Exception {
        NetworkPlan plan = GeneratedNetwork.plan(devices, seed);
        List<String> blocks = plan.file().devices().stream()
                .map(d -> new IpPrefix(IpAddress.parse(d.address()).bits(), BLOCK).toString())
                .distinct()
                .toList();
        ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE);
        try (PracticeProcess practice = new PracticeProcess(devices, seed);
                BareClient bare = new BareClient(practice.devicePort());
                RunningApp app = new RunningApp(practice.devicePort())) {
            ApiClient administrator = app.administrator();
            long credential = administrator
                    .post(
                            "/api/credentials",
                            Map.of("name", "x", "login", "safestep", "password", "harbour-light-1", "standard", true))
                    .body()
                    .path("id")
                    .asLong();
            System.out.printf(
                    "%d devices answer in %d ranges of %d addresses%n", devices, blocks.size(), 1 << (32 - BLOCK));
            double[] bareSeconds = new double[rounds];
            double[] ownSeconds = new double[rounds];
            ProcessorTime bareTime = new ProcessorTime(0, 0, 0);
            ProcessorTime ownTime = bareTime;
            System.out.printf("%6s %16s %16s%n", "round", "bare devices/s", "own devices/s");
            for (int i = -warmUps; i < rounds; i++) {
                ProcessorTime begin = ProcessorTime.now(practice);
                double bareRound = Timing.of(() -> identifyAll(threads, bare, plan));
                ProcessorTime between = ProcessorTime.now(practice);
                double ownRound = search(administrator, blocks, credential);
                ProcessorTime end = ProcessorTime.now(practice);
                System.out.printf(
                        "%6d %16.1f %16.1f%s%n",
                        i + warmUps + 1, devices / bareRound, devices / ownRound, i < 0 ? "  to warm up" : "");
                if (i >= 0) {
                    bareSeconds[i] = bareRound;
                    ownSeconds[i] = ownRound;
                    bareTime = bareTime.plus(between.since(begin));
                    ownTime = ownTime.plus(end.since(between));
                }
            }
            double bareRate = devices / new Timing(bareSeconds).median();
            double ownRate = devices / new Timing(ownSeconds).median();
            double[] shares = new double[rounds];
            Arrays.setAll(shares, i -> 100 * bareSeconds[i] / ownSeconds[i]);
            System.out.printf(
                    "median: bare %.1f, own %.1f devices/s; own is %.0f %% of bare, round by round %.0f %%%n",
                    bareRate, ownRate, 100 * ownRate / bareRate, Timing.median(shares));
            System.out.println("processor time for each: own " + ownTime.each(rounds * devices) + "; bare "
                    + bareTime.each(rounds * devices));
        } finally {
            threads.shutdownNow();
        }
        return 0;
    }

    private void identifyAll(ExecutorService threads, BareClient bare, NetworkPlan plan) throws Exception {
        List<Future<Integer>> all = new ArrayList<>();
        for (int i = 0; i < devices; i++) {
            int index = i;
            all.add(threads.submit(
                    () -> bare.identify(plan.file().devices().get(index).platform(), BareClient.host(plan, index))));
        }
        for (Future<Integer> one : all) {
            if (one.get() < 20) {
                throw new IllegalStateException("an identity is too short to be one");
            }
        }
    }

    /** @return seconds from the request to the end of the search, as its record tells them */
    private double search(ApiClient administrator, List<String> blocks, long credential) {
        Answer started = administrator.post(
                "/api/searches/range",
                Map.of("ranges", blocks, "exclusions", List.of(), "credentials", List.of(credential)));
        String path = "/api/searches/" + started.body().path("id").asLong();
        JsonNode ended = started.body();
        while (!ended.path("endedAt").isString()) {
            // As often as the page asks.
            LockSupport.parkNanos(500_000_000);
            ended = administrator.get(path).body();
        }
        if (ended.path("counts").path("new").asInt() != devices) {
            StringBuilder others = new StringBuilder();
            for (JsonNode result : administrator.get(path + "/results").body()) {
                if (!result.path("state").asString().equals("new")) {
                    others.append('\n').append(result.path("words").asString());
                }
            }
            throw new IllegalStateException("not every device was found: " + ended.path("counts") + others);
        }
        return Duration.between(
                                Instant.parse(ended.path("startedAt").asString()),
                                Instant.parse(ended.path("endedAt").asString()))
                        .toMillis()
                / 1e3;
    }
}
