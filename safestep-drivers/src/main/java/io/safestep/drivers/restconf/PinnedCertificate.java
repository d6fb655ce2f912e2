package io.safestep.drivers.restconf;

import java.net.Socket;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.Locale;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.X509ExtendedTrustManager;

/**
 * Trusts the public key that a device showed first, as SSH does: devices sign their certificates themselves. A new
 * certificate for the same key is the same device.
 */
final class PinnedCertificate extends X509ExtendedTrustManager {

    private final String pinned;
    private volatile String shown;

    /** @param pinned in the form {@code type base64}, or null when none was seen yet */
    PinnedCertificate(String pinned) {
        this.pinned = pinned;
    }

    /** What was shown, in the form {@code type base64}: the key's SubjectPublicKeyInfo (RFC 5280, section 4.1). */
    String shown() {
        return shown;
    }

    boolean changed() {
        return pinned != null && shown != null && !pinned.equals(shown);
    }

    private void check(X509Certificate[] chain) throws CertificateException {
        var key = chain[0].getPublicKey();
        String now = "tls-" + key.getAlgorithm().toLowerCase(Locale.ROOT) + " "
                + Base64.getEncoder().encodeToString(key.getEncoded());
        String known = shown == null ? pinned : shown;
        shown = now;
        if (known != null && !known.equals(now)) {
            throw new CertificateException("The device shows another key than before.");
        }
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, Socket socket) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, SSLEngine engine) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type) throws CertificateException {
        throw new CertificateException("Safe Step is no server here.");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type, Socket socket) throws CertificateException {
        throw new CertificateException("Safe Step is no server here.");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type, SSLEngine engine) throws CertificateException {
        throw new CertificateException("Safe Step is no server here.");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return new X509Certificate[0];
    }
}
