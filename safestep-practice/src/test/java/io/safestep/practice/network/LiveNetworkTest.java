package io.safestep.practice.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.network.file.NetworkFile;
import io.safestep.practice.corvane.CommandInterpreter;
import io.safestep.practice.corvane.CorvaneConfig;
import io.safestep.practice.device.DeviceConfiguration;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.structured.StructuredLanguage;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The states of the devices follow from what they hold. */
class LiveNetworkTest {

    /** A clock that stands still until it is moved. */
    private static final class HandClock extends Clock {
        private Instant now = Instant.parse("2026-11-25T01:30:00Z");

        void forward(Duration by) {
            now = now.plus(by);
        }

        @Override
        public Instant instant() {
            return now;
        }

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }
    }

    @TempDir
    Path folder;

    private final HandClock clock = new HandClock();
    private final Map<String, Function<String, DeviceConfiguration>> languages = Map.of(
            "corvane-cli", CorvaneConfig::load,
            "haldrin-netconf", StructuredLanguage.HALDRIN::read,
            "ostrel-restconf", StructuredLanguage.OSTREL::read);
    private final Map<String, PracticeDevice> devices = new LinkedHashMap<>();
    private LiveNetwork network;

    @BeforeEach
    void start() throws Exception {
        NetworkPlan plan = MerrowSound.plan();
        for (NetworkFile.Device listed : plan.file().devices()) {
            devices.put(
                    listed.name(),
                    new PracticeDevice(
                            listed.name(),
                            listed.address(),
                            listed.platform(),
                            languages.get(listed.platform()),
                            plan.configurations().get(listed.name()),
                            folder.resolve(listed.name()),
                            clock));
        }
        network = new LiveNetwork(plan, devices.values(), clock);
    }

    private String type(String device, String... commands) {
        CommandInterpreter session = new CommandInterpreter(devices.get(device), network);
        String last = "";
        for (String command : commands) {
            last = session.take(command);
            network.changed();
        }
        return last;
    }

    @Test
    void aHealthyNetworkHasItsNeighboursRoutesAndRoles() {
        assertThat(type("brn-gw-a", "show neighbours"))
                .contains("10.77.1.1        port 1       full")
                .contains("10.77.40.3       vlan 40      full");
        assertThat(type("brn-gw-a", "show routes")).contains("10.77.8.0/24       via 10.77.1.1");
        assertThat(type("brn-gw-a", "show gateways")).containsPattern("vlan 40 group 40 +active");
        assertThat(type("brn-gw-b", "show gateways")).containsPattern("vlan 40 group 40 +standby");
        assertThat(type("brn-gw-b", "ping 10.77.8.20")).contains("received 3 of 3");
        assertThat(type("brn-ac-1", "ping 10.77.8.20")).contains("received 3 of 3");
        assertThat(type("ops-co-a", "ping 10.77.60.50")).contains("received 3 of 3");
    }

    @Test
    void anInterfaceWithoutAnAddressHasNoNeighbourAndAPingOverItFails() {
        type("brn-gw-b", "configure", "interface vlan 40", "no address 10.77.40.3/23", "done");

        assertThat(type("brn-gw-a", "show neighbours")).doesNotContain("10.77.40.3");
        assertThat(type("brn-gw-a", "ping 10.77.40.3")).contains("received 0 of 3");
    }

    @Test
    void twoMasksOnOneVlanAreNoNeighbours() {
        type("brn-gw-b", "configure", "interface vlan 40", "address 10.77.40.3/24", "done");

        assertThat(type("brn-gw-a", "show neighbours"))
                .contains("10.77.40.3       vlan 40      down, mask differs: brn-gw-a vlan 40 has 10.77.40.2/23");
    }

    @Test
    void aNeighbourThatComesBackHasToSettle() {
        type("brn-gw-b", "configure", "interface port 1", "disabled", "done");
        assertThat(type("brn-gw-b", "show neighbours")).doesNotContain("10.77.1.5");

        type("brn-gw-b", "configure", "interface port 1", "no disabled", "done");
        assertThat(type("brn-gw-b", "show neighbours")).contains("10.77.1.5        port 1       loading");

        clock.forward(Duration.ofSeconds(3));
        assertThat(type("brn-gw-b", "show neighbours")).contains("10.77.1.5        port 1       full");
    }

    @Test
    void whenTheFirstGatewayLosesItsVlanTheSecondTakesOver() {
        type("brn-ac-1", "configure", "interface port 1", "vlan allowed 2,60", "done");

        assertThat(type("brn-gw-b", "show gateways")).containsPattern("vlan 40 group 40 +active");
        assertThat(type("brn-gw-b", "show gateways")).containsPattern("vlan 60 group 60 +standby");
    }

    @Test
    void aHostAnswersThroughTheGatewayThatIsLeft() {
        type("brn-gw-a", "configure", "interface port 2", "disabled", "done");
        clock.forward(Duration.ofSeconds(3));

        assertThat(type("ops-co-a", "ping 10.77.60.50")).contains("received 3 of 3");
    }

    @Test
    void aDeviceIsReachableWhileThereIsAWayToTheWatchRoomAndBack() {
        assertThat(devices.values().stream()
                        .filter(d -> d.address() != null && !network.isReachable(d))
                        .map(PracticeDevice::name))
                .isEmpty();

        type("brn-gw-b", "configure", "interface port 1", "disabled", "done");
        assertThat(network.isReachable(devices.get("brn-gw-b")))
                .as("by way of the other gateway")
                .isTrue();
        type("brn-gw-a", "configure", "interface port 1", "disabled", "done");
        assertThat(network.isReachable(devices.get("brn-gw-a"))).isFalse();
        assertThat(network.isReachable(devices.get("brn-ac-1"))).isFalse();
        assertThat(network.isReachable(devices.get("cdq-gw-a"))).isTrue();
    }

    @Test
    void theRingIsCutOnceWithoutHarm() {
        devices.get("ald-gw-b").reboot(Duration.ofSeconds(30));
        network.changed();
        assertThat(type("ops-co-a", "show neighbours")).contains("full");
        assertThat(network.isReachable(devices.get("ald-gw-b"))).isFalse();
        assertThat(network.isReachable(devices.get("cdq-gw-a"))).isTrue();
        clock.forward(Duration.ofSeconds(31));
        network.changed();
        assertThat(network.isReachable(devices.get("ald-gw-b")))
                .as("its neighbours still have to settle")
                .isFalse();
        clock.forward(Duration.ofSeconds(4));
        assertThat(network.isReachable(devices.get("ald-gw-b"))).isTrue();
    }

    @Test
    void aNeighbourStaysDownWhileTheFaultIsOn() {
        devices.get("brn-gw-b").switchOn(Fault.NEIGHBOUR_STAYS_DOWN, "");
        network.changed();
        assertThat(type("brn-gw-b", "show neighbours")).contains("10.77.1.5        port 1       full");
        type("brn-gw-b", "configure", "interface port 1", "disabled", "done");
        type("brn-gw-b", "configure", "interface port 1", "no disabled", "done");
        clock.forward(Duration.ofSeconds(60));
        assertThat(type("brn-gw-b", "show neighbours")).contains("10.77.1.5        port 1       loading");
        devices.get("brn-gw-b").switchOff(Fault.NEIGHBOUR_STAYS_DOWN);
        assertThat(type("brn-gw-b", "show neighbours")).contains("10.77.1.5        port 1       full");
    }

    @Test
    void providersGiveADefaultRouteThatOspfCarries() {
        assertThat(type("cdq-gw-a", "show routes")).contains("0.0.0.0/0");
        assertThat(network.routes("ops-fw-a"))
                .anySatisfy(r -> assertThat(r).extracting("prefix", "source").containsExactly("0.0.0.0/0", "ebgp"));
        assertThat(network.routes("dun-gw-a"))
                .as("a stub area")
                .noneSatisfy(r -> assertThat(r.source()).startsWith("ospf-external-1"));
    }
}
