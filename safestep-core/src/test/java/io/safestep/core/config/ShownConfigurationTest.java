package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ProfileReader;
import org.junit.jupiter.api.Test;

/** Devices show a configuration in their own way; what is only that, where the profile says so, is no difference. */
class ShownConfigurationTest {

    private static final PlatformProfile QUAY = ProfileReader.read("""
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
              volatile:
                - 'built .*'
                - 'release \\S+'
                - 'end of list'
              rewrites:
                - { from: '(?<start>address \\S+) (?<mask>255\\.\\S+)', to: '$start/$length(mask)' }
                - { from: 'route (?<prefix>\\S+) via (?<via>\\S+)', to: 'route $network(prefix) via $via' }
                - { from: 'closed', to: 'shut' }
              defaults:
                - 'link: mtu 1500'
              forms:
                - { form: "name <word>", key: 1 }
                - { form: "route <prefix> via <address>", key: 2 }
                - { form: "link <number 1-9>", opens: link }
                - { form: "address <prefix>", in: link, key: 1 }
                - { form: "mtu <number 576-9216>", in: link, key: 1 }
                - { form: "shut", in: link }
            """);

    private static final ConfigEngine ENGINE = new ConfigEngine(QUAY.language());

    private static final String PUSHED = """
            name quay
            link 1
              address 10.77.1.1/30
              mtu 1500
              shut
            route 10.77.8.0/24 via 10.77.1.2
            """;

    @Test
    void headerEndLineOrderBlanksMasksHostBitsAndDefaultsAreOnlyAWayOfWriting() {
        String shown = """
                built on a Tuesday
                release 7.1
                route 10.77.8.9/24 via 10.77.1.2
                link 1
                  closed
                  address   10.77.1.1 255.255.255.252
                name quay
                end of list
                """;
        assertThat(ENGINE.compare(ENGINE.read(PUSHED), ENGINE.read(shown))).isEmpty();
        assertThat(ENGINE.withoutVolatileLines(shown)).doesNotContain("built", "release", "end of list");
    }

    @Test
    void whatTheProfileDoesNotSayIsShownAsADifference() {
        assertThat(ENGINE.compare(ENGINE.read(PUSHED), ENGINE.read(PUSHED.replace("name quay", "name Quay"))))
                .hasSize(1);
        assertThat(ENGINE.compare(ENGINE.read(PUSHED), ENGINE.read(PUSHED.replace("  mtu 1500\n", "  mtu 1400\n"))))
                .isNotEmpty();
        assertThat(ENGINE.compare(ENGINE.read(PUSHED), ENGINE.read(PUSHED.replace("/30", " 255.0.255.0"))))
                .as("a mask with holes is not understood, and not made to fit")
                .isNotEmpty();
    }

    @Test
    void theWayBackFromADefaultIsProven() {
        ConfigTree baseline = ENGINE.read(PUSHED);
        DeviceBuild build = ENGINE.build(baseline, "link 1\n  mtu 1400\n  address 10.77.1.5 255.255.255.252\n");
        assertThat(build.proof().proven()).as("%s", build.proof()).isTrue();
        assertThat(ENGINE.same(ENGINE.apply(build.outcome(), build.undo()), baseline))
                .isTrue();
    }
}
