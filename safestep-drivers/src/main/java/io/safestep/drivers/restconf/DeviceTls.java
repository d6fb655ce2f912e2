package io.safestep.drivers.restconf;

import java.net.Socket;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.SSLPeerUnverifiedException;
import javax.net.ssl.SSLSession;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;
import org.apache.hc.client5.http.ssl.DefaultClientTlsStrategy;
import org.apache.hc.client5.http.ssl.NoopHostnameVerifier;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.jsse.provider.BouncyCastleJsseProvider;

/**
 * Handshakes of TLS with devices. They share one context, because to set one up takes a third as long as a handshake; so
 * each thread says which key it expects. The provider is the one with which keys of SSH are checked too: it does so
 * in a third of the time.
 */
final class DeviceTls {

    private static final ThreadLocal<PinnedCertificate> EXPECTED = new ThreadLocal<>();
    private static final SSLContext CONTEXT = context();

    private DeviceTls() {}

    /** What a thread expects, until it is closed. */
    interface Expectation extends AutoCloseable {
        @Override
        void close();
    }

    /** From here on, handshakes in this thread go on only with a device that shows this key. Without one, none does. */
    static Expectation expect(PinnedCertificate certificate) {
        EXPECTED.set(certificate);
        return EXPECTED::remove;
    }

    /** For a client that talks with one device. */
    static DefaultClientTlsStrategy strategyFor(PinnedCertificate certificate) {
        // The key tells who it is; names in certificates that devices sign themselves tell nothing.
        return new DefaultClientTlsStrategy(CONTEXT, NoopHostnameVerifier.INSTANCE) {
            @Override
            protected void verifySession(String hostname, SSLSession session) throws SSLPeerUnverifiedException {
                // A session that is taken up again shows no key, and another channel may have expected another one.
                session.invalidate();
                if (certificate.shown() == null) {
                    throw new SSLPeerUnverifiedException("The device showed no key.");
                }
            }
        };
    }

    private static SSLContext context() {
        try {
            SSLContext context =
                    SSLContext.getInstance("TLS", new BouncyCastleJsseProvider(new BouncyCastleProvider()));
            context.init(null, new TrustManager[] {new ExpectedByThread()}, new SecureRandom());
            return context;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HTTPS can't be set up here: " + e.getMessage(), e);
        }
    }

    private static final class ExpectedByThread extends X509ExtendedTrustManager {

        private static void check(X509Certificate[] chain) throws CertificateException {
            PinnedCertificate expected = EXPECTED.get();
            if (expected == null) {
                throw new CertificateException("Nobody said which key is expected.");
            }
            expected.check(chain[0]);
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type) throws CertificateException {
            check(chain);
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type, Socket socket)
                throws CertificateException {
            check(chain);
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type, SSLEngine engine)
                throws CertificateException {
            check(chain);
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type) throws CertificateException {
            throw new CertificateException("Safe Step is no server here.");
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type, Socket socket)
                throws CertificateException {
            throw new CertificateException("Safe Step is no server here.");
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type, SSLEngine engine)
                throws CertificateException {
            throw new CertificateException("Safe Step is no server here.");
        }

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return new X509Certificate[0];
        }
    }
}
