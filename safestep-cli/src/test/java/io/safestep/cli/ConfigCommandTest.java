package io.safestep.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What {@code ./safestep config} prints and how it ends. */
class ConfigCommandTest {

    private static final String BEFORE = """
            hostname brn-gw-a
            vlan 40
              name ticketing
            interface vlan 40
              description ticketing
              address 10.77.40.2/23
            ospf 1
              authentication key s0und
            """;

    private static final String AFTER =
            BEFORE.replace("/23", "/24").replace("s0und", "gannet77") + "time-server 10.77.8.20\n";

    @TempDir
    Path folder;

    private String file(String name, String content) throws IOException {
        return Files.writeString(folder.resolve(name), content).toString();
    }

    private CommandRun run(String command, String one, String other, String... more) throws IOException {
        List<String> arguments = new ArrayList<>(List.of("config", command, "--platform", "corvane-cli"));
        arguments.add(file("one", one));
        arguments.add(file("other", other));
        arguments.addAll(List.of(more));
        return CommandRun.of(SafeStepCommand.commandLine(), arguments.toArray(String[]::new));
    }

    @Test
    void compareShowsEachDifferenceUnderItsParents() throws IOException {
        CommandRun run = run("compare", BEFORE, AFTER, "--context", "0");
        assertThat(run.exit()).isEqualTo(3);
        assertThat(run.out()).endsWith("""
                 interface vlan 40
                 ...
                -  address 10.77.40.2/23
                +  address 10.77.40.2/24
                 ospf 1
                -  authentication key ‹secret›
                +  authentication key ‹secret›
                +time-server 10.77.8.20
                """);
    }

    @Test
    void compareSaysWhenNothingDiffers() throws IOException {
        CommandRun same = run("compare", BEFORE, "# another comment\n" + BEFORE);
        assertThat(same.exit()).isZero();
        assertThat(same.out()).isEqualToIgnoringNewLines("Nothing differs.");
    }

    @Test
    void compareAsJsonGivesPathAndLineNumbers() throws IOException {
        CommandRun run = run("compare", BEFORE, AFTER, "--json");
        assertThat(run.out())
                .contains("\"path\" : [ \"interface vlan 40\" ]", "\"line\" : 6", "address 10.77.40.2/24")
                .doesNotContain("s0und", "gannet77");
    }

    @Test
    void scriptLeadsThereAndBackAndHidesSecretsUnlessAsked() throws IOException {
        CommandRun run = run("script", BEFORE, AFTER);
        assertThat(run.exit()).isZero();
        assertThat(run.out()).contains("# Script: 5 lines", "# Undo script: 5 lines", "no time-server 10.77.8.20");
        assertThat(run.out()).doesNotContain("gannet77", "s0und");
        assertThat(run("script", BEFORE, AFTER, "--show-secrets").out())
                .contains("authentication key gannet77", "authentication key s0und");
    }

    @Test
    void proveEndsWithTheAnswer() throws IOException {
        assertThat(run("prove", BEFORE, AFTER).exit()).isZero();
        String hidden = BEFORE + "user kiosk password hidden\n";
        CommandRun run = run("prove", hidden, BEFORE);
        assertThat(run.exit()).isEqualTo(3);
        assertThat(run.out()).contains("The device hides the value in \"user kiosk password hidden\"");
        assertThat(run("prove", hidden, BEFORE, "--json").out()).contains("\"proven\" : false");
    }

    @Test
    void applyPrintsTheOutcomeAndKeepsComments() throws IOException {
        CommandRun run = run("apply", "# deck three\n" + BEFORE, "no vlan 40\ntide-table on\n");
        assertThat(run.exit()).isZero();
        assertThat(run.out())
                .startsWith("# deck three\nhostname brn-gw-a\n")
                .contains("tide-table on", "authentication key ‹secret›")
                .doesNotContain("name ticketing");
        assertThat(run.err()).contains("warning:", ":2: \"tide-table\" is not a word that this platform knows here");
    }

    @Test
    void whatCanNotBeUsedIsRefusedWithFileLineAndReason() throws IOException {
        CommandRun wrongLine = run("apply", BEFORE, "interface vlan 40\n  no mtu 1400\n");
        assertThat(wrongLine.exit()).isEqualTo(1);
        assertThat(wrongLine.err()).contains("other:2: There is no \"mtu 1400\" here to remove.");
        CommandRun xml = run("compare", BEFORE, "<config/>");
        assertThat(xml.exit()).isEqualTo(1);
        assertThat(xml.err()).contains("other:1: The text looks like XML");
        CommandRun foreign = run("compare", BEFORE, "tide-table on\nmoon phase full\n");
        assertThat(foreign.err()).contains("other:1:", "2 of 2 lines are like that");
        CommandRun unknown =
                CommandRun.of(SafeStepCommand.commandLine(), "config", "compare", "--platform", "no-such", "a", "b");
        assertThat(unknown.exit()).isEqualTo(1);
        assertThat(unknown.err()).contains("There is no platform profile no-such. Shipped are corvane-cli");
    }
}
