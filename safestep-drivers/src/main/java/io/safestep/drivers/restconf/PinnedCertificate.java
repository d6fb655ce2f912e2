package io.safestep.drivers.restconf;

import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Trusts the public key that a device showed first, as SSH does: devices sign their certificates themselves. A new
 * certificate for the same key is the same device.
 */
final class PinnedCertificate {

    private final @Nullable String pinned;
    private @Nullable volatile String shown;

    /** @param pinned in the form {@code type base64}, or null when none was seen yet */
    PinnedCertificate(@Nullable String pinned) {
        this.pinned = pinned;
    }

    /** What was shown, in the form {@code type base64}: the key's SubjectPublicKeyInfo (RFC 5280, section 4.1). */
    @Nullable
    String shown() {
        return shown;
    }

    boolean changed() {
        return pinned != null && shown != null && !pinned.equals(shown);
    }

    /** @throws CertificateException when its key is not the one that is known */
    void check(X509Certificate certificate) throws CertificateException {
        var key = certificate.getPublicKey();
        String now = "tls-" + key.getAlgorithm().toLowerCase(Locale.ROOT) + " "
                + Base64.getEncoder().encodeToString(key.getEncoded());
        String known = shown == null ? pinned : shown;
        shown = now;
        if (known != null && !known.equals(now)) {
            throw new CertificateException("The device shows another key than before.");
        }
    }
}
