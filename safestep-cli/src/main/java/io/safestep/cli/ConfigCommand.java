package io.safestep.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "config",
        description = "Works with the configurations of one device: what differs, how to get from one to the other.",
        mixinStandardHelpOptions = true,
        subcommands = {
            ConfigCompareCommand.class,
            ConfigScriptCommand.class,
            ConfigProveCommand.class,
            ConfigApplyCommand.class
        })
final class ConfigCommand implements Runnable {

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(spec.commandLine(), "Say what to do: compare, script, prove or apply.");
    }
}
