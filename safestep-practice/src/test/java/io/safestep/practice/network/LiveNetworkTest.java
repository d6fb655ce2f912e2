package io.safestep.practice.network;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.practice.device.CommandInterpreter;
import io.safestep.practice.device.PracticeDevice;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The states of the four devices follow from what they hold. */
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
    private final Map<String, PracticeDevice> devices = new LinkedHashMap<>();
    private LiveNetwork network;

    @BeforeEach
    void start() throws Exception {
        for (Map.Entry<String, String> entry : MerrowSound.addresses().entrySet()) {
            try (InputStream in = getClass().getResourceAsStream("/network/" + entry.getKey() + ".conf")) {
                String factory = new String(in.readAllBytes(), StandardCharsets.UTF_8);
                devices.put(
                        entry.getKey(),
                        new PracticeDevice(entry.getKey(), entry.getValue(), factory, folder.resolve(entry.getKey())));
            }
        }
        network = new LiveNetwork(MerrowSound.cabling(), devices.values(), clock);
    }

    private String type(String device, String... commands) {
        CommandInterpreter session = new CommandInterpreter(devices.get(device), network, clock);
        String last = "";
        for (String command : commands) {
            last = session.take(command);
            network.configurationChanged();
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
                .contains("10.77.40.3       vlan 40      down, mask or network differs");
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
}
