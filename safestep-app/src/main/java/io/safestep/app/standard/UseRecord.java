package io.safestep.app.standard;

import io.safestep.core.change.ChangeState;
import io.safestep.core.run.RunState;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Which changes were submitted within bounds, and what came of them. */
@Component
@Transactional(readOnly = true)
class UseRecord {

    private static final int MOST_LISTED = 200;

    /** The last run of a change. */
    private static final String LAST_RUN =
            " left join lateral (select state, ended_at from run where change_id = c.id order by id desc limit 1) r on true";

    private final JdbcClient jdbc;

    UseRecord(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * @param submittedAt within the bounds, UTC
     * @param ended how its last run ended; null while it has not
     */
    record Use(
            int number,
            String title,
            ChangeState state,
            boolean nothingWritten,
            int version,
            Instant submittedAt,
            @Nullable RunState ended) {}

    /** The newest first. */
    List<Use> of(long standard) {
        return jdbc.sql("""
                select c.number, c.title, c.state, c.nothing_written, v.number as version, u.at,
                       case when r.ended_at is null then null else r.state end as ended
                  from (select distinct on (change_id) change_id, version_id, at from standard_use
                         where version_id in (select id from standard_version where standard_id = :standard)
                         order by change_id, at desc) u
                  join standard_version v on v.id = u.version_id
                  join change_request c on c.id = u.change_id
                """ + LAST_RUN + " order by u.at desc, c.number desc limit " + MOST_LISTED)
                .param("standard", standard)
                .query(UseRecord::use)
                .list();
    }

    private static Use use(ResultSet row, int i) throws SQLException {
        String ended = row.getString("ended");
        return new Use(
                row.getInt("number"),
                row.getString("title"),
                ChangeState.valueOf(row.getString("state")),
                row.getBoolean("nothing_written"),
                row.getInt("version"),
                row.getTimestamp("at").toInstant(),
                ended == null ? null : RunState.valueOf(ended));
    }

    /**
     * @param uses how many changes
     * @param succeeded how many of them ran and succeeded
     * @param failed how many were rolled back or got stuck
     */
    record Figures(long standard, int uses, int succeeded, int failed) {
        static Figures none(long standard) {
            return new Figures(standard, 0, 0, 0);
        }
    }

    /** Of all standard changes that were used, by their ids. */
    Map<Long, Figures> figures() {
        return jdbc
                .sql("""
                select v.standard_id, count(distinct c.id) as uses,
                       count(distinct c.id) filter (where r.state = 'SUCCEEDED') as succeeded,
                       count(distinct c.id) filter (where r.state in ('ROLLED_BACK', 'STUCK')) as failed
                  from standard_use u join standard_version v on v.id = u.version_id
                  join change_request c on c.id = u.change_id
                """ + LAST_RUN + " group by v.standard_id")
                .query((row, i) -> new Figures(
                        row.getLong("standard_id"), row.getInt("uses"), row.getInt("succeeded"), row.getInt("failed")))
                .list()
                .stream()
                .collect(Collectors.toMap(Figures::standard, Function.identity()));
    }

    /** How the last runs of other uses of a version ended, the newest first. */
    List<RunState> ended(long version, long butChange, int most) {
        return jdbc.sql("""
                select r.state from (select distinct change_id from standard_use where version_id = :version) u
                  join change_request c on c.id = u.change_id
                """ + LAST_RUN
                        + " where r.ended_at is not null and c.id <> :but order by r.ended_at desc limit :most")
                .param("version", version)
                .param("but", butChange)
                .param("most", most)
                .query((row, i) -> RunState.valueOf(row.getString("state")))
                .list();
    }

    /** A change as it was submitted within bounds last. */
    record Submitted(long change, long version, String name, int number, String seal, Instant at, Instant until) {}

    private static final String SUBMITTED = """
            select distinct on (u.change_id) u.change_id, v.id as version_id, s.name, v.number, u.seal, u.at,
                   least(v.valid_until, v.suspended_at, s.retired_at) as until
              from standard_use u join standard_version v on v.id = u.version_id
              join standard_change s on s.id = v.standard_id
            """;

    List<Submitted> submitted(Collection<Long> changes) {
        return changes.isEmpty()
                ? List.of()
                : jdbc.sql(SUBMITTED + " where u.change_id = any(:changes) order by u.change_id, u.at desc")
                        .param("changes", changes.toArray(Long[]::new))
                        .query(UseRecord::submitted)
                        .list();
    }

    Optional<Submitted> submitted(long change) {
        return submitted(List.of(change)).stream().findFirst();
    }

    private static Submitted submitted(ResultSet row, int i) throws SQLException {
        return new Submitted(
                row.getLong("change_id"),
                row.getLong("version_id"),
                row.getString("name"),
                row.getInt("number"),
                row.getString("seal"),
                row.getTimestamp("at").toInstant(),
                row.getTimestamp("until").toInstant());
    }

    /** Numbers of changes that wait for their run, were submitted within bounds, and are let through no longer. */
    List<Integer> over(Instant now) {
        return jdbc.sql("select c.number from change_request c join (" + SUBMITTED
                        + " order by u.change_id, u.at desc) l on l.change_id = c.id"
                        + " where c.category = 'STANDARD' and c.state in ('APPROVED', 'BOOKED') and l.until <= :now"
                        + " order by c.number")
                .param("now", Timestamp.from(now))
                .query(Integer.class)
                .list();
    }

    /** Notes that a change was submitted within bounds. */
    @Transactional
    void note(long change, String seal, long version, Instant at) {
        jdbc.sql("""
                insert into standard_use (change_id, seal, version_id, at) values (:change, :seal, :version, :at)
                on conflict (change_id, seal) do update set version_id = excluded.version_id, at = excluded.at""")
                .param("change", change)
                .param("seal", seal)
                .param("version", version)
                .param("at", Timestamp.from(at))
                .update();
    }
}
