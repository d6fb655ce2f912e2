package io.safestep.app.record.looks;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.SubjectGuard;
import io.safestep.app.sight.Witness;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Keeps who looked at which change, device, backup, run or finding: once an hour for each, beside the chain, since a page that
 * asks again every few seconds is one look.
 */
@Component
public class Looks implements Witness {

    private static final Logger LOG = LoggerFactory.getLogger(Looks.class);
    private static final int MOST_REMEMBERED = 50_000;

    private final JdbcClient jdbc;
    private final Clock clock;
    private final Cache<Seen, Boolean> stored = Caffeine.newBuilder()
            .maximumSize(MOST_REMEMBERED)
            .expireAfterWrite(Duration.ofHours(1))
            .build();

    private record Seen(String login, String kind, String id, Instant hour) {}

    Looks(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    @Override
    public void looked(String login, SubjectGuard guard, String id) {
        Instant now = clock.instant();
        Seen seen = new Seen(login, guard.subject().name(), id, now.truncatedTo(ChronoUnit.HOURS));
        if (stored.getIfPresent(seen) != null) {
            return;
        }
        try {
            guard.looked(id).ifPresent(at -> store(login, at, seen.hour(), now));
            stored.put(seen, true);
        } catch (ProblemException gone) {
            LOG.debug("{} looked at {} {}, which is gone by now", login, seen.kind(), id);
        } catch (DataAccessException e) {
            // The answer is given already; the next look is stored again.
            LOG.warn("That {} looked at {} {} could not be stored: {}", login, seen.kind(), id, e.getMessage());
        }
    }

    private void store(String login, SubjectGuard.Looked at, Instant hour, Instant now) {
        jdbc.sql("""
                insert into look (person, subject, part, hour, at) values (:person, :subject, :part, :hour, :at)
                on conflict do nothing""")
                .param("person", login)
                .param("subject", at.subject())
                .param("part", at.part())
                .param("hour", Timestamp.from(hour))
                .param("at", Timestamp.from(now))
                .update();
    }

    /**
     * Newest first.
     *
     * @param person log-in; null for everybody
     * @param subject as the record calls it; null for everything
     * @param before an id; those below it come
     */
    public List<LookedAt> before(@Nullable String person, @Nullable String subject, long before, int most) {
        return jdbc.sql("""
                select id, at, person, subject, part from look
                where id < :before and (:person::text is null or person = :person)
                and (:subject::text is null or lower(subject) = lower(:subject))
                order by id desc limit :most""")
                .param("before", before)
                .param("person", person)
                .param("subject", subject)
                .param("most", most)
                .query((row, i) -> new LookedAt(
                        row.getLong("id"),
                        row.getTimestamp("at").toInstant(),
                        row.getString("person"),
                        row.getString("subject"),
                        row.getString("part")))
                .list();
    }
}
