package io.safestep.app.backup.stored;

import io.safestep.app.secret.SecretBox;
import io.safestep.core.digest.Sha256;
import java.sql.ResultSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Texts of configurations: each stored once however often it was found, compressed and encrypted, called by its hash. */
@Component
public class ConfigContents {

    private final JdbcClient jdbc;
    private final SecretBox secrets;

    ConfigContents(JdbcClient jdbc, SecretBox secrets) {
        this.jdbc = jdbc;
        this.secrets = secrets;
    }

    /** SHA-256 of the text in UTF-8, hexadecimal. */
    public static String hash(String text) {
        return Sha256.hex(text);
    }

    /** Two processes may find the same text at the same moment. */
    public void keep(String hash, String text) {
        jdbc.sql("""
                insert into config_content (hash, sealed) values (:hash, :sealed) on conflict do nothing""")
                .param("hash", hash)
                .param("sealed", secrets.closeText(text))
                .update();
    }

    /** @throws IllegalStateException when what is stored is not what was stored once */
    public String text(String hash) {
        String text = texts(List.of(hash)).get(hash);
        if (text == null) {
            throw new IllegalStateException("The configuration " + hash + " is not stored.");
        }
        return text;
    }

    /** @return text by hash */
    public Map<String, String> texts(Collection<String> hashes) {
        Map<String, String> texts = new HashMap<>();
        if (hashes.isEmpty()) {
            return texts;
        }
        jdbc.sql("select hash, sealed from config_content where hash in (:hashes)")
                .param("hashes", hashes)
                .query((ResultSet row) -> {
                    String hash = row.getString("hash");
                    texts.put(hash, open(hash, row.getBytes("sealed")));
                });
        hashes.stream().filter(hash -> !texts.containsKey(hash)).findFirst().ifPresent(ConfigContents::refuse);
        return texts;
    }

    /**
     * @param sealed as it lies in the database
     * @throws IllegalStateException when what is stored is not what was stored once
     */
    String open(String hash, byte[] sealed) {
        String opened = secrets.openText(sealed);
        return hash(opened).equals(hash) ? opened : refuse(hash);
    }

    private static String refuse(String hash) {
        throw new IllegalStateException("What is stored as " + hash + " no longer has the hash it was stored with.");
    }

    /** Forgets the texts that no backup names any more. */
    public int removeUnused() {
        return jdbc.sql("""
                delete from config_content c where not exists (select 1 from backup b where b.hash = c.hash)""").update();
    }
}
