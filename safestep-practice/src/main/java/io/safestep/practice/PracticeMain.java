package io.safestep.practice;

import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.identity.IdentityPerson;
import io.safestep.practice.identity.IdentityProvider;
import io.safestep.practice.network.MerrowSound;
import io.safestep.practice.network.NetworkPlan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/**
 * Runs the practice network as a process of its own. Reads {@code SAFESTEP_HOME}, {@code SAFESTEP_DEVICE_PORT}, {@code
 * SAFESTEP_PRACTICE_PORT}, {@code SAFESTEP_MAIL_PORT}, {@code SAFESTEP_LOG_PORT} and {@code SAFESTEP_IDENTITY_PORT} from the
 * environment; without the last there is no identity provider.
 */
@Command(
        name = "practice",
        description = "Runs the practice network: that of Merrow Sound Ferries, or a generated one.",
        mixinStandardHelpOptions = true)
public final class PracticeMain implements Callable<Integer> {

    @Option(names = "--devices", paramLabel = "N", description = "Generates a network of so many devices, up to 2,000.")
    private Integer devices;

    @Option(
            names = "--seed",
            paramLabel = "S",
            defaultValue = "1",
            description = "The same number and seed give the same network. Default: ${DEFAULT-VALUE}.")
    private long seed;

    /** Where Safe Step is come back to in the demo. */
    private static final String RETURN_PATH = "/sign-on/sound/return";

    private PracticeMain() {}

    public static void main(String[] args) {
        System.exit(new CommandLine(new PracticeMain()).execute(args));
    }

    @Override
    public Integer call() throws InterruptedException {
        Path home = Path.of(System.getenv().getOrDefault("SAFESTEP_HOME", ".safestep"));
        PracticeNetwork.Ports ports = new PracticeNetwork.Ports(
                port("SAFESTEP_DEVICE_PORT", 2222),
                port("SAFESTEP_PRACTICE_PORT", 8078),
                port("SAFESTEP_MAIL_PORT", 2525),
                port("SAFESTEP_LOG_PORT", 5514));
        try {
            NetworkPlan plan = devices == null ? MerrowSound.plan() : GeneratedNetwork.plan(devices, seed);
            Path folder = home.resolve(devices == null ? "practice" : "practice-" + devices + "-" + seed);
            PracticeNetwork practice = PracticeNetwork.start(plan, folder, ports);
            Runtime.getRuntime().addShutdownHook(new Thread(practice::close));
            int identity = port("SAFESTEP_IDENTITY_PORT", 0);
            if (identity > 0) {
                IdentityProvider provider = IdentityProvider.start(
                        folder.resolve("identity"), identity, RETURN_PATH, IdentityPerson.ofMerrowSound());
                practice.add(provider);
            }
            System.out.println("practice network ready, API on port " + practice.apiPort());
        } catch (IOException | IllegalArgumentException e) {
            System.err.println("The practice network can't start: " + e.getMessage());
            return 1;
        }
        new CountDownLatch(1).await();
        return 0;
    }

    private static int port(String variable, int fallback) {
        String value = System.getenv(variable);
        return value == null || value.isBlank() ? fallback : Integer.parseInt(value);
    }
}
