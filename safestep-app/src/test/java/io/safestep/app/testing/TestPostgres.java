package io.safestep.app.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.springframework.util.FileSystemUtils;

/**
 * A real PostgreSQL in a folder of its own, started for the tests of one process and ended with it. Started as root, it
 * runs under the account postgres, since PostgreSQL refuses root.
 */
public final class TestPostgres {

    private static final TestPostgres ONLY = new TestPostgres();

    private final Path folder;
    private final int port;
    private int databases;

    private TestPostgres() {
        try {
            folder = Files.createTempDirectory("safestep-test-pg");
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
            Path data = folder.resolve("data");
            try (ServerSocket free = new ServerSocket(0)) {
                port = free.getLocalPort();
            }
            if (root()) {
                run(List.of("chown", "postgres", folder.toString()));
            }
            postgres("initdb", "-D", data.toString(), "--auth=trust", "-U", "postgres", "--no-sync", "-E", "UTF8");
            postgres(
                    "pg_ctl",
                    "-D",
                    data.toString(),
                    "-w",
                    "-l",
                    folder.resolve("log").toString(),
                    "-o",
                    "-p " + port + " -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c fsync=off",
                    "start");
            Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                postgres("pg_ctl", "-D", data.toString(), "-m", "immediate", "stop");
                FileSystemUtils.deleteRecursively(folder.toFile());
            }));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A new, empty database. */
    public static synchronized String freshUrl() {
        String name = "test" + ++ONLY.databases;
        ONLY.postgres("createdb", "-h", "127.0.0.1", "-p", Integer.toString(ONLY.port), "-U", "postgres", name);
        return "jdbc:postgresql://127.0.0.1:" + ONLY.port + "/" + name;
    }

    private static boolean root() {
        return "root".equals(System.getProperty("user.name"));
    }

    private void postgres(String program, String... arguments) {
        List<String> command = new ArrayList<>();
        if (root()) {
            command.addAll(List.of("runuser", "-u", "postgres", "--"));
        }
        command.add("/usr/lib/postgresql/15/bin/" + program);
        command.addAll(List.of(arguments));
        run(command);
    }

    private void run(List<String> command) {
        try {
            Path output = Files.createTempFile("safestep-test-pg", ".out");
            Process process = new ProcessBuilder(command)
                    .directory(new java.io.File("/"))
                    .redirectErrorStream(true)
                    .redirectOutput(output.toFile())
                    .start();
            if (!process.waitFor(60, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IllegalStateException(String.join(" ", command) + ": " + Files.readString(output));
            }
            Files.delete(output);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
