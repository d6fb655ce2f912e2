package io.safestep.bench;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** Benchmarks. Each prints its figures beside a yardstick that is measured in the same run. */
@Command(
        name = "bench",
        description = "Measures Safe Step against a yardstick in the same run.",
        mixinStandardHelpOptions = true,
        subcommands = {
            ConfigBench.class,
            ModelBench.class,
            ReadBench.class,
            SearchBench.class,
            DevicesBench.class,
            ChangesBench.class,
            ChangeBench.class,
            BackupBench.class,
            DriftBench.class,
            RunBench.class
        })
public final class BenchCommand implements Runnable {

    @Spec
    private CommandSpec spec;

    private BenchCommand() {}

    public static void main(String[] args) {
        System.exit(new CommandLine(new BenchCommand()).execute(args));
    }

    @Override
    public void run() {
        throw new ParameterException(
                spec.commandLine(),
                "Say what to measure: config, model, read, search, devices, changes, change, backups or runs.");
    }
}
