package io.safestep.app.secret;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.SafeStepTest;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** What an older version has left in clear. */
class SealingOfOlderTextsTest extends SafeStepTest {

    private static final String HASH = "0".repeat(64);
    private static final String TEXT = "hostname old\nauthentication key keel-9\n";

    @Autowired
    private SealingOfOlderTexts sealing;

    @Autowired
    private SecretBox secrets;

    @Autowired
    private SealedText columns;

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void isEncryptedAtTheStartAndStaysReadable() {
        jdbc.update("insert into config_content (hash, text) values (?, ?)", HASH, TEXT);
        Map<String, Object> target = jdbc.queryForMap("select id, undo from change_target where undo <> '' limit 1");
        String undo = columns.convertToEntityAttribute((String) target.get("undo"));
        jdbc.update("update change_target set undo = ? where id = ?", undo, target.get("id"));
        try {
            sealing.run(null);
            Map<String, Object> content =
                    jdbc.queryForMap("select text, sealed from config_content where hash = ?", HASH);
            assertThat(content.get("text")).isNull();
            byte[] sealed = (byte[]) content.get("sealed");
            assertThat(new String(sealed, StandardCharsets.ISO_8859_1)).doesNotContain("keel-9");
            assertThat(secrets.openText(sealed)).isEqualTo(TEXT);

            String stored =
                    jdbc.queryForObject("select undo from change_target where id = ?", String.class, target.get("id"));
            assertThat(stored).startsWith(SealedText.MARK);
            assertThat(secrets.openText(Base64.getDecoder().decode(stored.substring(SealedText.MARK.length()))))
                    .isEqualTo(undo);
        } finally {
            jdbc.update("delete from config_content where hash = ?", HASH);
        }
    }
}
