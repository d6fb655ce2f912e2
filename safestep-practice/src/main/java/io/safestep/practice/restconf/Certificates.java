package io.safestep.practice.restconf;

import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.math.BigInteger;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.Principal;
import java.security.PrivateKey;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Date;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntFunction;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.X509ExtendedKeyManager;
import javax.security.auth.x500.X500Principal;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.jspecify.annotations.Nullable;

/** A certificate of its own for each device, signed by itself, and a second one for the day on which it was exchanged. */
final class Certificates extends X509ExtendedKeyManager {

    private static final char[] PASSWORD = "practice".toCharArray();
    private static final String ENTRY = "device";

    private record Identity(PrivateKey key, X509Certificate certificate) {}

    private final Path folder;
    private final IntFunction<PracticeDevice> callers;
    private final Map<String, Identity> identities = new ConcurrentHashMap<>();

    /** @param callers the device for which a connection from a port is made */
    Certificates(Path folder, IntFunction<PracticeDevice> callers) {
        this.folder = folder;
        this.callers = callers;
    }

    private Identity identity(String alias) {
        return identities.computeIfAbsent(alias, this::load);
    }

    private Identity load(String alias) {
        Path file = folder.resolve(alias);
        try {
            KeyStore store = KeyStore.getInstance("PKCS12");
            if (Files.exists(file)) {
                try (var in = Files.newInputStream(file)) {
                    store.load(in, PASSWORD);
                }
            } else {
                store.load(null, null);
                Identity made = make(alias.substring(0, alias.indexOf('.')));
                store.setKeyEntry(ENTRY, made.key, PASSWORD, new Certificate[] {made.certificate});
                try (var out = Files.newOutputStream(file)) {
                    store.store(out, PASSWORD);
                }
            }
            return new Identity(
                    (PrivateKey) store.getKey(ENTRY, PASSWORD), (X509Certificate) store.getCertificate(ENTRY));
        } catch (GeneralSecurityException | IOException | OperatorCreationException e) {
            throw new IllegalStateException("The certificate of " + alias + " can't be had.", e);
        }
    }

    private static Identity make(String name) throws GeneralSecurityException, OperatorCreationException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
        generator.initialize(new ECGenParameterSpec("secp256r1"));
        KeyPair pair = generator.generateKeyPair();
        X500Principal subject = new X500Principal("CN=" + name + ", O=Merrow Sound Ferries");
        Instant now = Instant.now();
        X509Certificate certificate = new JcaX509CertificateConverter()
                .getCertificate(new JcaX509v3CertificateBuilder(
                                subject,
                                BigInteger.valueOf(now.toEpochMilli()),
                                Date.from(now.minus(1, ChronoUnit.DAYS)),
                                Date.from(now.plus(3650, ChronoUnit.DAYS)),
                                subject,
                                pair.getPublic())
                        .build(new JcaContentSignerBuilder("SHA256withECDSA").build(pair.getPrivate())));
        return new Identity(pair.getPrivate(), certificate);
    }

    @Override
    public @Nullable String chooseEngineServerAlias(String keyType, Principal[] issuers, SSLEngine engine) {
        PracticeDevice device = keyType.startsWith("EC") ? callers.apply(engine.getPeerPort()) : null;
        if (device == null) {
            return null;
        }
        return device.name() + (device.has(Fault.CHANGED_HOST_KEY) ? ".cert-changed" : ".cert");
    }

    @Override
    public X509Certificate[] getCertificateChain(String alias) {
        return new X509Certificate[] {identity(alias).certificate};
    }

    @Override
    public PrivateKey getPrivateKey(String alias) {
        return identity(alias).key;
    }

    @Override
    public String[] getClientAliases(String keyType, Principal[] issuers) {
        return new String[0];
    }

    @Override
    public @Nullable String chooseClientAlias(String[] keyType, Principal[] issuers, Socket socket) {
        return null;
    }

    @Override
    public String[] getServerAliases(String keyType, Principal[] issuers) {
        return new String[0];
    }

    @Override
    public @Nullable String chooseServerAlias(String keyType, Principal[] issuers, Socket socket) {
        return null;
    }
}
