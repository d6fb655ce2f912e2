package io.safestep.app.secret;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.settings.NetworkSettings;
import io.safestep.app.testing.SafeStepTest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.Base64;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.encrypt.Encryptors;
import org.springframework.transaction.annotation.Transactional;

/** Passwords of devices at rest. */
class SecretBoxTest extends SafeStepTest {

    @Autowired
    private JdbcTemplate jdbc;

    @TempDir
    private Path folder;

    @Test
    void passwordsOfDevicesAreNotReadableInTheDatabase() {
        for (byte[] secret : jdbc.queryForList("select secret from credential", byte[].class)) {
            assertThat(new String(secret, StandardCharsets.ISO_8859_1)).doesNotContain("harbour");
        }
    }

    @Test
    void whatOneKeyClosesOnlyThatKeyOpens() {
        SecretBox box = new SecretBox(settings(PRACTICE.home()), JdbcClient.create(jdbc));
        byte[] closed = box.close("keel");
        assertThat(box.open(closed)).isEqualTo("keel");
        assertThat(box.close("keel")).as("no two alike").isNotEqualTo(closed);
    }

    @Test
    void withStoredCredentialsAMissingKeyIsRefusedAndNotReplaced() {
        assertThatThrownBy(() -> new SecretBox(settings(folder), JdbcClient.create(jdbc)))
                .isInstanceOf(MissingKeyException.class)
                .hasMessageContaining("secret.key")
                .hasMessageContaining("Put the file back");
        assertThat(Files.exists(folder.resolve("secret.key"))).isFalse();
    }

    @Test
    void theKeyOfAnotherDatabaseIsFoundOutAtTheStart() throws IOException {
        Files.writeString(folder.resolve("secret.key"), "0011223344556677\n0011223344556677\n");
        assertThatThrownBy(() -> new SecretBox(settings(folder), JdbcClient.create(jdbc)))
                .isInstanceOf(MissingKeyException.class)
                .hasMessageContaining("belongs to another database");
    }

    @Test
    @Transactional
    void whatPeopleSaidBeforeTheFirstDeviceCountsToo() {
        byte[] closed =
                Encryptors.stronger("0011223344556677", "0011223344556677").encrypt("keel".getBytes(UTF_8));
        String sealed = SealedText.MARK + Base64.getEncoder().encodeToString(closed);
        jdbc.update("insert into mail_server (id, password) values (1, ?)", sealed);
        assertThatThrownBy(() -> new SecretBox(settings(PRACTICE.home()), JdbcClient.create(jdbc)))
                .isInstanceOf(MissingKeyException.class)
                .hasMessageContaining("belongs to another database");
    }

    private static NetworkSettings settings(Path home) {
        return new NetworkSettings(home, true, ZoneOffset.UTC, "", 22, "");
    }
}
