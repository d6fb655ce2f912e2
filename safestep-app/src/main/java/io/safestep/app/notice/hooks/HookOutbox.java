package io.safestep.app.notice.hooks;

import io.safestep.app.mail.Mail;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What programs of teams are to be told, stored with what it is about, until they have taken it. */
@Component
class HookOutbox {

    /** After so many attempts, the last of them not quite six hours after the first, it is given up. */
    static final int MOST_ATTEMPTS = 12;

    private static final int AT_ONCE = 50;
    private static final Duration KEPT = Duration.ofDays(30);

    private final JdbcClient jdbc;
    private final Mail mail;
    private final Clock clock;

    HookOutbox(JdbcClient jdbc, Mail mail, Clock clock) {
        this.jdbc = jdbc;
        this.mail = mail;
        this.clock = clock;
    }

    /**
     * A message as it is sent.
     *
     * @param id the same when it is sent again; zero for a trial
     * @param at when it was told here, UTC
     * @param team name of the team
     * @param kind what it is about, as for notices
     * @param link address of the page that it is about
     */
    record Message(long id, Instant at, String team, String kind, String words, String link) {}

    /** A message that is due. */
    record Due(long team, int attempts, Message message) {}

    /**
     * A message as the page of the team shows it.
     *
     * @param at when it was told here, UTC
     * @param takenAt when the program took it, UTC; null while it has not
     * @param problem what came of the last attempt; null when nothing was wrong
     * @param givenUp whether it is not tried any more
     */
    public record MessageView(
            Instant at,
            String words,
            int attempts,
            @Nullable Instant takenAt,
            @Nullable String problem,
            boolean givenUp) {}

    /** For those of these teams that have a program. */
    void put(Collection<Long> teams, String kind, String words, String link) {
        jdbc.sql("""
                insert into team_hook_message (team_id, kind, words, link, at)
                select team_id, :kind, :words, :link, :now from team_hook where team_id = any(:teams)
                on conflict do nothing""")
                .param("kind", kind)
                .param("words", words)
                .param("link", link)
                .param("now", Timestamp.from(clock.instant()))
                .param("teams", teams.toArray(Long[]::new))
                .update();
    }

    Message trial(String team, String login) {
        return new Message(
                0,
                clock.instant(),
                team,
                "TRIAL",
                "This is a trial by " + login + ". Nothing has happened.",
                mail.url());
    }

    /** Those whose next attempt is due; later each time. */
    List<Due> due() {
        return jdbc.sql("""
                select m.id, m.team_id, m.attempts, m.at, t.name, m.kind, m.words, m.link
                from team_hook_message m join team t on t.id = m.team_id
                where m.taken_at is null and m.attempts < :most
                  and m.at + (power(2, m.attempts) - 1) * interval '10 seconds' <= :now
                order by m.id limit\s""" + AT_ONCE)
                .param("most", MOST_ATTEMPTS)
                .param("now", Timestamp.from(clock.instant()))
                .query((row, i) -> new Due(
                        row.getLong("team_id"),
                        row.getInt("attempts"),
                        new Message(
                                row.getLong("id"),
                                row.getTimestamp("at").toInstant(),
                                row.getString("name"),
                                row.getString("kind"),
                                row.getString("words"),
                                mail.url() + row.getString("link"))))
                .list();
    }

    /** An attempt is counted before it is made: of two processes, only one sends the message. */
    boolean claimed(Due due) {
        return jdbc.sql("""
                update team_hook_message set attempts = attempts + 1
                where id = :id and attempts = :attempts and taken_at is null""")
                        .param("id", due.message().id())
                        .param("attempts", due.attempts())
                        .update()
                == 1;
    }

    void taken(long id) {
        jdbc.sql("update team_hook_message set taken_at = :now, problem = null where id = :id")
                .param("now", Timestamp.from(clock.instant()))
                .param("id", id)
                .update();
    }

    void refused(long id, String problem) {
        jdbc.sql("update team_hook_message set problem = :problem where id = :id")
                .param("problem", problem)
                .param("id", id)
                .update();
    }

    List<MessageView> newest(long team, int most) {
        return jdbc.sql("select at, words, attempts, taken_at, problem from team_hook_message"
                        + " where team_id = :team order by id desc limit :most")
                .param("team", team)
                .param("most", most)
                .query((row, i) -> view(row))
                .list();
    }

    private static MessageView view(ResultSet row) throws SQLException {
        Timestamp taken = row.getTimestamp("taken_at");
        int attempts = row.getInt("attempts");
        return new MessageView(
                row.getTimestamp("at").toInstant(),
                row.getString("words"),
                attempts,
                taken == null ? null : taken.toInstant(),
                row.getString("problem"),
                taken == null && attempts >= MOST_ATTEMPTS);
    }

    void forget(long team) {
        jdbc.sql("delete from team_hook_message where team_id = :team")
                .param("team", team)
                .update();
    }

    /** What was told long ago stands in the record and in people's inboxes; here it is of no use any more. */
    void forgetOld() {
        jdbc.sql("delete from team_hook_message where at < :before")
                .param("before", Timestamp.from(clock.instant().minus(KEPT)))
                .update();
    }
}
