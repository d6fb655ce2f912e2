package io.safestep.core.paste;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.ShippedProfiles;
import org.junit.jupiter.api.Test;

class PastedInstructionsTest {

    private final PastedInstructions corvane = new PastedInstructions(ShippedProfiles.corvane());

    @Test
    void aTerminalSessionLosesItsPromptsAnswersAndMoves() {
        Cleaned cleaned = corvane.clean("""
                [brn-gw-a] show running
                # Corvane Tidewater 4.2
                hostname brn-gw-a
                [brn-gw-a] configure
                [brn-gw-a @ configure] interface vlan 40
                [brn-gw-a @ interface vlan 40] relay-dhcp 10.77.8.21
                [brn-gw-a @ interface vlan 40] adress 10.77.40.2/24
                refused: "adress 10.77.40.2/24" is not understood in interface vlan 40
                [brn-gw-a @ interface vlan 40] address 10.77.40.2/24
                [brn-gw-a @ interface vlan 40] leave
                [brn-gw-a @ configure] time-server 10.77.8.21
                [brn-gw-a @ configure] done
                [brn-gw-a] save
                """);
        assertThat(cleaned.lines()).isEqualTo("""
                interface vlan 40
                  relay-dhcp 10.77.8.21
                  adress 10.77.40.2/24
                  address 10.77.40.2/24
                time-server 10.77.8.21
                """);
        assertThat(cleaned.removed())
                .contains(
                        new Cleaned.Removed(5, "[brn-gw-a @ configure]", "the prompt of a device"),
                        new Cleaned.Removed(3, "hostname brn-gw-a", "what a device said, not what was typed"),
                        new Cleaned.Removed(
                                10, "leave", "only moves about in the device; Safe Step does that by itself"),
                        new Cleaned.Removed(13, "save", "saving comes after the checks, by itself"));
    }

    @Test
    void whoLeavesABlockIsNoLongerInIt() {
        String session = """
                [brn-gw-a @ configure] interface vlan 40
                [brn-gw-a @ interface vlan 40] leave
                [brn-gw-a @ configure] tide-table on
                """;
        assertThat(corvane.clean(session).lines()).isEqualTo("interface vlan 40\ntide-table on\n");
    }

    @Test
    void numbersAndMarksOfAListGo() {
        Cleaned cleaned = corvane.clean("1. interface vlan 40\n2.   address 10.77.40.2/24\n3) no vlan 70\n- vlan 71\n");
        assertThat(cleaned.lines()).isEqualTo("interface vlan 40\n  address 10.77.40.2/24\nno vlan 70\nvlan 71\n");
        assertThat(cleaned.removed()).extracting(Cleaned.Removed::text).containsExactly("1.", "2.", "3)", "-");
    }

    @Test
    void fencesAndCommentsGoAndWhatIsIndentedStaysSo() {
        Cleaned cleaned =
                corvane.clean("```\n# the readers\n    interface vlan 40\n\t  mtu 1400\n\n      disabled\n```\n");
        assertThat(cleaned.lines()).isEqualTo("interface vlan 40\n  mtu 1400\n  disabled\n");
        assertThat(cleaned.removed()).hasSize(3);
    }

    @Test
    void linesWithoutIndentationFindTheirBlocks() {
        assertThat(corvane.clean(
                                "ospf 1\narea 0 network 10.77.40.0/24\nno area 0 network 10.77.40.0/23\nvlan 70\nname cameras\n")
                        .lines())
                .isEqualTo("""
                        ospf 1
                          area 0 network 10.77.40.0/24
                          no area 0 network 10.77.40.0/23
                        vlan 70
                          name cameras
                        """);
    }

    @Test
    void platformsWithoutACommandLineKeepTheirLines() {
        Cleaned cleaned = new PastedInstructions(ShippedProfiles.haldrin()).clean("* vlans\n*   vlan 70\n");
        assertThat(cleaned.lines()).isEqualTo("vlans\n  vlan 70\n");
    }
}
