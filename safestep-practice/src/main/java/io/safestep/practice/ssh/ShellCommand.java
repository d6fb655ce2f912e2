package io.safestep.practice.ssh;

import io.safestep.practice.corvane.CommandInterpreter;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import org.apache.sshd.server.Environment;
import org.jspecify.annotations.Nullable;

/**
 * An interactive shell: echoes what is typed, prompts, and stops long outputs page by page. What it says leaves in one piece
 * when it waits for a key or begins with a command, as a terminal's does.
 */
final class ShellCommand extends SessionCommand {

    private static final int LONGEST_LINE = 2_000;

    private final CommandInterpreter interpreter;
    private final Runnable afterEachCommand;
    private InputStream in = InputStream.nullInputStream();
    private OutputStream out = OutputStream.nullOutputStream();
    private int pageLines = 24;

    /** A carriage return may be followed by a line feed that means the same key. */
    private boolean lastWasReturn;

    ShellCommand(CommandInterpreter interpreter, Runnable afterEachCommand) {
        this.interpreter = interpreter;
        this.afterEachCommand = afterEachCommand;
    }

    @Override
    int serve(InputStream input, OutputStream output, Environment environment) throws IOException {
        in = input;
        out = new BufferedOutputStream(output);
        String height = environment.getEnv().get(Environment.ENV_LINES);
        if (height != null && height.matches("[1-9]\\d{0,3}")) {
            pageLines = Math.max(5, Integer.parseInt(height));
        }
        while (!interpreter.ended()) {
            print(interpreter.prompt());
            String line = readLine();
            if (line == null) {
                return 0;
            }
            out.flush();
            String answer = interpreter.take(line);
            afterEachCommand.run();
            if (!answer.isEmpty()) {
                printPaged(answer);
            }
        }
        out.flush();
        return 0;
    }

    private @Nullable String readLine() throws IOException {
        StringBuilder line = new StringBuilder();
        while (true) {
            int key = readKey();
            switch (key) {
                case -1, 4 -> {
                    return null;
                }
                case '\r', '\n' -> {
                    print("\r\n");
                    return line.toString();
                }
                case 3 -> {
                    print("^C\r\n");
                    return "";
                }
                case 8, 127 -> {
                    if (line.length() > 0) {
                        line.setLength(line.length() - 1);
                        print("\b \b");
                    }
                }
                default -> {
                    if (key >= 32 && line.length() < LONGEST_LINE) {
                        line.append((char) key);
                        out.write(key);
                    }
                }
            }
        }
    }

    private int readKey() throws IOException {
        int key = nextKey();
        if (key == '\n' && lastWasReturn) {
            key = nextKey();
        }
        lastWasReturn = key == '\r';
        return key;
    }

    private int nextKey() throws IOException {
        if (in.available() == 0) {
            out.flush();
        }
        return in.read();
    }

    private void printPaged(String text) throws IOException {
        String[] lines = text.split("\n", -1);
        int left = pageLines - 1;
        for (int i = 0; i < lines.length; i++) {
            if (interpreter.paging() && left == 0) {
                left = askForMore(i, lines.length);
                if (left == 0) {
                    return;
                }
            }
            print(lines[i].stripTrailing() + "\r\n");
            left--;
        }
    }

    /** @return how many more lines are wanted; 0 to stop */
    private int askForMore(int shown, int all) throws IOException {
        String question = "-- " + shown + " of " + all + " lines; space for more --";
        print(question);
        int key = readKey();
        print("\r" + " ".repeat(question.length()) + "\r");
        return switch (key) {
            case ' ' -> pageLines - 1;
            case '\r', '\n' -> 1;
            default -> 0;
        };
    }

    private void print(String text) throws IOException {
        out.write(text.getBytes(StandardCharsets.UTF_8));
    }
}
