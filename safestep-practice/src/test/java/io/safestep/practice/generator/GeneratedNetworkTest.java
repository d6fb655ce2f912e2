package io.safestep.practice.generator;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.practice.PracticeNetwork;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.network.NetworkPlan;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class GeneratedNetworkTest {

    @TempDir
    Path folder;

    @Test
    void theSameNumberAndSeedGiveTheSameNetwork() {
        NetworkPlan one = GeneratedNetwork.plan(60, 4);
        assertThat(one.file().devices()).hasSize(60);
        assertThat(one).isEqualTo(GeneratedNetwork.plan(60, 4)).isNotEqualTo(GeneratedNetwork.plan(60, 5));
        assertThat(one.configurations()).hasSize(60);
    }

    @Test
    void aNumberOutsideIsRefused() {
        assertThatThrownBy(() -> GeneratedNetwork.plan(2_001, 1))
                .hasMessage("A generated network has 3 to 2000 devices, not 2001.");
    }

    @Test
    void everyDeviceOfAGeneratedNetworkIsUnderstoodAndReached() throws IOException {
        for (int devices : new int[] {3, 17, 60}) {
            int port;
            try (ServerSocket free = new ServerSocket(0)) {
                port = free.getLocalPort();
            }
            NetworkPlan plan = GeneratedNetwork.plan(devices, 7);
            try (PracticeNetwork practice = PracticeNetwork.start(
                    plan, folder.resolve("n" + devices), new PracticeNetwork.Ports(port, 0, 0, 0))) {
                List<String> unreachable = plan.file().devices().stream()
                        .map(d -> practice.device(d.name()))
                        .filter(d -> !practice.network().isReachable(d))
                        .map(PracticeDevice::name)
                        .toList();
                assertThat(unreachable).as("of %d devices", devices).isEmpty();
                assertThat(plan.file().devices())
                        .allSatisfy(d -> assertThat(practice.network().model().unmodelled(d.name()))
                                .isEmpty());
                assertThat(practice.network().model().problems()).isEmpty();
            }
        }
    }
}
