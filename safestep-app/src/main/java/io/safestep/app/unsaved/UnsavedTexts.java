package io.safestep.app.unsaved;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.secret.SealedText;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people have typed and not saved, each in places of their own. The front door of this package. */
@Service
@Transactional
class UnsavedTexts {

    private static final int MOST = 100;
    private static final Duration KEPT = Duration.ofDays(30);

    private final JdbcClient jdbc;
    private final SealedText sealed;
    private final Clock clock;

    UnsavedTexts(JdbcClient jdbc, SealedText sealed, Clock clock) {
        this.jdbc = jdbc;
        this.sealed = sealed;
        this.clock = clock;
    }

    /** @param typedAt when it was kept last, UTC */
    record Kept(String content, Instant typedAt) {}

    @Transactional(readOnly = true)
    Optional<Kept> in(String place, long person) {
        return jdbc.sql("select content, typed_at from unsaved_text where person_id = :person and place = :place")
                .param("person", person)
                .param("place", place)
                .query((row, i) -> new Kept(
                        sealed.convertToEntityAttribute(row.getString("content")),
                        row.getTimestamp("typed_at").toInstant()))
                .optional();
    }

    /**
     * Keeps it, in place of what was kept there.
     *
     * @throws ProblemException when somebody has more places than they could ever want
     */
    void keep(String place, String content, long person) {
        Instant now = clock.instant();
        jdbc.sql("delete from unsaved_text where typed_at < :before")
                .param("before", Timestamp.from(now.minus(KEPT)))
                .update();
        int others = jdbc.sql("select count(*) from unsaved_text where person_id = :person and place <> :place")
                .param("person", person)
                .param("place", place)
                .query(Integer.class)
                .single();
        if (others >= MOST) {
            throw ProblemException.refused("You have typed in " + MOST
                    + " places and saved in none of them. Save or discard some of it first.");
        }
        jdbc.sql("""
                insert into unsaved_text (person_id, place, content, typed_at) values (:person, :place, :content, :now)
                on conflict (person_id, place) do update set content = excluded.content, typed_at = excluded.typed_at""")
                .param("person", person)
                .param("place", place)
                .param("content", sealed.convertToDatabaseColumn(content))
                .param("now", Timestamp.from(now))
                .update();
    }

    /** It was saved, or is wanted no more. */
    void forget(String place, long person) {
        jdbc.sql("delete from unsaved_text where person_id = :person and place = :place")
                .param("person", person)
                .param("place", place)
                .update();
    }
}
