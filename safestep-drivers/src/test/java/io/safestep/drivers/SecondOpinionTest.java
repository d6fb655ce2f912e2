package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.ConfigTree;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.Script;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.practice.PracticeNetwork;
import io.safestep.practice.network.MerrowSound;
import io.safestep.practice.network.NetworkPlan;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Generated changes, pushed to a practice device over SSH and undone again. The device has an interpreter of its own, so
 * that a mistake in deriving shows as a device that holds something else than was said.
 */
class SecondOpinionTest {

    private static final int CASES = Integer.getInteger("safestep.device-cases", 40);
    private static final PlatformProfile CORVANE = ShippedProfiles.corvane();
    private static final ConfigEngine ENGINE = new ConfigEngine(CORVANE.language());

    @TempDir
    Path folder;

    /** Lines that an engineer might write for the second gateway; some fit the configuration at hand, some do not. */
    private static String lines(Random random) {
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(5); i >= 0; i--) {
            int number = 1 + random.nextInt(4);
            text.append(
                    switch (random.nextInt(9)) {
                        case 0 -> "time-server 10.77.8.2" + number + "\n";
                        case 1 -> "no time-server 10.77.8.2" + number + "\n";
                        case 2 -> "vlan 7" + number + "\n  name deck-" + number + "\n";
                        case 3 -> "no vlan 7" + number + "\n";
                        case 4 ->
                            "interface vlan 40\n  address 10.77.40." + (2 + number) + "/2" + (2 + number % 2) + "\n";
                        case 5 -> "interface port " + number + "\n  mtu 1" + number + "00\n  no description\n";
                        case 6 -> "interface vlan 60\n  gateway-group 60 priority 1" + number + "0\n  no filter-in\n";
                        case 7 ->
                            "packet-filter readers\n  no drop ip 10.77.60.0/24 to 10.77.40.0/23\n  drop udp 10.77.6"
                                    + number + ".0/24 to 10.77.0.0/16\n";
                        default ->
                            "ospf 1\n  no area 0 network 10.77.40.0/23\n  area " + number
                                    + " network 10.77.40.0/23\n  authentication key k" + number + "\n";
                    });
        }
        return text.toString();
    }

    @Test
    void whatWasDerivedIsWhatTheDeviceHolds() throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        int pushed = 0;
        try (PracticeNetwork practice = PracticeNetwork.start(
                        new NetworkPlan(
                                MerrowSound.plan().file(), MerrowSound.plan().configurations(), null),
                        folder,
                        new PracticeNetwork.Ports(port, 0, 0));
                PlatformConnector connector = new PlatformConnector(
                        new TimeLimits(Duration.ofSeconds(20), Duration.ofSeconds(20), Duration.ofSeconds(20)));
                DeviceSession session = connector.connect(new DeviceTarget(
                        "brn-gw-b", "Brinehaven", "127.77.2.2", port, CORVANE, "safestep", "harbour-light-1", null))) {
            ConfigTree before = ENGINE.read(session.readRunning());
            for (long seed = 1; pushed < CASES; seed++) {
                String lines = lines(new Random(seed));
                if (!ENGINE.complaints(before, lines).isEmpty()) {
                    continue;
                }
                pushed++;
                DeviceBuild build = ENGINE.build(before, lines);
                assertThat(build.proof().proven())
                        .as("seed %d, proof for%n%s", seed, lines)
                        .isTrue();
                push(session, build.script());
                assertThat(ENGINE.compare(ENGINE.read(session.readRunning()), build.outcome()))
                        .as("seed %d, outcome of%n%s", seed, lines)
                        .isEmpty();
                push(session, build.undo());
                assertThat(ENGINE.compare(ENGINE.read(session.readRunning()), before))
                        .as("seed %d, way back from%n%s", seed, lines)
                        .isEmpty();
            }
        }
        assertThat(pushed).isEqualTo(CASES);
    }

    private static void push(DeviceSession session, Script script) throws DeviceException {
        List<String> refused = new ArrayList<>();
        session.push(script, new PushListener() {
            @Override
            public boolean before(int index) {
                return true;
            }

            @Override
            public void after(int index, String answer) {
                if (!answer.isEmpty()) {
                    refused.add(script.lines().get(index).text() + ": " + answer);
                }
            }
        });
        assertThat(refused).as("the device takes every command silently").isEmpty();
    }
}
