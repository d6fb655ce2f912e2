package io.safestep.practice.corvane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.practice.device.Refusal;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The device's own way of holding its configuration. */
class CorvaneConfigTest {

    private final CorvaneConfig config = new CorvaneConfig();

    private void type(String section, String... lines) {
        String current = section;
        for (String line : lines) {
            current = config.set(current, line);
        }
    }

    @Test
    void linesAreShownInTheDevicesOwnOrder() {
        type("", "log-server 10.77.8.30", "hostname brn-ac-1", "time-server 10.77.8.21", "time-server 10.77.8.20");
        type("", "interface vlan 2");
        type("interface vlan 2", "filter-in readers", "address 10.77.2.34/28", "description management");
        type("", "interface port 10");
        type("", "interface port 2");
        type("", "vlan 40");
        assertThat(config.shown()).isEqualTo("""
                        hostname brn-ac-1
                        time-server 10.77.8.20
                        time-server 10.77.8.21
                        log-server 10.77.8.30
                        vlan 40
                        interface port 2
                        interface port 10
                        interface vlan 2
                          description management
                          address 10.77.2.34/28
                          filter-in readers
                        """);
    }

    @Test
    void aPacketFilterKeepsTheOrderOfTyping() {
        type("", "packet-filter readers");
        type(
                "packet-filter readers",
                "drop ip 10.77.60.0/24 to 10.77.40.0/23",
                "allow tcp 10.77.60.0/24 to 10.77.8.0/24 port 443");
        assertThat(config.lines("packet-filter readers")).first().asString().startsWith("drop");
        config.remove("packet-filter readers", "drop ip 10.77.60.0/24 to 10.77.40.0/23");
        type("packet-filter readers", "drop ip 10.77.60.0/24 to 10.77.40.0/23");
        assertThat(config.lines("packet-filter readers")).last().asString().startsWith("drop");
    }

    @Test
    void aSlotHoldsOneLine() {
        type("", "interface port 1");
        type(
                "interface port 1",
                "mtu 1400",
                "mtu 1500",
                "gateway-group 40 priority 100",
                "gateway-group 40 priority 120");
        assertThat(config.lines("interface port 1"))
                .containsExactlyInAnyOrder("mtu 1500", "gateway-group 40 priority 120");
        assertThat(config.value("interface port 1", "mtu")).contains("1500");
        assertThat(config.value("interface port 1", "gateway-group 40 priority"))
                .contains("120");
        assertThat(config.value("interface port 1", "address")).isEqualTo(Optional.empty());
    }

    @Test
    void removingTakesTheWholeLineOrTheSlot() {
        type("", "interface port 1");
        type("interface port 1", "mtu 1400", "disabled");
        assertThatThrownBy(() -> config.remove("interface port 1", "mtu 1500")).isInstanceOf(Refusal.class);
        config.remove("interface port 1", "mtu");
        config.remove("interface port 1", "disabled");
        assertThat(config.lines("interface port 1")).isEmpty();
        assertThatThrownBy(() -> config.remove("interface port 1", "disabled"))
                .hasMessage("refused: no \"disabled\" to remove");
    }

    @Test
    void removingASectionTakesWhatIsInIt() {
        type("", "vlan 70");
        type("vlan 70", "name cameras");
        config.remove("", "vlan 70");
        assertThat(config.has("vlan 70")).isFalse();
        assertThatThrownBy(() -> config.remove("", "vlan 70")).hasMessage("refused: no vlan 70 to remove");
        type("", "vlan 70");
        assertThat(config.lines("vlan 70")).isEmpty();
    }

    @Test
    void aUserIsRemovedByName() {
        type("", "user kiosk password gannet");
        assertThat(config.accepts("kiosk", "gannet")).isTrue();
        config.remove("", "user kiosk");
        assertThat(config.accepts("kiosk", "gannet")).isFalse();
    }

    @Test
    void whatIsStoredLoadsAsTheSame() {
        type("", "hostname brn-ac-1", "user safestep password keel", "vlan 40");
        type("vlan 40", "name ticketing");
        CorvaneConfig loaded = CorvaneConfig.load("# head\n\n" + config.stored());
        assertThat(loaded.stored()).isEqualTo(config.stored());
        assertThat(loaded.accepts("safestep", "keel")).isTrue();
        assertThat(loaded.hostname()).isEqualTo("brn-ac-1");
        assertThat(loaded.headers()).isEqualTo(List.of("vlan 40"));
    }

    @Test
    void aCopyLeadsItsOwnLife() {
        type("", "hostname one");
        CorvaneConfig copy = config.copy();
        copy.set("", "hostname two");
        assertThat(config.hostname()).isEqualTo("one");
        assertThat(new CorvaneConfig().hostname()).isEqualTo("unnamed");
    }
}
