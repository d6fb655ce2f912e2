package io.safestep.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "record",
        description = "Looks at exported records.",
        mixinStandardHelpOptions = true,
        subcommands = RecordVerifyCommand.class)
final class RecordCommand implements Runnable {

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(spec.commandLine(), "Say what to do with the record: verify.");
    }
}
