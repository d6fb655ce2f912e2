package io.safestep.core.config.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.Holding;
import io.safestep.core.config.UndoProof;
import io.safestep.core.config.compare.DifferenceRow;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.ShippedProfiles;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Which commands are derived, and what they do to a configuration. */
class ScriptTest {

    private static final String BEFORE = """
            hostname brn-gw-b
            time-server 10.77.8.20
            vlan 40
              name ticketing
            interface port 2
              vlan allowed 2,40
            interface vlan 40
              address 10.77.40.3/23
              relay-dhcp 10.77.8.20
            packet-filter readers
              allow tcp 10.77.60.0/24 to 10.77.8.0/24 port 443
              drop ip 10.77.60.0/24 to 10.77.0.0/16
            """;

    private final ConfigEngine engine =
            new ConfigEngine(ShippedProfiles.corvane().language());

    private String script(String after) {
        return engine.text(engine.derive(engine.read(BEFORE), engine.read(after)));
    }

    private String without(String line) {
        return BEFORE.replace(line + "\n", "");
    }

    @Test
    void equalConfigurationsNeedNoCommand() {
        assertThat(script(BEFORE)).isEmpty();
    }

    @Test
    void aMemberOfASetIsAddedAndRemovedByItself() {
        assertThat(script(BEFORE + "time-server 10.77.8.21\n")).isEqualTo("time-server 10.77.8.21\n");
        assertThat(script(without("time-server 10.77.8.20"))).isEqualTo("no time-server 10.77.8.20\n");
    }

    @Test
    void aNewBlockIsWrittenWhole() {
        assertThat(script(BEFORE + "vlan 70\n  name cameras\n")).isEqualTo("vlan 70\n  name cameras\n");
    }

    @Test
    void anEmptyNewBlockIsOneCommand() {
        assertThat(script(BEFORE + "vlan 70\n")).isEqualTo("vlan 70\n");
    }

    @Test
    void aBlockGoesWithOneCommandAndLast() {
        String after = BEFORE.replace("vlan 40\n  name ticketing\n", "").replace("10.77.40.3/23", "10.77.40.3/24");
        assertThat(script(after)).isEqualTo("interface vlan 40\n  address 10.77.40.3/24\nno vlan 40\n");
    }

    @Test
    void insideABlockRemovalsComeFirst() {
        String after = without("  relay-dhcp 10.77.8.20").replace("/23\n", "/23\n  relay-dhcp 10.77.8.22\n");
        assertThat(script(after)).isEqualTo("interface vlan 40\n  no relay-dhcp 10.77.8.20\n  relay-dhcp 10.77.8.22\n");
    }

    @Test
    void movingALineOfAnUnorderedBlockIsNoChangeAndOfAnOrderedOneIs() {
        String swapped = BEFORE.replace(
                "  address 10.77.40.3/23\n  relay-dhcp 10.77.8.20\n",
                "  relay-dhcp 10.77.8.20\n  address 10.77.40.3/23\n");
        assertThat(script(swapped)).isEmpty();
        String filter = BEFORE.replace(
                "  allow tcp 10.77.60.0/24 to 10.77.8.0/24 port 443\n  drop ip 10.77.60.0/24 to 10.77.0.0/16\n",
                "  drop ip 10.77.60.0/24 to 10.77.0.0/16\n  allow tcp 10.77.60.0/24 to 10.77.8.0/24 port 443\n");
        assertThat(script(filter)).isEqualTo("""
                packet-filter readers
                  no allow tcp 10.77.60.0/24 to 10.77.8.0/24 port 443
                  allow tcp 10.77.60.0/24 to 10.77.8.0/24 port 443
                """);
    }

    @Test
    void applyingStopsAtTheFirstCommandThatIsRefused() {
        ConfigTree tree = engine.read(BEFORE);
        ScriptRefusedException e = catchThrowableOfType(
                ScriptRefusedException.class,
                () -> engine.apply(tree, engine.readScript("vlan 70\nno vlan 71\nvlan 72\n")));
        assertThat(e.index()).isEqualTo(1);
        assertThat(e).hasMessage("There is no \"vlan 71\" here to remove.");
    }

    @Test
    void aCommandDeeperThanItsBlockIsRefused() {
        Script script = new Script(List.of(new ScriptLine(2, "mtu 1400")));
        ScriptRefusedException e =
                catchThrowableOfType(ScriptRefusedException.class, () -> engine.apply(engine.read(BEFORE), script));
        assertThat(e.index()).isZero();
    }

    @Test
    void textAndScriptAreTheSameThing() {
        Script script = engine.derive(engine.read(BEFORE), engine.read(without("  relay-dhcp 10.77.8.20")));
        assertThat(engine.readScript(engine.text(script))).isEqualTo(script);
    }

    @Test
    void touchedGroundIsTheWholeTopLevelBlock() {
        Script script = engine.readScript("interface vlan 40\n  mtu 1400\nvlan 70\nno time-server 10.77.8.20\n");
        Map<String, String> ground = engine.touchedGround(engine.read(BEFORE), script);
        assertThat(ground)
                .containsEntry(
                        "interface vlan 40", "interface vlan 40\n  address 10.77.40.3/23\n  relay-dhcp 10.77.8.20\n")
                .containsEntry("vlan 70", "")
                .containsEntry("time-server 10.77.8.20", "time-server 10.77.8.20\n")
                .hasSize(3);
    }

    @Test
    void theWayBackKeepsWhatOthersDidElsewhere() {
        ConfigTree before = engine.read(BEFORE);
        Script script = engine.readScript("interface vlan 40\n  mtu 1400\n");
        ConfigTree now = engine.read(BEFORE.replace("/23\n", "/23\n  mtu 1400\n") + "time-server 10.77.8.99\n");
        ConfigTree target = engine.wayBackTarget(now, before, script);
        assertThat(engine.text(engine.derive(now, target))).isEqualTo("interface vlan 40\n  no mtu 1400\n");
    }

    @Test
    void whatIsForeignIsCountedApart() {
        ConfigTree before = engine.read(BEFORE);
        ConfigTree outcome = engine.read(BEFORE + "vlan 70\n  name cameras\n");
        ConfigTree now = engine.read(BEFORE + "vlan 70\ntime-server 10.77.8.99\n");
        Holding holding = engine.holding(now, before, outcome);
        assertThat(holding.state()).isEqualTo(Holding.State.IN_BETWEEN);
        assertThat(holding.words())
                .isEqualTo(
                        "holds 1 of 2 differences of the outcome, and 1 line differs that the change does not touch");
    }

    @Test
    void theProofNamesWhatIsLeft() {
        ConfigTree before = engine.read(BEFORE);
        ConfigTree outcome = engine.read(without("time-server 10.77.8.20"));
        Script script = engine.derive(before, outcome);
        UndoProof missing = engine.prove(before, outcome, script, new Script(List.of()));
        assertThat(missing.proven()).isFalse();
        assertThat(missing.obstacles())
                .singleElement()
                .asString()
                .endsWith("starting configuration: time-server 10.77.8.20.");
        UndoProof wrong = engine.prove(before, outcome, new Script(List.of()), engine.derive(outcome, before));
        assertThat(wrong.obstacles()).anyMatch(o -> o.contains("does not lead to the outcome"));
        UndoProof refused = engine.prove(before, outcome, script, engine.readScript("no vlan 99\n"));
        assertThat(refused.obstacles()).singleElement().asString().contains("would be refused");
    }

    @Test
    void rowsStandUnderTheirParentsInTheOrderOfTheOutcome() {
        ConfigTree before = engine.read(BEFORE);
        ConfigTree after = engine.read(without("  relay-dhcp 10.77.8.20").replace("/23", "/24"));
        List<DifferenceRow> changed = engine.rows(before, after).stream()
                .filter(r -> r.kind() != DifferenceRow.Kind.SAME)
                .toList();
        assertThat(changed)
                .containsExactly(
                        new DifferenceRow(
                                DifferenceRow.Kind.CHANGED,
                                List.of("interface vlan 40"),
                                8,
                                "address 10.77.40.3/23",
                                8,
                                "address 10.77.40.3/24"),
                        new DifferenceRow(
                                DifferenceRow.Kind.REMOVED,
                                List.of("interface vlan 40"),
                                9,
                                "relay-dhcp 10.77.8.20",
                                0,
                                null));
    }

    @Test
    void volatileLinesAreLeftOutOfWhatIsStored() {
        assertThat(engine.withoutVolatileLines("# Corvane\nshown-at 2026-11-25T01:30:00Z\nhostname a\n"))
                .isEqualTo("# Corvane\nhostname a\n");
    }
}
