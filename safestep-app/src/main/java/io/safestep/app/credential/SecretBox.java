package io.safestep.app.credential;

import io.safestep.app.settings.NetworkSettings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.springframework.data.domain.Limit;
import org.springframework.security.crypto.encrypt.BytesEncryptor;
import org.springframework.security.crypto.encrypt.Encryptors;
import org.springframework.security.crypto.keygen.KeyGenerators;
import org.springframework.stereotype.Component;

/**
 * Encrypts what must not be readable in the database (AES-256 in GCM). The key lies in the file {@code secret.key} in Safe
 * Step's own folder, never in the database.
 */
@Component
class SecretBox {

    private final BytesEncryptor encryptor;

    SecretBox(NetworkSettings settings, CredentialRepository credentials) {
        Path file = settings.home().resolve("secret.key");
        try {
            if (!Files.exists(file)) {
                if (credentials.count() > 0) {
                    throw new MissingKeyException(file);
                }
                Files.createDirectories(settings.home());
                Files.createFile(
                        file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
                Files.writeString(
                        file,
                        KeyGenerators.string().generateKey()
                                + KeyGenerators.string().generateKey() + "\n"
                                + KeyGenerators.string().generateKey() + "\n");
            }
            String[] lines = Files.readString(file).split("\n");
            encryptor = Encryptors.stronger(lines[0], lines[1]);
            refuseKeyOfAnother(credentials, file);
        } catch (IOException e) {
            throw new UncheckedIOException("The key file " + file + " can't be read or written.", e);
        }
    }

    /** Found out at the start, and not at the first log-in in the night. */
    private void refuseKeyOfAnother(CredentialRepository credentials, Path file) {
        try {
            credentials.findAllBy(Limit.of(1)).forEach(c -> open(c.secret()));
        } catch (IllegalStateException e) {
            throw MissingKeyException.doesNotFit(file);
        }
    }

    byte[] close(String secret) {
        return encryptor.encrypt(secret.getBytes(StandardCharsets.UTF_8));
    }

    String open(byte[] closed) {
        return new String(encryptor.decrypt(closed), StandardCharsets.UTF_8);
    }
}
