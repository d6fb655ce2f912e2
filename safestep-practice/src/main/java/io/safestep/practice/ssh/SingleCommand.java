package io.safestep.practice.ssh;

import io.safestep.practice.corvane.CommandInterpreter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import org.apache.sshd.server.Environment;

/** One command without a shell: prints the answer whole and ends, with status 1 when the device refused. */
final class SingleCommand extends SessionCommand {

    private final CommandInterpreter interpreter;
    private final String command;
    private final Runnable afterwards;

    SingleCommand(CommandInterpreter interpreter, String command, Runnable afterwards) {
        this.interpreter = interpreter;
        this.command = command;
        this.afterwards = afterwards;
    }

    @Override
    int serve(InputStream in, OutputStream out, Environment environment) throws IOException {
        String answer = interpreter.take(command);
        afterwards.run();
        out.write((answer + "\n").getBytes(StandardCharsets.UTF_8));
        out.flush();
        return answer.startsWith("refused: ") || answer.startsWith("not possible: ") ? 1 : 0;
    }
}
