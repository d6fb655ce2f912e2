package io.safestep.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "profile",
        description = "Looks at platform profiles.",
        mixinStandardHelpOptions = true,
        subcommands = ProfileCheckCommand.class)
final class ProfileCommand implements Runnable {

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(spec.commandLine(), "Say what to do with the profile: check.");
    }
}
