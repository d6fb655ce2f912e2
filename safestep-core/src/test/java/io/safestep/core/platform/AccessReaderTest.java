package io.safestep.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.access.Access;
import io.safestep.core.platform.access.CommandLine;
import io.safestep.core.platform.access.NetconfAccess;
import io.safestep.core.platform.access.RestconfAccess;
import io.safestep.core.platform.text.Format;
import java.time.Duration;
import org.junit.jupiter.api.Test;

/** What a profile says about the way in, by family. */
class AccessReaderTest {

    private static final String LANGUAGE = """
            language:
              format: %s
              indent: 1
              comment: ";"
              negation: drop
              forms:
                - { form: "tide <number 1-9>", key: 1 }
            """;

    private static Access access(String format, String access) {
        return ProfileReader.read("name: quay\nmaker: Quay\n" + access + LANGUAGE.formatted(format))
                .access();
    }

    private static CommandLine commandLine(String more) {
        return (CommandLine) access("indented", """
                commandLine:
                  prompt: '> $'
                  configure: edit
                  leaveBlock: up
                  leaveConfigure: end
                  readRunning: list all
                  save: keep
                  saved: kept
                  errors: ['^no']
                """ + more);
    }

    @Test
    void aCommandLineHasWhatItsProfileSaysAndNothingElse() {
        CommandLine bare = commandLine("");
        assertThat(bare.port()).isEqualTo(22);
        assertThat(bare.answers()).isEqualTo(Format.INDENTED);
        assertThat(bare.typed()).containsSame(bare);
        assertThat(bare.commands()).containsExactly("edit", "up", "end", "list all", "keep");
        assertThat(bare.showsStartup()).isFalse();
        assertThat(bare.restoresStartup()).isFalse();
        assertThat(bare.hasTimer()).isFalse();
        assertThat(bare.notifies()).isFalse();
        assertThat(bare.leastTimer()).isEqualTo(Duration.ZERO);
        assertThat(bare.screen().interrupt()).as("the usual key, CTRL and C").isEqualTo("\u0003");
    }

    @Test
    void itTakesStartupIntoForceOnlyWhenItCanShowIt() {
        assertThat(commandLine("  restore: take startup\n  restored: taken\n").restoresStartup())
                .isFalse();
        CommandLine both =
                commandLine("  readStartup: list kept\n  restore: take startup\n  restored: taken\n  port: 2022\n");
        assertThat(both.showsStartup()).isTrue();
        assertThat(both.restoresStartup()).isTrue();
        assertThat(both.commands()).contains("list kept", "take startup");
        assertThat(both.port()).isEqualTo(2022);
    }

    @Test
    void itsTimerIsWrittenWithTheSecondsThatItRuns() {
        CommandLine timed = commandLine("""
                  timer:
                    start: 'undo in {seconds} seconds'
                    started: counting
                    confirm: stay
                    confirmed: staying
                    goBack: undo now
                    wentBack: undone
                """);
        assertThat(timed.hasTimer()).isTrue();
        assertThat(timed.timer().startFor(90)).isEqualTo("undo in 90 seconds");
    }

    @Test
    void netconfSaysInItsHelloWhatItCanDo() {
        NetconfAccess netconf = (NetconfAccess) access("xml", "netconf:\n  confirmWithinSeconds: 45\n");
        assertThat(netconf.port()).as("RFC 6242, section 6").isEqualTo(830);
        assertThat(netconf.answers()).isEqualTo(Format.XML);
        assertThat(netconf.leastTimer()).isEqualTo(Duration.ofSeconds(45));
        assertThat(netconf.validates()).as("unless it is said that it must not").isTrue();
        assertThat(netconf.restoresStartup()).isFalse();
        assertThat(netconf.hasTimer()).isTrue();
        assertThat(netconf.notifies()).isTrue();
        assertThat(netconf.showsStartup()).isTrue();
        assertThat(netconf.typed()).isEmpty();

        NetconfAccess other = (NetconfAccess) access(
                "xml",
                "netconf:\n  confirmWithinSeconds: 45\n  validate: false\n  restoresStartup: true\n  port: 1830\n");
        assertThat(other.validates()).isFalse();
        assertThat(other.restoresStartup()).isTrue();
        assertThat(other.port()).isEqualTo(1830);
    }

    @Test
    void aServerWithoutAStepForSavingWritesEveryChangeToStartup() {
        RestconfAccess plain = (RestconfAccess) access("json", "restconf:\n  root: /restconf\n");
        assertThat(plain.port()).isEqualTo(443);
        assertThat(plain.answers()).isEqualTo(Format.JSON);
        assertThat(plain.showsStartup()).as("running is what it starts with").isTrue();
        assertThat(plain.restoresStartup()).isFalse();
        assertThat(plain.hasTimer()).isFalse();
        assertThat(plain.typed()).isEmpty();

        RestconfAccess saving =
                (RestconfAccess) access("json", "restconf:\n  root: /restconf\n  save: /operations/keep\n");
        assertThat(saving.showsStartup()).as("it has one and does not show it").isFalse();

        RestconfAccess whole = (RestconfAccess)
                access(
                        "json",
                        "restconf:\n  root: /restconf\n  startup: /data/kept\n  save: /operations/keep\n  restore: /operations/take\n");
        assertThat(whole.showsStartup()).isTrue();
        assertThat(whole.restoresStartup()).isTrue();
    }
}
