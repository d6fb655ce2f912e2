package io.safestep.practice.gate;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.practice.corvane.CorvaneConfig;
import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** By its port a server knows for which device a connection is. */
class InnerPortsTest {

    @TempDir
    private Path folder;

    private final InnerPorts ports = new InnerPorts();

    private PracticeDevice device(String name) {
        return new PracticeDevice(
                name,
                "10.77.2.34",
                "corvane-cli",
                CorvaneConfig::load,
                "hostname " + name + "\n",
                folder.resolve(name),
                Clock.systemUTC());
    }

    private int bind(PracticeDevice device) throws IOException {
        try (Socket socket = new Socket()) {
            int port = ports.bind(socket, device);
            assertThat(socket.getLocalPort()).isEqualTo(port);
            return port;
        }
    }

    @Test
    void aPortStaysTheDevicesUntilItIsReleased() throws IOException {
        PracticeDevice first = device("brn-ac-1");
        PracticeDevice second = device("brn-ac-2");
        int port = bind(first);
        int next = bind(second);
        assertThat(next).as("the socket is closed, the port not released").isNotEqualTo(port);
        assertThat(ports.deviceAt(port)).isSameAs(first);
        assertThat(ports.deviceAt(next)).isSameAs(second);
        ports.release(port);
        assertThat(ports.deviceAt(port)).isNull();
        assertThat(ports.deviceAt(next))
                .as("another one's end takes nothing away")
                .isSameAs(second);
    }

    @Test
    void aPortThatSomebodyElseHoldsIsPassedOverAndNotKept() throws IOException {
        PracticeDevice device = device("brn-ac-1");
        int before = bind(device);
        Set<Integer> held = new HashSet<>();
        try (ServerSocket other = new ServerSocket()) {
            other.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), before + 1));
            held.add(bind(device));
            assertThat(held).doesNotContain(before + 1);
            assertThat(ports.deviceAt(before + 1)).isNull();
        }
    }
}
