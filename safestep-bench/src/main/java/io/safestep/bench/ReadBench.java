package io.safestep.bench;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.ConcurrencyBounds;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

@Command(
        name = "read",
        description = {
            "Reads the running configurations of a generated practice network, which runs in a process of its own.",
            "Yardstick: the bare client libraries doing the same log-ins and reads with the same concurrency, in turns."
        },
        mixinStandardHelpOptions = true)
final class ReadBench implements Callable<Integer> {

    @Option(names = "--devices", defaultValue = "1000", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    @Option(names = "--at-once", defaultValue = "32", description = "Sessions at once. Default: ${DEFAULT-VALUE}.")
    private int atOnce;

    @Option(names = "--rounds", defaultValue = "3", description = "Measured rounds of each. Default: ${DEFAULT-VALUE}.")
    private int rounds;

    @Option(names = "--seed", defaultValue = "1", description = "Of the generated network.")
    private long seed;

    /** Reads one device and tells how many characters it got. */
    private interface Reader {
        int read(int index) throws Exception;
    }

    @Override
    public Integer call() throws Exception {
        NetworkPlan plan = GeneratedNetwork.plan(devices, seed);
        Map<String, PlatformProfile> profiles =
                ShippedProfiles.all().stream().collect(Collectors.toMap(PlatformProfile::name, p -> p));
        Map<String, Long> families =
                plan.file().devices().stream().collect(Collectors.groupingBy(d -> d.platform(), Collectors.counting()));
        System.out.println("devices: " + families + ", " + atOnce + " sessions at once");
        Duration limit = Duration.ofSeconds(60);
        ExecutorService threads = Executors.newFixedThreadPool(atOnce);
        try (PracticeProcess practice = new PracticeProcess(devices, seed);
                BareClient bare = new BareClient(practice.devicePort());
                DeviceConnector connector = new PlatformConnector(
                        new TimeLimits(limit, limit, limit), new ConcurrencyBounds(atOnce, atOnce, limit))) {
            Reader yardstick = i -> bare.read(plan.file().devices().get(i).platform(), BareClient.host(plan, i));
            Reader own = i -> {
                var d = plan.file().devices().get(i);
                DeviceTarget target = new DeviceTarget(
                        d.name(),
                        d.site(),
                        BareClient.host(plan, i),
                        practice.devicePort(),
                        profiles.get(d.platform()),
                        "safestep",
                        "harbour-light-1",
                        null);
                try (DeviceSession session = connector.connect(target)) {
                    return session.readRunning().length();
                }
            };
            readAll(threads, yardstick);
            readAll(threads, own);
            double[] bareSeconds = new double[rounds];
            double[] ownSeconds = new double[rounds];
            System.out.printf("%6s %16s %16s%n", "round", "bare devices/s", "own devices/s");
            for (int i = 0; i < rounds; i++) {
                bareSeconds[i] = Timing.of(() -> readAll(threads, yardstick));
                ownSeconds[i] = Timing.of(() -> readAll(threads, own));
                System.out.printf("%6d %16.1f %16.1f%n", i + 1, devices / bareSeconds[i], devices / ownSeconds[i]);
            }
            double bareRate = devices / new Timing(bareSeconds).median();
            double ownRate = devices / new Timing(ownSeconds).median();
            System.out.printf(
                    "median: bare %.1f, own %.1f devices/s; own is %.0f %% of bare%n",
                    bareRate, ownRate, 100 * ownRate / bareRate);
            System.out.println("practice network: at most " + practice.peakMemory() + " MiB");
        } finally {
            threads.shutdownNow();
        }
        return 0;
    }

    private void readAll(ExecutorService threads, Reader reader) throws Exception {
        List<Future<Integer>> reads = new ArrayList<>();
        for (int i = 0; i < devices; i++) {
            int index = i;
            reads.add(threads.submit(() -> reader.read(index)));
        }
        for (Future<Integer> read : reads) {
            if (read.get() < 100) {
                throw new IllegalStateException("a configuration is too short to be one");
            }
        }
    }
}
