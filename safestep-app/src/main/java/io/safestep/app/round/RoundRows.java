package io.safestep.app.round;

import io.safestep.app.round.RoundAction.Outcome;
import io.safestep.app.round.RoundView.Counts;
import io.safestep.app.round.RoundView.Result;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The devices of rounds. Thousands are stored at once, so that this speaks with the database directly. */
@Component
class RoundRows {

    /** As far as the database counts without losing anything. */
    private static final Instant LATEST = Instant.parse("9999-01-01T00:00:00Z");

    private final JdbcClient jdbc;
    private final NamedParameterJdbcTemplate batches;
    private final TransactionTemplate transaction;
    private final Clock clock;

    RoundRows(JdbcClient jdbc, NamedParameterJdbcTemplate batches, TransactionTemplate transaction, Clock clock) {
        this.jdbc = jdbc;
        this.batches = batches;
        this.transaction = transaction;
        this.clock = clock;
    }

    record Waiting(long rowId, long deviceId, String device) {}

    /**
     * @param start UTC
     * @param spread over how long a stretch they are begun, evenly
     */
    void add(long roundId, List<Long> deviceIds, Instant start, Duration spread) {
        SqlParameterSource[] rows = new SqlParameterSource[deviceIds.size()];
        for (int nth = 0; nth < rows.length; nth++) {
            Instant due = start.plus(spread.multipliedBy(nth).dividedBy(rows.length));
            rows[nth] = new MapSqlParameterSource("round", roundId)
                    .addValue("device", deviceIds.get(nth))
                    .addValue("position", nth)
                    .addValue("due", Timestamp.from(due));
        }
        batches.batchUpdate("""
                insert into round_device (round_id, device_id, position, state, due_at)
                values (:round, :device, :position, 'WAITING', :due)""", rows);
    }

    /** What a process that died was in the middle of waits again. */
    void takeUp(long roundId) {
        jdbc.sql("update round_device set state = 'WAITING' where round_id = :roundId and state = 'GOING'")
                .param("roundId", roundId)
                .update();
    }

    /** Those that wait and whose time has come. */
    List<Waiting> waiting(long roundId, Instant now) {
        return jdbc.sql("""
                select r.id, r.device_id, d.name from round_device r join device d on d.id = r.device_id
                where r.round_id = :roundId and r.state = 'WAITING' and r.due_at <= :dueAt order by r.position""")
                .param("roundId", roundId)
                .param("dueAt", Timestamp.from(now.isAfter(LATEST) ? LATEST : now))
                .query((row, i) -> new Waiting(row.getLong(1), row.getLong(2), row.getString(3)))
                .list();
    }

    /** When the next one has its time; empty when none waits. */
    Optional<Instant> nextDue(long roundId) {
        return jdbc.sql("select min(due_at) from round_device where round_id = :round and state = 'WAITING'")
                .param("round", roundId)
                .query(Timestamp.class)
                .optional()
                .map(Timestamp::toInstant);
    }

    /**
     * How long an action took on a device, on average over its newest rounds; empty when it was never done. In a round
     * many devices are done at the same time: this is the time of the round by the number of its devices.
     */
    Optional<Duration> usual(String action) {
        return jdbc.sql("""
                        select sum(extract(epoch from (r.ended_at - r.started_at))) / nullif(sum(n.devices), 0)
                        from (select * from round
                          where action = :action and ended_at is not null and stop_requested_by is null
                            and spread_minutes = 0
                          order by id desc limit 10) r
                        cross join lateral
                          (select count(*) as devices from round_device where round_id = r.id) n""")
                .param("action", action)
                .query(Double.class)
                .optional()
                .map(s -> Duration.ofMillis(Math.round(s * 1_000)));
    }

    /** @return those that are begun: none of them when a person has stopped the round */
    Set<Long> begin(List<Waiting> next) {
        return new HashSet<>(
                jdbc.sql("""
                        update round_device d set state = 'GOING' from round r
                        where d.id = any(:ids) and r.id = d.round_id and r.stop_requested_by is null returning d.id""").param("ids", ids(next)).query(Long.class).list());
    }

    /** A device of a round that is done. */
    record Done(Waiting waiting, Outcome outcome) {}

    void end(List<Done> done) {
        Timestamp now = Timestamp.from(clock.instant());
        SqlParameterSource[] rows = done.stream()
                .map(one -> new MapSqlParameterSource("id", one.waiting().rowId())
                        .addValue("state", one.outcome().good() ? "DONE" : "FAILED")
                        .addValue("words", one.outcome().words())
                        .addValue("detail", one.outcome().detail(), Types.VARCHAR)
                        .addValue("now", now))
                .toArray(SqlParameterSource[]::new);
        transaction.executeWithoutResult(t -> batches.batchUpdate("""
                update round_device set state = :state, words = :words, detail = :detail, ended_at = :now
                where id = :id""", rows));
    }

    /** Those that are not begun any more, since a person has stopped the round. */
    void skip(List<Waiting> left) {
        jdbc.sql("""
                update round_device d set state = 'SKIPPED', words = 'Not begun: ' || r.stop_requested_by
                || ' stopped the round.', ended_at = :now from round r where d.id = any(:left) and r.id = d.round_id""")
                .param("now", Timestamp.from(clock.instant()))
                .param("left", ids(left))
                .update();
    }

    private static Long[] ids(List<Waiting> rows) {
        return rows.stream().map(Waiting::rowId).toArray(Long[]::new);
    }

    List<Result> results(long roundId) {
        return jdbc.sql("""
                select d.name, r.state, r.words, r.detail, r.ended_at from round_device r
                join device d on d.id = r.device_id where r.round_id = :roundId order by r.position""")
                .param("roundId", roundId)
                .query((row, i) -> result(row))
                .list();
    }

    private static Result result(ResultSet row) throws SQLException {
        Timestamp ended = row.getTimestamp(5);
        return new Result(
                row.getString(1),
                Turn.valueOf(row.getString(2)),
                row.getString(3),
                row.getString(4),
                ended == null ? null : ended.toInstant());
    }

    Counts counts(long roundId) {
        Map<String, Integer> counts = new HashMap<>();
        jdbc.sql("select state, count(*) from round_device where round_id = :roundId group by state")
                .param("roundId", roundId)
                .query((ResultSet row) -> {
                    counts.put(row.getString(1), row.getInt(2));
                });
        return new Counts(
                counts.getOrDefault("WAITING", 0),
                counts.getOrDefault("GOING", 0),
                counts.getOrDefault("DONE", 0),
                counts.getOrDefault("FAILED", 0),
                counts.getOrDefault("SKIPPED", 0));
    }

    /** Ids of the devices on which it failed or was not tried. */
    List<Long> notDone(long roundId) {
        return jdbc.sql("""
                select device_id from round_device where round_id = :roundId and state in ('FAILED', 'SKIPPED')
                order by position""").param("roundId", roundId).query(Long.class).list();
    }

    /** The last result of an action on a device. */
    Optional<Result> last(long deviceId, String action) {
        return jdbc
                .sql("""
                select d.name, r.state, r.words, r.detail, r.ended_at from round_device r
                join device d on d.id = r.device_id join round o on o.id = r.round_id
                where r.device_id = :deviceId and o.action = :action and r.state in ('DONE', 'FAILED')
                order by r.id desc limit 1""")
                .param("deviceId", deviceId)
                .param("action", action)
                .query((row, i) -> result(row))
                .list()
                .stream()
                .findFirst();
    }
}
