package io.safestep.drivers.restconf;

import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.TimeLimits;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.net.ConnectException;
import java.net.NoRouteToHostException;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import javax.net.ssl.SSLException;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.config.RequestConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.io.entity.ByteArrayEntity;
import org.apache.hc.core5.io.CloseMode;
import org.apache.hc.core5.util.Timeout;
import org.bouncycastle.tls.TlsException;
import org.jspecify.annotations.Nullable;

/** Requests to one device over HTTPS, with its pinned key, a password (RFC 7617) and time limits. */
final class HttpChannel implements AutoCloseable {

    /** A device that sends without end must not fill the memory. */
    private static final int LARGEST = 64 * 1024 * 1024;

    /** Without a character set: JSON is UTF-8, and the media type has no parameters (RFC 8040, section 11.3.2). */
    private static final ContentType YANG_DATA = ContentType.create("application/yang-data+json");

    /**
     * @param entityTag null when the device gives none
     * @param allow the methods that the resource allows, as the device writes them; null when it does not say
     */
    record Answer(
            int status,
            String body,
            @Nullable String entityTag,
            @Nullable String allow) {}

    private final DeviceTarget target;
    private final PinnedCertificate certificate;
    private final CloseableHttpClient client;
    private final String authorization;

    HttpChannel(DeviceTarget target, TimeLimits limits) {
        this.target = target;
        this.certificate = new PinnedCertificate(target.pinnedHostKey());
        this.authorization = "Basic "
                + Base64.getEncoder()
                        .encodeToString((target.login() + ":" + target.password()).getBytes(StandardCharsets.UTF_8));
        ConnectionConfig connection = ConnectionConfig.custom()
                .setConnectTimeout(Timeout.of(limits.connect()))
                .setSocketTimeout(Timeout.of(limits.command()))
                .build();
        client = HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setTlsSocketStrategy(DeviceTls.strategyFor(certificate))
                        .setDefaultConnectionConfig(connection)
                        .build())
                .setDefaultRequestConfig(RequestConfig.custom()
                        .setResponseTimeout(Timeout.of(limits.command()))
                        .setRedirectsEnabled(false)
                        .build())
                // Said here, so that it is not looked up in the library's files at each log-in.
                .setUserAgent("Safe-Step")
                .disableAutomaticRetries()
                .disableCookieManagement()
                .build();
    }

    /** Null before the first answer. */
    @Nullable
    String certificateKey() {
        return certificate.shown();
    }

    /**
     * @param body null for none
     * @param ifMatch the entity tag that the resource must still have; null when it does not matter
     */
    Answer send(String method, String path, @Nullable String body, @Nullable String ifMatch) throws DeviceException {
        return send(method, path, body, YANG_DATA, ifMatch);
    }

    /** @param type of the body, without parameters */
    Answer send(String method, String path, @Nullable String body, ContentType type, @Nullable String ifMatch)
            throws DeviceException {
        HttpUriRequestBase request =
                new HttpUriRequestBase(method, URI.create("https://" + target.host() + ":" + target.port() + path));
        request.setHeader("Authorization", authorization);
        request.setHeader("Accept", YANG_DATA.getMimeType());
        if (ifMatch != null) {
            request.setHeader("If-Match", ifMatch);
        }
        if (body != null) {
            request.setEntity(new ByteArrayEntity(body.getBytes(StandardCharsets.UTF_8), type));
        }
        try (DeviceTls.Expectation expectation = DeviceTls.expect(certificate)) {
            return client.execute(request, response -> {
                Header tag = response.getFirstHeader("ETag");
                Header allow = response.getFirstHeader("Allow");
                return new Answer(
                        response.getCode(),
                        response.getEntity() == null
                                ? ""
                                : text(response.getEntity().getContent().readNBytes(LARGEST + 1)),
                        tag == null ? null : tag.getValue(),
                        allow == null ? null : allow.getValue());
            });
        } catch (IOException e) {
            throw explain(e);
        }
    }

    private static String text(byte[] octets) throws IOException {
        if (octets.length > LARGEST) {
            throw new IOException("The answer has no end.");
        }
        return new String(octets, StandardCharsets.UTF_8);
    }

    private DeviceException explain(IOException e) {
        if (certificate.changed()) {
            return new DeviceException(
                    Reason.HOST_KEY_CHANGED,
                    target.name()
                            + " shows another certificate key than before. Nothing was sent; somebody has to find out why.",
                    e,
                    certificate.shown());
        }
        if (e instanceof UnknownHostException) {
            return new DeviceException(
                    Reason.NAME_NOT_FOUND, "No address is known for the name " + target.host() + ".", e);
        }
        if (e instanceof NoRouteToHostException) {
            return new DeviceException(Reason.NO_ROUTE, "There is no route to " + target + ".", e);
        }
        if (e instanceof InterruptedIOException) {
            return new DeviceException(Reason.TIMED_OUT, target + " did not answer in time.", e, certificate.shown());
        }
        if (e instanceof ConnectException) {
            return new DeviceException(
                    Reason.CONNECTION_REFUSED, target + " refuses the connection: nothing listens there.", e);
        }
        if ((e instanceof SSLException || e instanceof TlsException) && certificate.shown() == null) {
            return new DeviceException(Reason.NOT_POSSIBLE, target + " does not speak HTTPS: " + e.getMessage(), e);
        }
        return new DeviceException(Reason.SESSION_LOST, target.name() + " ended the connection: " + e.getMessage(), e);
    }

    @Override
    public void close() {
        client.close(CloseMode.IMMEDIATE);
    }
}
