package io.safestep.core.config.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

class IndentedReaderTest {

    private final ConfigEngine engine =
            new ConfigEngine(ShippedProfiles.corvane().language());

    @Test
    void numbersAreThoseOfTheTextWithItsCommentsAndEmptyLines() {
        ConfigTree tree = engine.read("# head\n\nhostname a\ninterface port 1\n  # why\n  mtu 1400\n");
        assertThat(tree.lines()).extracting(ConfigLine::number).containsExactly(3, 4);
        assertThat(tree.lines().get(1).children()).singleElement().satisfies(line -> {
            assertThat(line.text()).isEqualTo("mtu 1400");
            assertThat(line.number()).isEqualTo(6);
        });
    }

    @Test
    void anyDepthOfIndentationIsReadAsLongAsABlockKeepsIt() {
        ConfigTree two = engine.read("interface port 1\n  mtu 1400\n  disabled\n");
        ConfigTree five = engine.read("interface port 1\n     mtu 1400\n     disabled\n");
        assertThat(engine.same(two, five)).isTrue();
        assertThatThrownBy(() -> engine.read("interface port 1\n  mtu 1400\n   disabled\n"))
                .isInstanceOf(ConfigSyntaxException.class);
    }

    @Test
    void lineEndsOfOtherSystemsAreRead() {
        assertThat(engine.same(
                        engine.read("hostname a\r\nvlan 40\r\n  name b\r\n"),
                        engine.read("hostname a\nvlan 40\n  name b\n")))
                .isTrue();
    }

    @Test
    void theFirstLineMustStandAtTheLeft() {
        ConfigSyntaxException e =
                catchThrowableOfType(ConfigSyntaxException.class, () -> engine.read("  mtu 1400\nhostname a\n"));
        assertThat(e.line()).isEqualTo(1);
    }

    @Test
    void aDedentToNowhereIsRefusedWithItsLine() {
        ConfigSyntaxException e = catchThrowableOfType(
                ConfigSyntaxException.class, () -> engine.read("interface port 1\n    mtu 1400\n  disabled\n"));
        assertThat(e.line()).isEqualTo(3);
        assertThat(e).hasMessage("The indentation fits no block above this line.");
    }

    @Test
    void anEndlessNestingIsRefused() {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < 40; i++) {
            text.append(" ".repeat(i)).append("x").append(i).append('\n');
        }
        assertThatThrownBy(() -> engine.read(text.toString()))
                .isInstanceOf(ConfigSyntaxException.class)
                .hasMessageContaining("deep");
    }

    @Test
    void aTextOfTooManyLinesIsRefused() {
        assertThatThrownBy(() -> engine.read("\n".repeat(400_001)))
                .isInstanceOf(ConfigSyntaxException.class)
                .hasMessageContaining("400000 lines");
    }

    @Test
    void theSameSettingTwiceIsRefusedAndNamesTheFirst() {
        ConfigSyntaxException e = catchThrowableOfType(
                ConfigSyntaxException.class,
                () -> engine.read("interface port 1\n  mtu 1400\n  description a\n  mtu 1500\n"));
        assertThat(e.line()).isEqualTo(4);
        assertThat(e).hasMessageContaining("line 2");
    }

    @Test
    void inLinesOfAnEngineerTheLaterOneWins() {
        ConfigTree baseline = engine.read("interface port 1\n  mtu 1300\n");
        DeviceBuild build = engine.build(baseline, "interface port 1\n  mtu 1400\n  mtu 1500\n");
        assertThat(engine.text(build.script())).isEqualTo("interface port 1\n  mtu 1500\n");
    }

    @Test
    void fiftyThousandLinesAreReadAndCompared() {
        StringBuilder text = new StringBuilder("hostname a\n");
        for (int i = 0; i < 25_000; i++) {
            text.append("route 10.").append(i / 250).append('.').append(i % 250).append(".0/24 via 10.77.1.1\n");
        }
        for (int i = 1; i <= 2_000; i++) {
            text.append("vlan ").append(i).append("\n  name v").append(i).append('\n');
        }
        ConfigTree tree = engine.read(text.toString());
        ConfigTree other = engine.read(text.toString().replace("name v77\n", "name w77\n"));
        assertThat(engine.text(engine.derive(tree, other))).isEqualTo("vlan 77\n  name w77\n");
    }
}
