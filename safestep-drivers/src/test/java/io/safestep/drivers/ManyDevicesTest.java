package io.safestep.drivers;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.connect.ConcurrencyBounds;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.practice.PracticeNetwork;
import io.safestep.practice.device.Fault;
import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Five hundred devices asked at once, thirty of them dead. {@code -Dsafestep.many-devices=N} asks more or fewer. */
class ManyDevicesTest {

    private static final int DEVICES = Integer.getInteger("safestep.many-devices", 500);
    private static final int DEAD = 30;

    @TempDir
    Path folder;

    @Test
    void theDeadDoNotHoldUpTheOthers() throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        NetworkPlan plan = GeneratedNetwork.plan(DEVICES, 7);
        NetworkPlan unwatched = new NetworkPlan(plan.file(), plan.configurations(), null);
        Map<String, PlatformProfile> profiles =
                ShippedProfiles.all().stream().collect(Collectors.toMap(PlatformProfile::name, p -> p));
        ExecutorService threads = Executors.newFixedThreadPool(100);
        try (PracticeNetwork practice =
                        PracticeNetwork.start(unwatched, folder, new PracticeNetwork.Ports(port, 0, 0, 0));
                DeviceConnector connector = new PlatformConnector(
                        new TimeLimits(Duration.ofSeconds(45), Duration.ofSeconds(60), Duration.ofSeconds(60)),
                        new ConcurrencyBounds(32, 16, Duration.ofMinutes(5)))) {
            Map<String, Future<Reason>> asked = new TreeMap<>();
            List<String> dead = new ArrayList<>();
            plan.file().devices().forEach(d -> {
                if (dead.size() < DEAD && d.platform().equals("corvane-cli")) {
                    dead.add(d.name());
                    practice.device(d.name()).switchOn(Fault.UNREACHABLE, "");
                }
            });
            plan.file().devices().forEach(d -> {
                DeviceTarget target = new DeviceTarget(
                        d.name(),
                        d.site(),
                        d.address().replace("10.77.", "127.77."),
                        port,
                        profiles.get(d.platform()),
                        "safestep",
                        "harbour-light-1",
                        null);
                asked.put(d.name(), threads.submit(() -> ask(connector, target)));
            });
            List<String> silent = new ArrayList<>();
            for (Map.Entry<String, Future<Reason>> answer : asked.entrySet()) {
                Reason reason = answer.getValue().get(4, TimeUnit.MINUTES);
                if (reason != null) {
                    // Where the machine is busy, time may be up before it is seen that the connection was taken.
                    assertThat(reason).as(answer.getKey()).isIn(Reason.SILENT, Reason.TIMED_OUT);
                    silent.add(answer.getKey());
                }
            }
            assertThat(silent).containsExactlyInAnyOrderElementsOf(dead);
        } finally {
            threads.shutdownNow();
        }
    }

    /** Null when the device gave its configuration. */
    private static Reason ask(DeviceConnector connector, DeviceTarget target) {
        try (DeviceSession session = connector.connect(target)) {
            assertThat(session.readRunning()).contains(target.name());
            return null;
        } catch (DeviceException e) {
            return e.reason();
        }
    }
}
