package io.safestep.real;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** Programs of this machine, run to their end or kept running. */
final class LabCommands {

    private static final long LONGEST_SECONDS = 60;

    private LabCommands() {}

    /** @return what it printed; an end with anything but 0 is an error that holds that */
    static String run(String... command) {
        return feed("", command);
    }

    static String feed(String input, String... command) {
        try {
            Process process =
                    new ProcessBuilder(command).redirectErrorStream(true).start();
            process.getOutputStream().write(input.getBytes(StandardCharsets.UTF_8));
            process.getOutputStream().close();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            if (!process.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS) || process.exitValue() != 0) {
                process.destroyForcibly();
                throw new IllegalStateException(String.join(" ", command) + " failed: " + said);
            }
            return said;
        } catch (IOException e) {
            throw new UncheckedIOException(String.join(" ", command) + " can't be run.", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** For what may have been done already, or may have nothing to do. */
    static void tryTo(String... command) {
        try {
            run(command);
        } catch (IllegalStateException e) {
            // Whether it mattered shows in what follows.
        }
    }

    /** A program that goes on running; what it prints goes into a file. */
    static Process start(Path log, List<String> command) {
        try {
            return new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
                    .start();
        } catch (IOException e) {
            throw new UncheckedIOException(String.join(" ", command) + " can't be started.", e);
        }
    }

    /** Ends it and waits until it has ended. */
    static void end(Process process) {
        process.descendants().forEach(ProcessHandle::destroy);
        process.destroy();
        try {
            if (!process.waitFor(5, TimeUnit.SECONDS)) {
                process.destroyForcibly().waitFor();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
