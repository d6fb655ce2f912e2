package io.safestep.drivers.discovery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.reading.LinkReading.Heard;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.discovery.DeviceFinder.Account;
import io.safestep.drivers.discovery.DeviceFinder.Found;
import io.safestep.drivers.testing.PracticeAtFreePort;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What stands at an address, against practice devices of the three families and listeners that are none. */
class DeviceFinderTest {

    private static final Account RIGHT = new Account("safestep", "harbour-light-1");
    private static final Account WRONG = new Account("safestep", "wrong");

    @TempDir
    static Path folder;

    private static PracticeAtFreePort practice;
    private static DeviceFinder finder;

    @BeforeAll
    static void start() throws IOException {
        practice = PracticeAtFreePort.start(folder);
        finder = new DeviceFinder(ShippedProfiles.all());
    }

    @AfterAll
    static void stop() {
        finder.close();
        practice.close();
    }

    private static Found find(String host, int port, List<Account> accounts, String pinned) throws DeviceException {
        return finder.find(host, host, port, accounts, pinned);
    }

    @ParameterizedTest
    @CsvSource({
        "127.77.2.1, brn-gw-a, corvane-cli, Corvane, Tidewater 4.2",
        "127.77.3.1, ald-gw-a, haldrin-netconf, Haldrin, 7.1",
        "127.77.0.5, ops-fw-a, ostrel-restconf, Ostrel, 2.6"
    })
    void eachFamilyIsRecognisedWithItsIdentity(String host, String name, String platform, String maker, String software)
            throws DeviceException {
        Found found = find(host, practice.port(), List.of(WRONG, RIGHT), null);
        PracticeDevice device = practice.network().device(name);
        assertThat(found.profile().name()).isEqualTo(platform);
        assertThat(found.identity().maker()).isEqualTo(maker);
        assertThat(found.identity().name()).isEqualTo(name);
        assertThat(found.identity().software()).isEqualTo(software);
        assertThat(found.identity().serial()).isEqualTo(device.box().serial());
        assertThat(found.identity().model()).isEqualTo(device.box().model());
        assertThat(found.account()).as("the second account was let in").isEqualTo(1);
        assertThat(found.hostKey()).contains(" ");
    }

    @Test
    void softwareBehindWhichAPlatformWasRecognisedIsRemembered() throws DeviceException {
        KnownServers known = new KnownServers();
        try (DeviceFinder own = new DeviceFinder(ShippedProfiles.all(), known)) {
            for (String host : List.of("127.77.2.1", "127.77.3.1", "127.77.2.2", "127.77.0.5")) {
                own.find(host, host, practice.port(), List.of(RIGHT), null);
            }
        }
        assertThat(known.platformOf("SSH-2.0-Tidewater_4.2")).contains("corvane-cli");
        assertThat(known.platformOf("SSH-2.0-Haldrin_7.1")).contains("haldrin-netconf");
    }

    @Test
    void aWrongGuessCostsTimeAndNothingElse() throws DeviceException {
        KnownServers known = new KnownServers();
        known.recognised("SSH-2.0-Haldrin_7.1", "corvane-cli");
        try (DeviceFinder own = new DeviceFinder(ShippedProfiles.all(), known)) {
            Found found = own.find("127.77.3.1", "127.77.3.1", practice.port(), List.of(RIGHT), null);
            assertThat(found.profile().name()).isEqualTo("haldrin-netconf");
        }
        assertThat(known.platformOf("SSH-2.0-Haldrin_7.1"))
                .as("more than one platform was recognised behind it: nothing is guessed any more")
                .isEmpty();
    }

    @Test
    void itTellsWhatItHearsAtTheOtherEnds() throws DeviceException {
        assertThat(find("127.77.2.1", practice.port(), List.of(RIGHT), null).links())
                .contains(new Heard("port 1", "ops-co-a", "port 1", "10.77.0.1"));
        assertThat(find("127.77.0.5", practice.port(), List.of(RIGHT), null).links())
                .as("a router of somebody else says no address")
                .anySatisfy(heard -> {
                    assertThat(heard.name()).startsWith("prov-");
                    assertThat(heard.address()).isNull();
                })
                .anySatisfy(heard -> assertThat(heard.address()).isEqualTo("10.77.0.6"));
        assertThat(find("127.77.7.1", practice.port(), List.of(RIGHT), null).links())
                .extracting(Heard::name)
                .contains("ops-co-b", "cdq-gw-b", "gan-rl-b");
    }

    @Test
    void aCableWhoseEndIsSwitchedOffIsNotHeard() throws DeviceException {
        PracticeDevice device = practice.network().device("brn-gw-a");
        device.change(c -> {
            ((io.safestep.practice.corvane.CorvaneConfig) c).set("interface port 2", "disabled");
            return null;
        });
        try {
            assertThat(find("127.77.2.1", practice.port(), List.of(RIGHT), null).links())
                    .extracting(Heard::interfaceName)
                    .doesNotContain("port 2");
        } finally {
            device.change(c -> {
                ((io.safestep.practice.corvane.CorvaneConfig) c).remove("interface port 2", "disabled");
                return null;
            });
        }
    }

    @Test
    void anotherBoxInItsPlaceShowsAnotherSerialNumber() throws DeviceException {
        PracticeDevice device = practice.network().device("cdq-ac-1");
        String before = find("127.77.4.34", practice.port(), List.of(RIGHT), null)
                .identity()
                .serial();
        device.switchOn(Fault.REPLACED, "");
        try {
            assertThat(find("127.77.4.34", practice.port(), List.of(RIGHT), null)
                            .identity()
                            .serial())
                    .isNotEqualTo(before);
        } finally {
            device.switchOff(Fault.REPLACED);
        }
    }

    @ParameterizedTest
    @CsvSource({"127.77.2.1", "127.77.3.1", "127.77.0.5"})
    void noAccountIsTriedWhereTheKeyIsAnotherOne(String host) throws DeviceException {
        String other = find("127.77.6.1", practice.port(), List.of(RIGHT), null).hostKey();
        assertThatThrownBy(() -> find(host, practice.port(), List.of(RIGHT), other))
                .isInstanceOfSatisfying(DeviceException.class, e -> {
                    assertThat(e.reason()).isEqualTo(Reason.HOST_KEY_CHANGED);
                    assertThat(e.shownHostKey()).isNotNull().isNotEqualTo(other);
                });
    }

    @ParameterizedTest
    @CsvSource({"127.77.2.1", "127.77.3.1", "127.77.0.5"})
    void aLogInThatIsRefusedIsSaid(String host) {
        assertRefused(() -> find(host, practice.port(), List.of(WRONG), null), Reason.LOGIN_REFUSED);
        assertRefused(() -> find(host, practice.port(), List.of(), null), Reason.LOGIN_REFUSED);
    }

    @Test
    void whereNothingListensIsSaidAtOnce() {
        assertRefused(() -> find("127.77.250.250", practice.port(), List.of(RIGHT), null), Reason.CONNECTION_REFUSED);
    }

    /** As under load: the banner of SSH comes later than anybody waits for it. */
    @Test
    void aServerThatIsSlowToSpeakIsTakenForWhatItIs() throws DeviceException {
        PracticeDevice device = practice.network().device("brn-gw-a");
        device.switchOn(Fault.SLOW, "1600");
        try {
            assertThat(find("127.77.2.1", practice.port(), List.of(RIGHT), null)
                            .identity()
                            .name())
                    .isEqualTo("brn-gw-a");
        } finally {
            device.switchOff(Fault.SLOW);
        }
    }

    @Test
    void whatIsNoDeviceIsNotTakenForOne() throws IOException {
        try (ServerSocket server = new ServerSocket(0, 5, java.net.InetAddress.getByName("127.0.0.1"))) {
            Thread talker = new Thread(() -> greetAll(server));
            talker.setDaemon(true);
            talker.start();
            assertThatThrownBy(() -> find("127.0.0.1", server.getLocalPort(), List.of(RIGHT), null))
                    .isInstanceOfSatisfying(
                            DeviceException.class, e -> assertThat(e.reason()).isEqualTo(Reason.NOT_POSSIBLE))
                    .hasMessageContaining("fits no platform profile");
        }
    }

    /** Speaks first, but not SSH, and then ends. */
    private static void greetAll(ServerSocket server) {
        while (!server.isClosed()) {
            try (Socket socket = server.accept()) {
                socket.getOutputStream().write("220 mail here\r\n".getBytes(StandardCharsets.US_ASCII));
            } catch (IOException e) {
                return;
            }
        }
    }

    private static void assertRefused(org.assertj.core.api.ThrowableAssert.ThrowingCallable call, Reason reason) {
        assertThatThrownBy(call)
                .isInstanceOfSatisfying(
                        DeviceException.class, e -> assertThat(e.reason()).isEqualTo(reason));
    }
}
