package io.safestep.cli;

import io.safestep.cli.ProfileTrial.Step;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "check",
        description = {
            "Checks a platform profile and, with --host, tries it on a device: logs in, reads, and reports step by step"
                    + " what the profile got right. Nothing is changed on the device.",
            "The password is taken from the environment variable SAFESTEP_PASSWORD."
        },
        mixinStandardHelpOptions = true,
        exitCodeListHeading = "Exit codes:%n",
        exitCodeList = {
            "0:every step passed",
            "1:the profile can't be used",
            "2:the command line is wrong",
            "3:a step failed, or somebody should look at one"
        })
final class ProfileCheckCommand implements Callable<Integer> {

    private static final int NOT_ALL_PASSED = 3;
    private static final String PASSWORD = "SAFESTEP_PASSWORD";

    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "FILE", description = "The profile: path of its file, or name of a shipped one.")
    private String file;

    @Option(names = "--host", paramLabel = "HOST", description = "Address or name of a device to try it on.")
    private @Nullable String host;

    @Option(names = "--port", paramLabel = "PORT", description = "TCP port. Default: 22, for RESTCONF 443.")
    private @Nullable Integer port;

    @Option(names = "--user", paramLabel = "USER", description = "Log-in name on the device.")
    private @Nullable String user;

    private final Map<String, String> environment;

    ProfileCheckCommand() {
        this(System.getenv());
    }

    ProfileCheckCommand(Map<String, String> environment) {
        this.environment = environment;
    }

    @Override
    public Integer call() {
        PlatformProfile profile = ProfileFile.find(Path.of(""), file);
        PrintWriter out = spec.commandLine().getOut();
        print(
                out,
                new Step(
                        ProfileTrial.Outcome.PASSED,
                        "profile",
                        profile.name() + ", maker " + profile.maker() + ": "
                                + profile.reads().size()
                                + " read commands, "
                                + profile.network().rules().size() + " rules about the network at the top level.",
                        List.of()));
        if (host == null) {
            return 0;
        }
        String password = environment.get(PASSWORD);
        if (user == null || password == null) {
            throw new ParameterException(
                    spec.commandLine(),
                    user == null
                            ? "To log in to " + host + ", --user is needed."
                            : "To log in to " + host + ", the password is needed in the environment variable "
                                    + PASSWORD + ".");
        }
        TimeLimits limits = new TimeLimits(Duration.ofSeconds(10), Duration.ofSeconds(15), Duration.ofSeconds(30));
        try (DeviceConnector connector = new PlatformConnector(limits)) {
            DeviceTarget target = new DeviceTarget(host, "", host, portOf(profile), profile, user, password, null);
            return new ProfileTrial(target, connector, step -> print(out, step)).run() ? 0 : NOT_ALL_PASSED;
        }
    }

    private int portOf(PlatformProfile profile) {
        if (port != null) {
            if (port < 1 || port > 65_535) {
                throw new ParameterException(spec.commandLine(), "A TCP port is a number from 1 to 65535.");
            }
            return port;
        }
        return profile.access().port();
    }

    private static void print(PrintWriter out, Step step) {
        String outcome = step.outcome().name().toLowerCase(Locale.ROOT).replace('_', ' ');
        out.printf("%-9s %-20s %s%n", outcome, step.name(), step.sentence());
        step.examples().forEach(e -> out.printf("%-9s %-20s   %s%n", "", "", e));
        out.flush();
    }
}
