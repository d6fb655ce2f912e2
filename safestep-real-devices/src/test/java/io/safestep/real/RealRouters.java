package io.safestep.real;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.drivers.DeviceTarget;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.awaitility.Awaitility;

/**
 * Routers of Debian's package {@code frr} in network namespaces, in a row: the interface {@code to2} of the first is cabled
 * to {@code to1} of the second, and so on. Each has an SSH server of its own at 127.88.0.N that gives its command line.
 */
final class RealRouters implements AutoCloseable {

    private static final List<String> DAEMONS = List.of("zebra", "staticd", "ospfd", "bgpd");

    private final Path folder;
    private final int count;
    private final String prefix;
    private final List<Process> daemons = new ArrayList<>();
    private final List<SshDoor> doors = new ArrayList<>();

    private RealRouters(Path folder, String prefix, int count) {
        this.folder = folder;
        this.prefix = prefix;
        this.count = count;
    }

    static RealRouters inARow(Path folder, int count) {
        RealRouters routers = new RealRouters(folder, "sslab", count);
        boolean started = false;
        try {
            routers.removeLeftovers();
            LabAccount.make();
            routers.cable();
            for (int i = 1; i <= count; i++) {
                routers.start(i);
            }
            started = true;
            return routers;
        } finally {
            if (!started) {
                routers.close();
            }
        }
    }

    String namespace(int router) {
        return prefix + router;
    }

    static String address(int router) {
        return "127.88.0." + router;
    }

    DeviceTarget target(int router, PlatformProfile profile) {
        return new DeviceTarget(
                "router-" + router, "lab", address(router), 22, profile, LabAccount.LOGIN, LabAccount.PASSWORD, null);
    }

    private void cable() {
        for (int i = 1; i <= count; i++) {
            LabCommands.run("ip", "netns", "add", namespace(i));
            inside(i, "ip", "link", "set", "lo", "up");
            inside(i, "sysctl", "-qw", "net.ipv4.ip_forward=1");
        }
        for (int i = 1; i < count; i++) {
            String here = prefix + i + "e";
            String there = prefix + (i + 1) + "w";
            LabCommands.run("ip", "link", "add", here, "type", "veth", "peer", "name", there);
            LabCommands.run("ip", "link", "set", here, "netns", namespace(i), "name", "to" + (i + 1));
            LabCommands.run("ip", "link", "set", there, "netns", namespace(i + 1), "name", "to" + i);
            inside(i, "ip", "link", "set", "to" + (i + 1), "up");
            inside(i + 1, "ip", "link", "set", "to" + i, "up");
        }
    }

    /** Runs a program in the namespace of a router. */
    String inside(int router, String... command) {
        List<String> all = new ArrayList<>(List.of("ip", "netns", "exec", namespace(router)));
        all.addAll(List.of(command));
        return LabCommands.run(all.toArray(String[]::new));
    }

    /** Says something to a router past Safe Step. */
    String vtysh(int router, String... commands) {
        List<String> all = new ArrayList<>(List.of("vtysh", "-N", namespace(router)));
        for (String command : commands) {
            all.add("-c");
            all.add(command);
        }
        return LabCommands.run(all.toArray(String[]::new));
    }

    /** What the router loads at its next start. */
    String savedConfiguration(int router) {
        try {
            return Files.readString(etc(router).resolve("frr.conf"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Path etc(int router) {
        return Path.of("/etc/frr", namespace(router));
    }

    private void start(int router) {
        String namespace = namespace(router);
        try {
            Files.createDirectories(etc(router));
            Files.writeString(etc(router).resolve("frr.conf"), "");
            Files.writeString(etc(router).resolve("vtysh.conf"), "service integrated-vtysh-config\n");
            Files.createDirectories(Path.of("/var/run/frr", namespace));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        LabCommands.run("chown", "-R", "frr:frr", etc(router).toString(), "/var/run/frr/" + namespace);
        LabCommands.run("chmod", "-R", "g+rwX", etc(router).toString());
        for (String daemon : DAEMONS) {
            daemons.add(LabCommands.start(
                    folder.resolve(namespace + "-" + daemon + ".log"),
                    List.of(
                            "ip",
                            "netns",
                            "exec",
                            namespace,
                            "/usr/lib/frr/" + daemon,
                            "-N",
                            namespace,
                            "-A",
                            "127.0.0.1")));
            Path socket = Path.of("/var/run/frr", namespace, daemon + ".vty");
            Awaitility.await(daemon + " of " + namespace)
                    .atMost(Duration.ofSeconds(20))
                    .until(() -> Files.exists(socket));
        }
        doors.add(SshDoor.open(folder, namespace, address(router), 22, "ForceCommand /usr/bin/vtysh -N " + namespace));
    }

    private void removeLeftovers() {
        for (int i = 1; i <= count; i++) {
            LabCommands.tryTo("ip", "netns", "del", namespace(i));
            delete(etc(i));
            delete(Path.of("/var/run/frr", namespace(i)));
        }
    }

    private static void delete(Path folder) {
        if (!Files.exists(folder)) {
            return;
        }
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path path : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        doors.forEach(SshDoor::close);
        daemons.forEach(LabCommands::end);
        removeLeftovers();
        LabAccount.remove();
    }
}
