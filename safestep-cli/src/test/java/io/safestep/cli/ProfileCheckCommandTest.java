package io.safestep.cli;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.practice.PracticeNetwork;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** Profiles tried on practice devices over real connections. */
class ProfileCheckCommandTest {

    @TempDir
    static Path folder;

    private static PracticeNetwork practice;
    private static int port;

    @BeforeAll
    static void start() throws Exception {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        practice = PracticeNetwork.start(folder.resolve("practice"), port, 0);
    }

    @AfterAll
    static void stop() {
        practice.close();
    }

    private static CommandRun check(String profile, String host, String password) {
        return CommandRun.of(
                new CommandLine(new ProfileCheckCommand(Map.of("SAFESTEP_PASSWORD", password))),
                profile,
                "--host",
                host,
                "--port",
                Integer.toString(port),
                "--user",
                "safestep");
    }

    private static String shipped(String name) throws IOException {
        try (var stream = ProfileFile.class.getResourceAsStream("/platforms/" + name + ".yaml")) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void theShippedProfilesFitTheirDevices() {
        Map.of("corvane-cli", "127.77.2.1", "haldrin-netconf", "127.77.3.1", "ostrel-restconf", "127.77.0.5")
                .forEach((profile, host) -> {
                    String before = practice.device(device(host)).running().shown();
                    CommandRun run = check(profile, host, "harbour-light-1");
                    assertThat(run.exit()).as(run.out() + run.err()).isZero();
                    assertThat(run.out())
                            .contains("passed    log in")
                            .contains("Every line has a form")
                            .contains("every line is modelled")
                            .contains("the same as running")
                            .containsPattern("passed +read neighbours +\\d+ rows")
                            .contains("not tried configure");
                    assertThat(practice.device(device(host)).running().shown()).isEqualTo(before);
                });
    }

    private static String device(String host) {
        return switch (host) {
            case "127.77.2.1" -> "brn-gw-a";
            case "127.77.3.1" -> "ald-gw-a";
            default -> "ops-fw-a";
        };
    }

    @Test
    void whatAProfileDoesNotDescribeIsShown() throws IOException {
        Path file = folder.resolve("gaps.yaml");
        Files.writeString(
                file,
                shipped("corvane-cli")
                        .replaceAll("(?m)^ +- \\{ form: \"contact <text>\".*\\n", "")
                        .replaceAll("(?m)^ +- \\{ line: \"contact.*\\n", "")
                        .replace("command: show routes", "command: show roots"));
        CommandRun run = check(file.toString(), "127.77.2.1", "harbour-light-1");
        assertThat(run.exit()).as(run.out() + run.err()).isEqualTo(3);
        assertThat(run.out())
                .containsPattern("look +forms +1 of \\d+ lines have no form")
                .containsPattern("look +network .* 1 lines are not modelled")
                .containsPattern("failed +read routes .*\"show roots\"");
    }

    @Test
    void aReadThatADeviceMayRefuseFailsNothing() throws IOException {
        Path file = folder.resolve("optional.yaml");
        Files.writeString(
                file,
                shipped("corvane-cli").replace("command: show routes\n", "command: show roots\n    optional: true\n"));
        CommandRun run = check(file.toString(), "127.77.2.1", "harbour-light-1");
        assertThat(run.exit()).as(run.out() + run.err()).isZero();
        assertThat(run.out()).containsPattern("passed +read routes .*\"show roots\".* It is optional.");
    }

    @Test
    void theStageThatFailsIsNamed() {
        CommandRun refused = check("corvane-cli", "127.77.2.1", "wrong");
        assertThat(refused.exit()).isEqualTo(3);
        assertThat(refused.out()).containsPattern("failed +log in +127.77.2.1 refuses the log-in of safestep");
        assertThat(refused.out() + refused.err()).doesNotContain("wrong");
        assertThat(check("corvane-cli", "127.77.250.250", "x").out())
                .containsPattern("failed +port .*nothing listens there");
    }

    @Test
    void aProfileThatCanNotBeUsedIsNamedWithItsLines() throws IOException {
        Path file = folder.resolve("broken.yaml");
        Files.writeString(file, shipped("corvane-cli").replace("  save: save\n", ""));
        CommandRun run = CommandRun.of(SafeStepCommand.commandLine(), "profile", "check", file.toString());
        assertThat(run.exit()).isEqualTo(1);
        assertThat(run.err())
                .containsPattern("broken.yaml: line \\d+: commandLine: required property 'save' not found");
        assertThat(CommandRun.of(SafeStepCommand.commandLine(), "profile", "check", "corvane-cli")
                        .exit())
                .isZero();
        assertThat(CommandRun.of(SafeStepCommand.commandLine(), "profile", "check", "corvane-cli", "--host", "x")
                        .exit())
                .isEqualTo(2);
        assertThat(CommandRun.of(SafeStepCommand.commandLine(), "profile").exit())
                .isEqualTo(2);
    }
}
