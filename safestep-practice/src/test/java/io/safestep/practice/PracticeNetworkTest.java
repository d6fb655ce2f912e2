package io.safestep.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.practice.device.Fault;
import java.io.BufferedReader;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.EnumSet;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.channel.ChannelExec;
import org.apache.sshd.client.channel.ChannelShell;
import org.apache.sshd.client.channel.ClientChannelEvent;
import org.apache.sshd.client.keyverifier.AcceptAllServerKeyVerifier;
import org.apache.sshd.client.session.ClientSession;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The practice network from outside: SSH with a plain client, and its API over HTTP. */
class PracticeNetworkTest {

    private static final Duration LIMIT = Duration.ofSeconds(20);

    @TempDir
    static Path folder;

    private static PracticeNetwork practice;
    private static SshClient ssh;
    private static int port;
    private final HttpClient http = HttpClient.newHttpClient();

    @BeforeAll
    static void start() throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        practice = PracticeNetwork.start(folder, port, 0);
        ssh = SshClient.setUpDefaultClient();
        ssh.setServerKeyVerifier(AcceptAllServerKeyVerifier.INSTANCE);
        ssh.start();
    }

    @AfterAll
    static void stop() {
        ssh.stop();
        practice.close();
    }

    private static ClientSession logIn(String host) throws IOException {
        ClientSession session =
                ssh.connect("safestep", host, port).verify(LIMIT).getSession();
        session.addPasswordIdentity("harbour-light-1");
        session.auth().verify(LIMIT);
        return session;
    }

    private record Single(String output, int status) {}

    private static Single run(String host, String command) throws IOException {
        try (ClientSession session = logIn(host);
                ChannelExec channel = session.createExecChannel(command);
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            channel.setOut(out);
            channel.open().verify(LIMIT);
            channel.waitFor(EnumSet.of(ClientChannelEvent.CLOSED), LIMIT);
            return new Single(out.toString(StandardCharsets.UTF_8), channel.getExitStatus());
        }
    }

    /** Types keys into a shell and gives back everything until the device ends the session. */
    private static String type(String host, String keys) throws IOException {
        try (ClientSession session = logIn(host);
                ChannelShell shell = session.createShellChannel();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            shell.setOut(out);
            shell.setPtyLines(10);
            shell.open().verify(LIMIT);
            OutputStream keyboard = shell.getInvertedIn();
            keyboard.write(keys.getBytes(StandardCharsets.UTF_8));
            keyboard.flush();
            shell.waitFor(EnumSet.of(ClientChannelEvent.CLOSED), LIMIT);
            return out.toString(StandardCharsets.UTF_8);
        }
    }

    @Test
    void aSingleCommandAnswersWholeAndTellsBySuccess() throws IOException {
        Single running = run("127.77.2.1", "show running");
        assertThat(running.status()).isZero();
        assertThat(running.output())
                .contains("hostname brn-gw-a")
                .contains("# end")
                .doesNotContain("space for more");
        Single nonsense = run("127.77.2.1", "show tides");
        assertThat(nonsense.status()).isEqualTo(1);
        assertThat(nonsense.output()).isEqualTo("refused: \"show tides\" is not understood, try help\n");
    }

    @Test
    void aShellStopsAtEachPageUntilAKeyIsPressed() throws IOException {
        String whole = type("127.77.2.1", "show running\r  qquit\r");
        assertThat(whole).contains("-- 9 of ").contains("-- 18 of ").doesNotContain("# end");
        String unpaged = type("127.77.2.1", "paging off\rshow running\rquit\r");
        assertThat(unpaged).contains("# end").doesNotContain("space for more");
    }

    @Test
    void mistypedKeysCanBeTakenBackAndALineBrokenOff() throws IOException {
        String said = type("127.77.2.1", "shiw\u007f\u007f\u007fhow version\rgarbage\u0003quit\r");
        assertThat(said).contains("Corvane Tidewater 4.2").contains("^C").doesNotContain("refused");
    }

    @Test
    void aWrongPasswordIsRefused() throws IOException {
        try (ClientSession session =
                ssh.connect("safestep", "127.77.2.1", port).verify(LIMIT).getSession()) {
            session.addPasswordIdentity("hidden");
            assertThatThrownBy(() -> session.auth().verify(LIMIT)).isInstanceOf(IOException.class);
        }
    }

    @Test
    void everyDeviceListensAtItsOwnAddressAndTellsItsOwnName() throws IOException {
        assertThat(run("127.77.0.1", "show version").output()).contains("name ops-co-a");
        assertThat(run("127.77.2.2", "show version").output()).contains("name brn-gw-b");
        assertThat(run("127.77.2.34", "show version").output()).contains("name brn-ac-1");
        assertThat(PracticeNetwork.listenAddress("10.77.2.34")).isEqualTo("127.77.2.34");
    }

    @Test
    void aTakenPortIsSaidAndNothingIsLeftListening() throws IOException {
        int api;
        try (ServerSocket taken = new ServerSocket(0)) {
            api = taken.getLocalPort();
            int devices = port + 1 > 65_000 ? port - 1 : port + 1;
            assertThatThrownBy(() -> PracticeNetwork.start(folder.resolve("second"), devices, api))
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("127.0.0.1 port " + api);
            try (ServerSocket again = new ServerSocket()) {
                again.bind(new InetSocketAddress("127.77.2.1", devices));
                assertThat(again.isBound()).isTrue();
            }
        }
    }

    private HttpResponse<String> call(String method, String path, String body) throws Exception {
        return http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + practice.apiPort() + path))
                        .method(method, HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void theApiListsDevicesAndWhatTheyHold() throws Exception {
        assertThat(call("GET", "/api/devices", "").body())
                .contains("\"name\":\"brn-gw-a\"")
                .contains("\"address\":\"10.77.2.1\"");
        assertThat(call("GET", "/api/devices/brn-gw-a/running", "").body()).contains("hostname brn-gw-a");
        assertThat(call("GET", "/api/devices/brn-gw-a/startup", "").statusCode())
                .isEqualTo(200);
        assertThat(call("GET", "/api/devices/brn-gw-a/tides", "").statusCode()).isEqualTo(404);
        assertThat(call("GET", "/api/devices/nobody/running", "").statusCode()).isEqualTo(404);
    }

    @Test
    void aFaultIsSwitchedOnAndOff() throws Exception {
        String path = "/api/devices/brn-ac-1/faults/IGNORES_LINE";
        assertThat(call("PUT", path, "{\"match\": \"contact\"}").statusCode()).isEqualTo(204);
        assertThat(call("GET", "/api/devices", "").body()).contains("\"IGNORES_LINE\":\"contact\"");
        String said = type("127.77.2.34", "configure\rcontact nobody\rdone\rquit\r");
        assertThat(said).doesNotContain("refused");
        assertThat(practice.device("brn-ac-1").running().shown()).doesNotContain("nobody");

        assertThat(call("DELETE", path, "").statusCode()).isEqualTo(204);
        type("127.77.2.34", "configure\rcontact somebody\rdone\rquit\r");
        assertThat(practice.device("brn-ac-1").running().shown()).contains("contact somebody");
    }

    @Test
    void badCallsAreToldWhatIsRight() throws Exception {
        assertThat(call("PUT", "/api/devices/brn-ac-1/faults/TIDE", "{}").body())
                .contains("IGNORES_LINE");
        assertThat(call("PUT", "/api/devices/brn-ac-1/faults/IGNORES_LINE", "{").statusCode())
                .isEqualTo(400);
        assertThat(call("POST", "/api/devices/brn-ac-1/faults/IGNORES_LINE", "{}")
                        .statusCode())
                .isEqualTo(405);
    }

    @Test
    void whatWasSavedOutlivesTheProcess() throws Exception {
        type("127.77.0.1", "configure\rcontact the night watch\rdone\rsave\rquit\r");
        type("127.77.0.1", "configure\rcontact nobody any more\rdone\rquit\r");
        int other;
        try (ServerSocket free = new ServerSocket(0)) {
            other = free.getLocalPort();
        }
        try (PracticeNetwork again = PracticeNetwork.start(folder, other, 0)) {
            assertThat(again.device("ops-co-a").running().shown())
                    .as("a reboot runs what startup holds")
                    .contains("contact the night watch");
        }
    }

    @Test
    void factoryConfigurationsAreUnderstoodWhole() throws IOException {
        for (String name : new String[] {"ops-co-a", "brn-gw-a", "brn-gw-b", "brn-ac-1", "dun-ac-2", "cdq-gw-b"}) {
            try (InputStream in = getClass().getResourceAsStream("/network/" + name + ".conf")) {
                String factory = new String(in.readAllBytes(), StandardCharsets.UTF_8);
                long lines = factory.lines().filter(l -> !l.isBlank()).count();
                assertThat(practice.device(name).startup().stored().lines().count())
                        .as("%s loses no line", name)
                        .isBetween(lines - 1, lines + 1);
            }
        }
    }

    @Test
    void anUnreachableDeviceTakesTheConnectionAndSaysNothing() throws Exception {
        practice.device("cdq-gw-a").switchOn(Fault.UNREACHABLE, "");
        try (Socket socket = new Socket("127.77.4.1", port)) {
            socket.setSoTimeout(300);
            assertThatThrownBy(() -> socket.getInputStream().read()).isInstanceOf(SocketTimeoutException.class);
            practice.device("cdq-gw-a").switchOff(Fault.UNREACHABLE);
            socket.setSoTimeout(10_000);
            assertThat(socket.getInputStream().read())
                    .as("the server's identification")
                    .isEqualTo('S');
        } finally {
            practice.device("cdq-gw-a").switchOff(Fault.UNREACHABLE);
        }
    }

    @Test
    void aRebootEndsSessionsAndForgetsWhatWasNotSaved() throws Exception {
        type("127.77.4.2", "configure\rcontact not saved\rdone\rquit\r");
        try (ClientSession session = logIn("127.77.4.2")) {
            assertThat(call("POST", "/api/devices/cdq-gw-b/reboot", "{\"seconds\": 1}")
                            .statusCode())
                    .isEqualTo(204);
            session.executeRemoteCommand("show version");
        } catch (IOException e) {
            assertThat(practice.device("cdq-gw-b").boots()).isPositive();
        }
        assertThat(practice.device("cdq-gw-b").running().shown()).doesNotContain("not saved");
    }

    @Test
    void somebodyEditsADeviceByHand() throws Exception {
        assertThat(call(
                                "POST",
                                "/api/devices/elv-gw-a/edit",
                                "{\"lines\": \"contact by hand\\ninterface port 1\\n  description by hand\"}")
                        .statusCode())
                .isEqualTo(204);
        assertThat(practice.device("elv-gw-a").running().shown())
                .contains("contact by hand")
                .contains("  description by hand");
        assertThat(call(
                                "POST",
                                "/api/devices/ald-gw-a/edit",
                                "{\"lines\": \"<config><system><contact>by hand</contact></system></config>\"}")
                        .statusCode())
                .isEqualTo(204);
        assertThat(practice.device("ald-gw-a").running().shown()).contains("<contact>by hand</contact>");
        assertThat(call("POST", "/api/devices/elv-gw-a/edit", "{\"lines\": \"tides high\"}")
                        .body())
                .startsWith("refused: ");
    }

    @Test
    void theMailSinkShowsWhatItWasSent() throws Exception {
        try (Socket socket = new Socket("127.0.0.1", practice.mailPort())) {
            OutputStream out = socket.getOutputStream();
            var in = new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
            in.readLine();
            for (String line : new String[] {
                "HELO test",
                "MAIL FROM:<safestep@example.org>",
                "RCPT TO:<watch@example.org>",
                "DATA",
                "From: safestep@example.org\r\nTo: watch@example.org\r\nSubject: the tide\r\n\r\nis high\r\n.",
                "QUIT"
            }) {
                out.write((line + "\r\n").getBytes(StandardCharsets.UTF_8));
                out.flush();
                assertThat(in.readLine()).matches("[23]\\d\\d.*");
            }
        }
        assertThat(call("GET", "/api/mail", "").body()).contains("\"subject\":\"the tide\"", "is high");
        assertThat(call("DELETE", "/api/mail", "").statusCode()).isEqualTo(204);
        assertThat(call("GET", "/api/mail", "").body()).isEqualTo("[]");
    }
}
