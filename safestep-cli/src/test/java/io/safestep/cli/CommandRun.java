package io.safestep.cli;

import java.io.PrintWriter;
import java.io.StringWriter;
import picocli.CommandLine;

/** One run of a command: how it ended and what it printed. */
record CommandRun(int exit, String out, String err) {

    static CommandRun of(CommandLine command, String... arguments) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int exit = command.setOut(new PrintWriter(out, true))
                .setErr(new PrintWriter(err, true))
                .execute(arguments);
        return new CommandRun(exit, out.toString(), err.toString());
    }
}
