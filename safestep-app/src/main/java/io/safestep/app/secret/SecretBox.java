package io.safestep.app.secret;

import io.safestep.app.settings.NetworkSettings;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.encrypt.BytesEncryptor;
import org.springframework.security.crypto.encrypt.Encryptors;
import org.springframework.security.crypto.keygen.KeyGenerators;
import org.springframework.stereotype.Component;

/**
 * Encrypts what must not be readable in the database (AES-256 in GCM). The key lies in the file {@code secret.key} in Safe
 * Step's own folder, never in the database. The front door of this package.
 */
@Component
public class SecretBox {

    private final BytesEncryptor encryptor;

    /**
     * @throws MissingKeyException when something is encrypted in the database, and the key is not there or does not open
     *     it: found out at the start, and not at the first log-in in the night
     */
    SecretBox(NetworkSettings settings, JdbcClient jdbc) {
        Path file = settings.home().resolve("secret.key");
        List<byte[]> samples = samples(jdbc);
        try {
            if (!Files.exists(file)) {
                if (!samples.isEmpty()) {
                    throw new MissingKeyException(file);
                }
                writeKey(settings.home(), file);
            }
            String[] lines = Files.readString(file).split("\n");
            encryptor = Encryptors.stronger(lines[0], lines[1]);
        } catch (IOException e) {
            throw new UncheckedIOException("The key file " + file + " can't be read or written.", e);
        }
        try {
            samples.forEach(encryptor::decrypt);
        } catch (IllegalStateException e) {
            throw MissingKeyException.doesNotFit(file);
        }
    }

    /** One of each kind of what is stored encrypted and is there before anything else. */
    private static List<byte[]> samples(JdbcClient jdbc) {
        return jdbc.sql("""
                (select secret from credential limit 1)
                union all (select sealed from config_content limit 1)
                union all (select decode(substring(text from length(:mark) + 1), 'base64') from (
                  (select password as text from mail_server where password is not null limit 1)
                  union all (select client_secret from identity_provider where client_secret is not null limit 1)
                  union all (select code_secret from person where code_secret is not null limit 1)
                  union all (select key from team_hook limit 1)
                ) as marked)""").param("mark", SealedText.MARK).query(byte[].class).list();
    }

    private static void writeKey(Path folder, Path file) throws IOException {
        Files.createDirectories(folder);
        Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(
                file,
                KeyGenerators.string().generateKey() + KeyGenerators.string().generateKey() + "\n"
                        + KeyGenerators.string().generateKey() + "\n");
    }

    public byte[] close(String secret) {
        return encryptor.encrypt(secret.getBytes(StandardCharsets.UTF_8));
    }

    public String open(byte[] closed) {
        return new String(encryptor.decrypt(closed), StandardCharsets.UTF_8);
    }

    /** Compresses before it encrypts: for long texts. */
    public byte[] closeText(String text) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(bytes)) {
            out.write(text.getBytes(StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException("Memory can always be written.", e);
        }
        return encryptor.encrypt(bytes.toByteArray());
    }

    /** @throws IllegalStateException when it is not what was closed, or was closed with another key */
    public String openText(byte[] closed) {
        try (GZIPInputStream in = new GZIPInputStream(new ByteArrayInputStream(encryptor.decrypt(closed)))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("What was stored encrypted is not whole.", e);
        }
    }
}
