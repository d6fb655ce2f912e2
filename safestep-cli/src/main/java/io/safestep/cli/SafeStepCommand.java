package io.safestep.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;

/** What {@code ./safestep} can do without the server. */
@Command(
        name = "safestep",
        description = "What can be done without the server.",
        mixinStandardHelpOptions = true,
        subcommands = {ConfigCommand.class, ModelCommand.class, ProfileCommand.class, RecordCommand.class})
public final class SafeStepCommand {

    /** Something in the files that the person has to put right. */
    static final int WRONG_INPUT = 1;

    /** Safe Step itself has made a mistake. */
    static final int BROKEN = 70;

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
            command.getErr()
                    .println("Safe Step has made a mistake: " + exception
                            + ". Set SAFESTEP_DEBUG=1 for the place in the program, and report it with the input.");
            if (System.getenv("SAFESTEP_DEBUG") != null) {
                exception.printStackTrace(command.getErr());
            }
            return BROKEN;
        });
    }
}
