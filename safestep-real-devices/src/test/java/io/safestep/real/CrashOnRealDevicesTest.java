package io.safestep.real;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.CrashSweep;
import io.safestep.app.testing.TestPractice;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The process that drives a run is ended with signal 9 while it changes a router and a NETCONF server. */
class CrashOnRealDevicesTest {

    /** How many points of each kind of run, spread over all. */
    private static final int POINTS = Integer.getInteger("safestep.sweep.points", 6);

    @TempDir
    static Path folder;

    private final TestPractice practice = new TestPractice();
    private RealRouters routers;
    private RealNetconfServer server;
    private CrashSweep sweep;

    @BeforeEach
    void begin() throws Exception {
        routers = RealRouters.inARow(folder, 1);
        routers.vtysh(
                1, "configure terminal", "hostname real-1", "interface lo", "ip address 10.99.9.1/32", "end", "write");
        server = RealNetconfServer.start(folder, 9, RealNetconfServer.Offer.CANDIDATE_AND_STARTUP);
        sweep = new CrashSweep(practice, Map.of());
        bringIn(ApiClient.loggedIn(sweep.port(), "abrill"));
    }

    private void bringIn(ApiClient administrator) {
        ok(administrator.post(
                "/api/credentials",
                Map.of("name", "lab", "login", LabAccount.LOGIN, "password", LabAccount.PASSWORD, "standard", false)));
        byte[] sheet = ("Name,Address,Port,Site,Role,Platform,Credential\n"
                        + "real-1," + RealRouters.address(1) + ",22,gan,relay,frr-cli,lab\n"
                        + "quay-1," + server.address() + ",830,gan,relay,ietf-netconf,lab\n")
                .getBytes(StandardCharsets.UTF_8);
        JsonNode plan = ok(administrator.upload("/api/devices/import/dry-run", sheet));
        ok(administrator.upload("/api/devices/import?plan=" + plan.path("plan").asString(), sheet));
        List<String> devices = List.of("real-1", "quay-1");
        ok(administrator.post("/api/rounds", Map.of("action", "BACK_UP", "argument", "", "devices", devices)));
        for (String device : devices) {
            String path = "/api/devices/" + device;
            administrator.await(
                    path, d -> !d.path("row").path("baselineBackupId").isNull());
            ok(administrator.put(path + "/stance", Map.of("stance", "MANAGED")));
        }
    }

    @AfterEach
    void end() throws Exception {
        if (sweep != null) {
            sweep.close();
        }
        practice.network().close();
        server.close();
        routers.close();
    }

    @Test
    void everyRunComesToARightEnd() throws Exception {
        Ground ground = new Ground();
        sweep.begin(ground);
        sweep("that goes well");
        ground.fails = true;
        sweep("that turns back");
    }

    private void sweep(String kind) throws Exception {
        int points = sweep.count();
        System.out.println("Undisturbed, a run " + kind + ": " + sweep.takeEnds());
        for (int i = 0; i < POINTS; i++) {
            sweep.killAt(1 + (2 * i + 1) * (points - 1) / (2 * POINTS));
        }
        System.out.println("Crash on real devices, " + POINTS + " of " + points + " points of a run " + kind + ": "
                + sweep.takeEnds());
        assertThat(sweep.wrong()).isEmpty();
    }

    private static final String ADDED = "10.99.8.0/24";

    private final class Ground implements CrashSweep.Ground {

        private boolean fails;

        /** When it has to fail, the check finds what the change itself adds. */
        @Override
        public Map<String, String> lines(String mark) {
            return Map.of(
                    "real-1",
                            (fails ? "ip route " + ADDED + " blackhole\n" : "") + "interface lo\n description " + mark
                                    + "\n",
                    "quay-1", "system\n  location " + mark + "\n");
        }

        @Override
        public List<Map<String, Object>> checks() {
            Map<String, Object> routes = new HashMap<>(
                    fails
                            ? ChangeStory.check("routes", null, "ABSENT", ADDED)
                            : ChangeStory.check("routes", null, "CONTAINS", "10.99.9.1/32"));
            routes.put("settleSeconds", 0);
            routes.put("devices", List.of("real-1"));
            return List.of(routes);
        }

        @Override
        public String running(String device) throws Exception {
            return device.equals("real-1")
                    ? routers.vtysh(1, "show running-config")
                    : asked(DeviceSession::readRunning);
        }

        @Override
        public String startup(String device) throws Exception {
            return device.equals("real-1") ? routers.savedConfiguration(1) : asked(DeviceSession::readStartup);
        }

        private String asked(Reading reading) throws Exception {
            try (PlatformConnector connector = new PlatformConnector(TimeLimits.usual());
                    DeviceSession session = connector.connect(server.target(ShippedProfiles.ietf()))) {
                return reading.of(session);
            }
        }
    }

    private interface Reading {
        String of(DeviceSession session) throws DeviceException;
    }
}
