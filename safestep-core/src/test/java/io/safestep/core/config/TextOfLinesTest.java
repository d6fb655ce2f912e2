package io.safestep.core.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import io.safestep.core.config.compare.DifferenceRow;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.config.script.ScriptRefusedException;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is kept letter by letter: banners, comments, and values with line breaks. */
class TextOfLinesTest {

    private static final String BEFORE = """
            # Corvane Tidewater 4.2
            hostname brn-gw-a
            banner login until END
              Only for people of the ferries.

            vlan 40 is no command here
            END
            vlan 40
              # the gate readers
              name gates
            # end
            """;

    private final ConfigEngine corvane =
            new ConfigEngine(ShippedProfiles.corvane().language());

    @Test
    void commentsAndBannersAreWrittenAsTheyWereRead() {
        assertThat(corvane.write(corvane.read(BEFORE))).isEqualTo(BEFORE);
    }

    @Test
    void commentsMeanNothing() {
        ConfigTree other = corvane.read(BEFORE.replace("# the gate readers", "# somebody else's words"));
        assertThat(corvane.same(corvane.read(BEFORE), other)).isTrue();
        String outcome = corvane.write(
                corvane.build(corvane.read(BEFORE), "vlan 40\n  name doors\n").outcome());
        assertThat(outcome).contains("  # the gate readers\n").endsWith("# end\n");
    }

    @Test
    void aBannerIsOneCommandWithItsText() {
        String after = BEFORE.replace("Only for people", "  Only   for people");
        Script script = corvane.derive(corvane.read(BEFORE), corvane.read(after));
        assertThat(corvane.text(script)).isEqualTo("""
                banner login until END
                    Only   for people of the ferries.

                vlan 40 is no command here
                END
                """);
        assertThat(corvane.readScript(corvane.text(script))).isEqualTo(script);
        DeviceBuild build = corvane.build(corvane.read(BEFORE), "no banner login\n");
        assertThat(corvane.text(build.script())).isEqualTo("no banner login\n");
        assertThat(build.proof().proven()).isTrue();
        assertThat(corvane.same(corvane.apply(build.outcome(), build.undo()), corvane.read(BEFORE)))
                .isTrue();
    }

    @Test
    void theRowsOfABannerShowWhichLinesDiffer() {
        ConfigTree after = corvane.read(BEFORE.replace("Only for people", "For people"));
        List<DifferenceRow> different = corvane.rows(corvane.read(BEFORE), after).stream()
                .filter(r -> r.kind() != DifferenceRow.Kind.SAME)
                .toList();
        assertThat(different)
                .extracting(DifferenceRow::path, DifferenceRow::before, DifferenceRow::after)
                .containsExactly(
                        tuple(List.of("banner login until END"), "  Only for people of the ferries.", null),
                        tuple(List.of("banner login until END"), null, "  For people of the ferries."));
    }

    @Test
    void aBannerWithoutItsEndIsRefused() {
        ConfigSyntaxException e =
                catchThrowableOfType(ConfigSyntaxException.class, () -> corvane.read(BEFORE.replace("\nEND\n", "\n")));
        assertThat(e.line()).isEqualTo(3);
        assertThat(e).hasMessageContaining("\"END\" does not stand alone");
        assertThatThrownBy(() -> corvane.apply(
                        corvane.read("hostname a\n"), new Script(List.of(new ScriptLine(0, "banner login until END")))))
                .isInstanceOf(ScriptRefusedException.class);
    }

    @Test
    void whatADeviceShowsHasToBeWholeAndItsOwn() {
        assertThat(corvane.readShown(BEFORE).lines()).hasSize(3);
        ConfigSyntaxException cut = catchThrowableOfType(
                ConfigSyntaxException.class, () -> corvane.readShown(BEFORE.replace("# end\n", "")));
        assertThat(cut.line()).isEqualTo(10);
        assertThat(cut).hasMessageContaining("not complete");
        ConfigSyntaxException foreign = catchThrowableOfType(
                ConfigSyntaxException.class, () -> corvane.readWhole("hostname a\ntide on\nmoon full\n"));
        assertThat(foreign.line()).isEqualTo(2);
        assertThat(foreign).hasMessageContaining("2 of 3 lines are like that");
        assertThatThrownBy(() -> corvane.readWhole("\n# nothing\n")).hasMessageContaining("no line");
        assertThatThrownBy(() -> corvane.readWhole(" {\"a\": 1}")).hasMessageContaining("looks like JSON");
    }

    @Test
    void valuesKeepTheirLineBreaksAndBlanks() {
        ConfigEngine ostrel = new ConfigEngine(ShippedProfiles.ostrel().language());
        String text = "{\"ostrel-base:base\": {\"place\": \" deck\\\\3\\n  aft\\t \"}}";
        ConfigTree tree = ostrel.read(text);
        assertThat(tree.lines().get(0).children().get(0).text()).isEqualTo("place \\sdeck\\\\3\\n  aft\\t\\s");
        assertThat(ostrel.write(tree)).contains("\" deck\\\\3\\n  aft\\t \"");
        ConfigEngine haldrin = new ConfigEngine(ShippedProfiles.haldrin().language());
        ConfigTree xml = haldrin.read(
                "<config><system xmlns=\"urn:haldrin:system\"><contact>first\nsecond</contact></system></config>");
        assertThat(haldrin.write(xml)).contains("<contact>first\nsecond</contact>");
        assertThat(haldrin.xmlEdit(haldrin.derive(haldrin.read("<config/>"), xml)))
                .contains("<contact>first\nsecond</contact>");
    }
}
