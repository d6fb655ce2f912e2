package io.safestep.app.people.login;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Counts log-ins that did not succeed for each log-in name and for each address, so that passwords can't be tried out in
 * numbers. Counted in the database, for all processes together; and before a password is looked at, so that many at the
 * same moment count, too.
 */
@Component
@Transactional
public class LoginAttempts {

    public static final int MOST_FAILURES = 8;

    /** More than for a name: behind one address there may be a whole office. */
    static final int MOST_FROM_AN_ADDRESS = 40;

    public static final Duration SPAN = Duration.ofMinutes(5);

    private final JdbcClient jdbc;
    private final Clock clock;

    LoginAttempts(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** A log-in name and the address from which it is tried. */
    public record Attempt(String login, String address) {

        public Attempt {
            login = "login " + login.toLowerCase(Locale.ROOT);
            address = "address " + address;
        }
    }

    /**
     * Notes that somebody tries to log in. It counts as a failure until it has succeeded.
     *
     * @return false when there were too many already: then no password is to be looked at
     */
    public boolean begin(Attempt attempt) {
        Instant now = clock.instant();
        Timestamp since = Timestamp.from(now.minus(SPAN));
        jdbc.sql("delete from login_failure where at < :since")
                .param("since", since)
                .update();
        // In one order, so that two who try at the same moment do not wait for each other.
        if (failures(attempt.address(), since) >= MOST_FROM_AN_ADDRESS
                || failures(attempt.login(), since) >= MOST_FAILURES) {
            return false;
        }
        jdbc.sql("insert into login_failure (tried, at) select unnest(:tried), :now")
                .param("tried", tried(attempt))
                .param("now", Timestamp.from(now))
                .update();
        return true;
    }

    /** Until the transaction ends, nobody else counts the same. */
    private int failures(String tried, Timestamp since) {
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(:tried, 0))")
                .param("tried", tried)
                .query((row, number) -> true)
                .single();
        return jdbc.sql("select count(*) from login_failure where tried = :tried and at >= :since")
                .param("tried", tried)
                .param("since", since)
                .query(Integer.class)
                .single();
    }

    private static String[] tried(Attempt attempt) {
        return new String[] {attempt.login(), attempt.address()};
    }

    /** Forgets the failures before a success. */
    public void succeeded(Attempt attempt) {
        jdbc.sql("delete from login_failure where tried = any(:tried)")
                .param("tried", tried(attempt))
                .update();
    }
}
