package io.safestep.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The start command where things are not as they should be: one sentence, a way out, nothing left running. */
class StartCommandTest {

    @TempDir
    Path home;

    private final Map<String, String> settings = new HashMap<>();

    private record Said(int status, String out, String err) {}

    @BeforeEach
    void settings() throws IOException {
        settings.put("SAFESTEP_HOME", home.toString());
        for (String name : List.of(
                "SAFESTEP_PORT",
                "SAFESTEP_PG_PORT",
                "SAFESTEP_PRACTICE_PORT",
                "SAFESTEP_DEVICE_PORT",
                "SAFESTEP_MAIL_PORT")) {
            try (ServerSocket free = new ServerSocket(0)) {
                settings.put(name, Integer.toString(free.getLocalPort()));
            }
        }
    }

    private Said run(String... arguments) throws Exception {
        Path out = Files.createTempFile("safestep-out", "");
        Path err = Files.createTempFile("safestep-err", "");
        List<String> command = new ArrayList<>(List.of("bash", "../safestep"));
        command.addAll(List.of(arguments));
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectOutput(out.toFile()).redirectError(err.toFile());
        builder.environment().putAll(settings);
        Process process = builder.start();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).as("%s ends", command).isTrue();
        return new Said(
                process.exitValue(),
                Files.readString(out, StandardCharsets.UTF_8),
                Files.readString(err, StandardCharsets.UTF_8));
    }

    /** As if everything had been built: these tests are about what comes before anything is started. */
    private void pretendBuilt() throws IOException {
        Path stamp = Files.createFile(home.resolve("built"));
        Files.setLastModifiedTime(stamp, FileTime.from(Instant.now().plusSeconds(3600)));
    }

    @Test
    void withoutACommandItTellsWhatThereIs() throws Exception {
        Said said = run();
        assertThat(said.status()).isZero();
        assertThat(said.out())
                .contains("./safestep demo")
                .contains("./safestep test")
                .contains(home.toString());
    }

    @Test
    void anUnknownCommandIsRefused() throws Exception {
        Said said = run("start");
        assertThat(said.status()).isEqualTo(1);
        assertThat(said.err())
                .isEqualTo("safestep: \"start\" is not a command.\n          ./safestep help lists them.\n");
    }

    @Test
    void withNothingRunningStatusAndStopSaySo() throws Exception {
        Said status = run("status");
        assertThat(status.status()).isEqualTo(3);
        assertThat(status.out())
                .contains("app: not running")
                .contains("practice: not running")
                .contains("database: not running");
        assertThat(run("stop").out()).isEqualTo("Stopped.\n");
    }

    @Test
    void aProcessThatOnlyHasTheSameIdIsNotEnded() throws Exception {
        Files.createDirectories(home.resolve("run"));
        Process other = new ProcessBuilder("sleep", "600").start();
        try {
            Files.writeString(home.resolve("run/app.pid"), other.pid() + " 1\n");
            assertThat(run("status").out()).contains("app: not running");
            run("stop");
            assertThat(other.isAlive()).isTrue();
        } finally {
            other.destroyForcibly();
        }
    }

    @Test
    void aTakenPortIsNamedWithTheSettingThatChangesIt() throws Exception {
        pretendBuilt();
        int pgPort = Integer.parseInt(settings.get("SAFESTEP_PG_PORT"));
        try (ServerSocket taken = new ServerSocket(pgPort, 1, InetAddress.getByName("127.0.0.1"))) {
            Said said = run("demo");
            assertThat(said.status()).isEqualTo(1);
            assertThat(said.err())
                    .contains("Port " + taken.getLocalPort() + " on 127.0.0.1 is taken by another program.")
                    .contains("SAFESTEP_PG_PORT=");
        }
        assertThat(run("status").status()).as("nothing is left running").isEqualTo(3);
    }

    @Test
    void aHalfMadeClusterIsNotTakenForOne() throws Exception {
        pretendBuilt();
        Files.createDirectories(home.resolve("pg"));
        Said said = run("demo");
        assertThat(said.status()).isEqualTo(1);
        assertThat(said.err()).contains("is not complete").contains("./safestep reset");
        assertThat(run("status").status()).isEqualTo(3);
    }

    @Test
    void twoCommandsAtOnceDoNotGetInEachOthersWay() throws Exception {
        pretendBuilt();
        Process holder = new ProcessBuilder("flock", home.resolve("lock").toString(), "sleep", "600").start();
        try {
            Said said = run("stop");
            for (int i = 0; i < 100 && said.status() == 0; i++) {
                said = run("stop"); // until the other one holds the lock
            }
            assertThat(said.status()).isEqualTo(1);
            assertThat(said.err()).contains("Another ./safestep command is at work");
        } finally {
            holder.descendants().forEach(ProcessHandle::destroyForcibly);
            holder.destroyForcibly();
        }
    }

    @Test
    void aFolderThatCannotBeMadeIsSaid() throws Exception {
        settings.put("SAFESTEP_HOME", "/proc/none/safestep");
        Said said = run("status");
        assertThat(said.status()).isEqualTo(1);
        assertThat(said.err()).contains("can not be made").contains("SAFESTEP_HOME");
    }
}
