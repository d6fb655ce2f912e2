package io.safestep.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;

/** What {@code ./safestep} can do without the server. */
@Command(
        name = "safestep",
        description = "Computes from files, without the server.",
        mixinStandardHelpOptions = true,
        subcommands = {ModelCommand.class})
public final class SafeStepCommand {

    /** Something in the files or on the line that the person has to put right. */
    static final int WRONG_INPUT = 1;

    private SafeStepCommand() {}

    public static void main(String[] args) {
        System.exit(commandLine().execute(args));
    }

    static CommandLine commandLine() {
        return new CommandLine(new SafeStepCommand()).setExecutionExceptionHandler((exception, command, parsed) -> {
            if (exception instanceof InputException wrong) {
                wrong.sentences().forEach(command.getErr()::println);
                return WRONG_INPUT;
            }
            throw exception;
        });
    }
}
