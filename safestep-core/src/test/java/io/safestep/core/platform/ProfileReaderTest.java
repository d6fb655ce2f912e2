package io.safestep.core.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.platform.access.CommandLine;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.core.platform.text.BoundedText;
import io.safestep.core.platform.text.BoundedText.EndlessPatternException;
import io.safestep.core.platform.text.ProfileException;
import io.safestep.core.platform.text.ProfileException.Problem;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class ProfileReaderTest {

    private static final String GOOD = """
            name: quay-cli
            maker: Quay
            commandLine:
              prompt: '> $'
              configure: edit
              leaveBlock: up
              leaveConfigure: end
              readRunning: list
              save: keep
              saved: kept
              errors: ['(?m)^no: .*$']
            language:
              indent: 2
              comment: ";"
              negation: drop
              forms:
                - { form: "link <number 1-9>", opens: link }
                - { form: "address <prefix>", in: link, key: 1 }
            reads:
              - { name: links, title: Links, command: links, row: '(?<key>\\d+) (?<value>up|down)' }
            network:
              rules:
                - line: "link {number}"
                  about: { interface: "link {number}" }
                  within:
                    - { line: "address {address}", sets: { interface.address: "{address}" } }
              defaults: { mtu: 1400 }
            """;

    private static List<Problem> problems(String was, String becomes) {
        assertThat(GOOD).contains(was);
        return catchThrowableOfType(ProfileException.class, () -> ProfileReader.read(GOOD.replace(was, becomes)))
                .problems();
    }

    @Test
    void theShippedProfileReadsItsOwnRows() {
        PlatformProfile corvane = ShippedProfiles.corvane();
        assertThat(corvane.read("ping").orElseThrow().commandFor(Map.of("address", "10.77.0.1")))
                .isEqualTo("ping 10.77.0.1");
        assertThat(corvane.read("neighbours").orElseThrow().rows("  10.77.0.1       port 1       full\n"))
                .containsExactly(new ReadCommand.Row("10.77.0.1", "full"));
    }

    @Test
    void aProfileNeedsNoMoreThanItsDeviceHas() {
        PlatformProfile read = ProfileReader.read(GOOD);
        assertThat(read.access()).isInstanceOfSatisfying(CommandLine.class, cli -> {
            assertThat(cli.screen().pager()).isNull();
            assertThat(cli.datastores().readStartup()).isNull();
            assertThat(cli.screen().interrupt()).isEqualTo("\u0003");
        });
    }

    @Test
    void whatTheSchemaDoesNotAllowIsNamedWithItsLine() {
        assertThat(problems("  prompt: '> $'\n", ""))
                .containsExactly(new Problem(3, "commandLine: required property 'prompt' not found."));
        assertThat(problems("  save: keep", "  safe: keep"))
                .extracting(Problem::toString)
                .contains("line 9: commandLine: \"safe\" is not known here.")
                .anySatisfy(p -> assertThat(p).contains("required property 'save' not found"));
        assertThat(problems("  indent: 2", "  indent: two"))
                .extracting(Problem::line)
                .containsExactly(13);
    }

    @Test
    void whatFollowsTheSchemaAndCanNotBeMeantIsNamedWithItsLine() {
        assertThat(problems("'> $'", "'(> $'")).extracting(Problem::line).containsExactly(4);
        assertThat(problems("<number 1-9>", "<number 1>"))
                .containsExactly(new Problem(17, "<number 1> can't be read: write <number 1-4094>."));
        assertThat(problems("<prefix>", "<prefixes>")).extracting(Problem::line).containsExactly(18);
        assertThat(problems("(?<value>", "(?<state>"))
                .containsExactly(new Problem(20, "The pattern \"row\" needs the named group (?<value>…)."));
        assertThat(problems("\"{address}\"", "\"{adress}\""))
                .containsExactly(
                        new Problem(26, "\"{adress}\" speaks of {adress}, which no line pattern here or above names."));
        assertThat(problems("interface.address", "interface.colour").get(0).sentence())
                .startsWith("\"interface.colour\" is not a fact about the network.");
        assertThat(problems("mtu: 1400", "mtv: 1400").get(0).sentence()).contains("\"mtv\" is no default");
    }

    @Test
    void onlyACommandLineIsInterrupted() {
        String row = "row: ";
        assertThat(GOOD).contains(row);
        PlatformProfile read = ProfileReader.read(
                GOOD.replaceFirst(row, "interrupted: { afterSeconds: 5, when: done }, optional: true, row: "));
        assertThat(read.reads().get(0).optional()).isTrue();
        assertThat(read.reads().get(0).interruption()).satisfies(i -> {
            assertThat(i.after()).isEqualTo(Duration.ofSeconds(5));
            assertThat(i.when().pattern()).isEqualTo("done");
        });
        assertThat(problems(row, "interrupted: { when: done }, row: ")).isNotEmpty();
        String structured = structured()
                .replaceFirst("(?s)(\nreads:.*?)\n( +)row: ", "$1\n$2interrupted: { afterSeconds: 5 }\n$2row: ");
        assertThatThrownBy(() -> ProfileReader.read(structured))
                .isInstanceOf(ProfileException.class)
                .hasMessageContaining("Only a command line can be interrupted by a key.");
    }

    private static String structured() {
        try (var stream = ShippedProfiles.class.getResourceAsStream("/platforms/haldrin-netconf.yaml")) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void whatIsNoYamlIsRefused() {
        assertThat(problems("maker: Quay", "maker: [Quay"))
                .extracting(Problem::line)
                .isNotEmpty();
        assertThatThrownBy(() -> ProfileReader.read("")).hasMessage("line 1: The file is empty.");
        assertThatThrownBy(() -> ProfileReader.read("a: &a [*a]\n")).isInstanceOf(ProfileException.class);
    }

    @Test
    void howToTalkHasToBeSaid() {
        String silent = GOOD.replaceAll("(?s)commandLine:.*?language:", "language:");
        assertThatThrownBy(() -> ProfileReader.read(silent))
                .hasMessage(
                        "line 1: How the platform is talked with is missing: one of commandLine, netconf, restconf.");
    }

    @Test
    void aPatternThatNeverEndsIsRefusedInsteadOfWaitedFor() {
        Pattern endless = Pattern.compile("(.*a){12}b");
        assertThatThrownBy(() ->
                        endless.matcher(BoundedText.of("a".repeat(30) + "!")).find())
                .isInstanceOf(EndlessPatternException.class);
        assertThat(Pattern.compile("(?m)^b$")
                        .matcher(BoundedText.of("a\n".repeat(400_000) + "b"))
                        .find())
                .isTrue();
    }
}
