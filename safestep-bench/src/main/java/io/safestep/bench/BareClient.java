package io.safestep.bench;

import io.safestep.practice.network.NetworkPlan;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.Base64;
import java.util.EnumSet;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;
import org.apache.hc.client5.http.classic.methods.HttpGet;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.client5.http.ssl.DefaultClientTlsStrategy;
import org.apache.hc.client5.http.ssl.NoopHostnameVerifier;
import org.apache.hc.core5.http.io.entity.EntityUtils;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.channel.ChannelExec;
import org.apache.sshd.client.channel.ChannelShell;
import org.apache.sshd.client.channel.ChannelSubsystem;
import org.apache.sshd.client.channel.ClientChannelEvent;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.core.CoreModuleProperties;

/**
 * The yardstick: the same libraries, with nothing around them. It logs in, reads the configuration and looks at nothing:
 * not at keys, not at prompts, not at errors.
 */
final class BareClient implements AutoCloseable {

    private static final Duration LIMIT = Duration.ofSeconds(60);
    private static final String HELLO = "<hello xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\"><capabilities>"
            + "<capability>urn:ietf:params:netconf:base:1.0</capability></capabilities></hello>]]>]]>";
    private static final String GET = "<rpc xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\" message-id=\"1\">"
            + "<get-config><source><running/></source></get-config></rpc>]]>]]>";

    private static final String GET_STARTUP = GET.replace("<running/>", "<startup/>");

    private static final String GET_MARKER =
            "<rpc xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\" message-id=\"1\"><get><filter type=\"subtree\">"
                    + "<change-marker xmlns=\"urn:haldrin:state\"/></filter></get></rpc>]]>]]>";

    private static final String GET_PLATFORM =
            "<rpc xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\" message-id=\"1\"><get><filter type=\"subtree\">"
                    + "<platform xmlns=\"urn:haldrin:state\"/></filter></get></rpc>]]>]]>";

    private static final String AUTHORIZATION =
            "Basic " + Base64.getEncoder().encodeToString("safestep:harbour-light-1".getBytes(StandardCharsets.UTF_8));

    private final SshClient ssh = SshClient.setUpDefaultClient();
    private final int port;

    BareClient(int port) {
        this.port = port;
        // As Safe Step does: without it, what is typed waits until what was typed before is acknowledged.
        CoreModuleProperties.TCP_NODELAY.set(ssh, true);
        ssh.setServerKeyVerifier((session, address, key) -> true);
        ssh.start();
    }

    int read(String platform, String host) throws IOException, GeneralSecurityException {
        return switch (platform) {
            case "corvane-cli" -> command(host, "show running");
            case "haldrin-netconf" -> netconf(host, GET);
            default -> https(host, "/restconf/data");
        };
    }

    /** Logs in and reads who the device is. */
    int identify(String platform, String host) throws IOException, GeneralSecurityException {
        return switch (platform) {
            case "corvane-cli" -> command(host, "show version");
            case "haldrin-netconf" -> netconf(host, GET_PLATFORM);
            default -> https(host, "/restconf/data/ostrel-state:platform");
        };
    }

    /** Everything that a backup of an unchanged device reads. */
    int backUp(String platform, String host) throws IOException, GeneralSecurityException {
        return switch (platform) {
            case "corvane-cli" ->
                commands(
                        host,
                        "show version",
                        "show marker",
                        "show running",
                        "show startup",
                        "show marker",
                        "show licence");
            case "haldrin-netconf" -> netconf(host, GET_PLATFORM, GET_MARKER, GET, GET_STARTUP, GET_MARKER);
            default ->
                https(
                        host,
                        "/restconf/data/ostrel-state:platform",
                        "/restconf/data/ostrel-state:platform",
                        "/restconf/data",
                        "/restconf/startup",
                        "/restconf/data/ostrel-state:platform");
        };
    }

    /** What tells that nothing has changed. */
    int marker(String platform, String host) throws IOException, GeneralSecurityException {
        return switch (platform) {
            case "corvane-cli" -> command(host, "show marker");
            case "haldrin-netconf" -> netconf(host, GET_MARKER);
            default -> https(host, "/restconf/data/ostrel-state:platform", "/restconf/data/ostrel-state:platform");
        };
    }

    private int commands(String host, String... lines) throws IOException {
        int size = 0;
        try (ClientSession session = logIn(host)) {
            for (String line : lines) {
                size += command(session, line);
            }
        }
        return size;
    }

    /** Types lines into a shell, all of them ahead, and waits until the device hangs up. */
    int shell(String host, String... lines) throws IOException {
        try (ClientSession session = logIn(host);
                ChannelShell channel = session.createShellChannel()) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            channel.setOut(out);
            channel.open().verify(LIMIT);
            OutputStream in = channel.getInvertedIn();
            in.write(("paging off\n" + String.join("\n", lines) + "\nquit\n").getBytes(StandardCharsets.UTF_8));
            in.flush();
            channel.waitFor(EnumSet.of(ClientChannelEvent.CLOSED), LIMIT);
            return out.size();
        }
    }

    private ClientSession logIn(String host) throws IOException {
        ClientSession session =
                ssh.connect("safestep", host, port).verify(LIMIT).getSession();
        session.addPasswordIdentity("harbour-light-1");
        session.auth().verify(LIMIT);
        return session;
    }

    private int command(String host, String line) throws IOException {
        try (ClientSession session = logIn(host)) {
            return command(session, line);
        }
    }

    private static int command(ClientSession session, String line) throws IOException {
        try (ChannelExec exec = session.createExecChannel(line)) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            exec.setOut(out);
            exec.open().verify(LIMIT);
            exec.waitFor(EnumSet.of(ClientChannelEvent.CLOSED), LIMIT);
            return out.size();
        }
    }

    private int netconf(String host, String... questions) throws IOException {
        try (ClientSession session = logIn(host);
                ChannelSubsystem channel = session.createSubsystemChannel("netconf")) {
            channel.open().verify(LIMIT);
            InputStream in = channel.getInvertedOut();
            OutputStream out = channel.getInvertedIn();
            until(in);
            out.write(HELLO.getBytes(StandardCharsets.UTF_8));
            int size = 0;
            for (String question : questions) {
                out.write(question.getBytes(StandardCharsets.UTF_8));
                out.flush();
                size += until(in);
            }
            return size;
        }
    }

    private static int until(InputStream in) throws IOException {
        String mark = "]]>]]>";
        int matched = 0;
        int count = 0;
        for (int octet = in.read(); octet >= 0; octet = in.read()) {
            count++;
            matched = octet == mark.charAt(matched) ? matched + 1 : octet == ']' ? 1 : 0;
            if (matched == mark.length()) {
                return count;
            }
        }
        throw new IOException("the session ended");
    }

    private int https(String host, String... paths) throws IOException, GeneralSecurityException {
        // A fresh one each time: a device that is met for the first time has no session that could be resumed.
        SSLContext tls = SSLContext.getInstance("TLS");
        tls.init(null, new TrustManager[] {new TrustsAll()}, null);
        int size = 0;
        // Closed here, so that what is left of it is not counted where something else is measured.
        try (CloseableHttpClient client = HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setTlsSocketStrategy(new DefaultClientTlsStrategy(tls, NoopHostnameVerifier.INSTANCE))
                        .build())
                .setUserAgent("bare")
                .build()) {
            for (String path : paths) {
                HttpGet request = new HttpGet("https://" + host + ":" + port + path);
                request.setHeader("Authorization", AUTHORIZATION);
                size += client.execute(request, response -> EntityUtils.toString(response.getEntity()))
                        .length();
            }
        }
        return size;
    }

    static String host(NetworkPlan plan, int index) {
        return plan.file().devices().get(index).address().replace("10.77.", "127.77.");
    }

    @Override
    public void close() {
        ssh.stop();
    }

    private static final class TrustsAll extends X509ExtendedTrustManager {
        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type) {
            // the yardstick looks at nothing
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type) {
            // the yardstick looks at nothing
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type, java.net.Socket socket) {
            // the yardstick looks at nothing
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type, java.net.Socket socket) {
            // the yardstick looks at nothing
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type, javax.net.ssl.SSLEngine engine) {
            // the yardstick looks at nothing
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type, javax.net.ssl.SSLEngine engine) {
            // the yardstick looks at nothing
        }

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return new X509Certificate[0];
        }
    }
}
