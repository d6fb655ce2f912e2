package io.safestep.real;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.drivers.DeviceTarget;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.awaitility.Awaitility;

/** The NETCONF server of Debian's package {@code netconfd}, with the standard models and an SSH server in front of it. */
final class RealNetconfServer implements AutoCloseable {

    private static final List<String> MODULES = List.of("ietf-interfaces", "ietf-ip", "ietf-system", "iana-if-type");

    private final Process server;
    private final SshDoor door;
    private final String address;

    private RealNetconfServer(Process server, SshDoor door, String address) {
        this.server = server;
        this.door = door;
        this.address = address;
    }

    /** What it offers. */
    enum Offer {
        CANDIDATE_AND_STARTUP("--target=candidate", "--with-startup=true"),
        CANDIDATE("--target=candidate", "--with-startup=false"),
        RUNNING("--target=running", "--with-startup=true");

        private final List<String> options;

        Offer(String... options) {
            this.options = List.of(options);
        }
    }

    /** @param number tells servers apart that run at the same time; 1 and up */
    static RealNetconfServer start(Path folder, int number, Offer offer) {
        String name = "netconf-" + number;
        String address = "127.88.1." + number;
        Path socket = folder.resolve(name + ".sock");
        Path startup = folder.resolve(name + "-startup.xml");
        Path log = folder.resolve(name + ".log");
        try {
            // The account behind the SSH server has to reach the socket.
            LabCommands.run("chmod", "a+rx", folder.toString());
            Files.writeString(startup, "<config xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\"></config>\n");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        List<String> command = new ArrayList<>(List.of(
                "/usr/sbin/netconfd",
                "--startup=" + startup,
                "--superuser=" + LabAccount.LOGIN,
                "--access-control=off",
                "--ncxserver-sockname=" + socket,
                "--port=830",
                "--log=" + log,
                "--log-level=info",
                "--yuma-home=" + folder));
        MODULES.forEach(module -> command.add("--module=" + module));
        command.addAll(offer.options);
        Process server = LabCommands.start(folder.resolve(name + ".out"), command);
        Awaitility.await("the NETCONF server").atMost(Duration.ofSeconds(30)).until(() -> Files.exists(socket));
        SshDoor door = SshDoor.open(
                folder,
                name,
                address,
                830,
                "Subsystem netconf /usr/sbin/netconf-subsystem --ncxserver-sockname=830@" + socket);
        return new RealNetconfServer(server, door, address);
    }

    String address() {
        return address;
    }

    DeviceTarget target(PlatformProfile profile) {
        return new DeviceTarget("quay-1", "lab", address, 830, profile, LabAccount.LOGIN, LabAccount.PASSWORD, null);
    }

    @Override
    public void close() {
        door.close();
        LabCommands.end(server);
    }
}
