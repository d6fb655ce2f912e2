package io.safestep.app.people.factor;

import io.safestep.core.digest.Sha256;
import java.security.SecureRandom;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Codes with which somebody comes in once each, when their telephone is lost. */
@Component
class RecoveryCodes {

    private static final int COUNT = 10;
    private static final int GROUPS = 4;
    private static final int GROUP = 5;

    /** Without those that are mistaken for each other. */
    private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

    private final JdbcClient jdbc;
    private final SecureRandom random = new SecureRandom();

    RecoveryCodes(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** New ones in the place of all that there were; shown once. */
    List<String> make(long personId) {
        drop(personId);
        List<String> codes = new ArrayList<>();
        for (int i = 0; i < COUNT; i++) {
            String code = code();
            codes.add(code);
            jdbc.sql("insert into recovery_code (person_id, code_hash) values (:person, :hash)")
                    .param("person", personId)
                    .param("hash", hash(personId, code))
                    .update();
        }
        return codes;
    }

    private String code() {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < GROUPS * GROUP; i++) {
            code.append(i > 0 && i % GROUP == 0 ? "-" : "").append(LETTERS.charAt(random.nextInt(LETTERS.length())));
        }
        return code.toString();
    }

    private static String hash(long personId, String code) {
        return Sha256.hex(personId + " " + code.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", ""));
    }

    /** Whether it was one of theirs that nobody had used; nobody uses it after this. */
    boolean use(long personId, String code, Instant now) {
        return jdbc.sql("update recovery_code set used_at = :now where person_id = :person and code_hash = :hash"
                                + " and used_at is null")
                        .param("now", Timestamp.from(now))
                        .param("person", personId)
                        .param("hash", hash(personId, code))
                        .update()
                == 1;
    }

    int left(long personId) {
        return jdbc.sql("select count(*) from recovery_code where person_id = :person and used_at is null")
                .param("person", personId)
                .query(Integer.class)
                .single();
    }

    void drop(long personId) {
        jdbc.sql("delete from recovery_code where person_id = :person")
                .param("person", personId)
                .update();
    }
}
