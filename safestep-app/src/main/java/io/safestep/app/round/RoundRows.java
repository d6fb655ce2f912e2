package io.safestep.app.round;

import io.safestep.app.round.RoundAction.Outcome;
import io.safestep.app.round.RoundView.Counts;
import io.safestep.app.round.RoundView.Result;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The devices of rounds. Thousands are stored at once, so that this speaks with the database directly. */
@Component
class RoundRows {

    private static final int BATCH = 500;

    /** As far as the database counts without losing anything. */
    private static final Instant LATEST = Instant.parse("9999-01-01T00:00:00Z");

    private final JdbcTemplate jdbc;
    private final TransactionTemplate transaction;
    private final Clock clock;

    RoundRows(JdbcTemplate jdbc, TransactionTemplate transaction, Clock clock) {
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    record Waiting(long rowId, long deviceId, String device) {}

    /**
     * @param start UTC
     * @param spread over how long a stretch they are begun, evenly
     */
    void add(long roundId, List<Long> deviceIds, Instant start, Duration spread) {
        AtomicInteger position = new AtomicInteger();
        jdbc.batchUpdate(
                "insert into round_device (round_id, device_id, position, state, due_at) values (?, ?, ?, 'WAITING', ?)",
                deviceIds,
                BATCH,
                (statement, deviceId) -> {
                    statement.setLong(1, roundId);
                    statement.setLong(2, deviceId);
                    int nth = position.getAndIncrement();
                    statement.setInt(3, nth);
                    statement.setTimestamp(
                            4,
                            Timestamp.from(start.plus(spread.multipliedBy(nth).dividedBy(deviceIds.size()))));
                });
    }

    /** What a process that died was in the middle of waits again. */
    void takeUp(long roundId) {
        jdbc.update("update round_device set state = 'WAITING' where round_id = ? and state = 'GOING'", roundId);
    }

    /** Those that wait and whose time has come. */
    List<Waiting> waiting(long roundId, Instant now) {
        return jdbc.query(
                "select r.id, r.device_id, d.name from round_device r join device d on d.id = r.device_id"
                        + " where r.round_id = ? and r.state = 'WAITING' and r.due_at <= ? order by r.position",
                (row, i) -> new Waiting(row.getLong(1), row.getLong(2), row.getString(3)),
                roundId,
                Timestamp.from(now.isAfter(LATEST) ? LATEST : now));
    }

    /** When the next one has its time; empty when none waits. */
    Optional<Instant> nextDue(long roundId) {
        Timestamp due = jdbc.queryForObject(
                "select min(due_at) from round_device where round_id = ? and state = 'WAITING'",
                Timestamp.class,
                roundId);
        return Optional.ofNullable(due).map(Timestamp::toInstant);
    }

    /**
     * How long an action took on a device, on average over its newest rounds; empty when it was never done. In a round
     * many devices are done at the same time: this is the time of the round by the number of its devices.
     */
    Optional<Duration> usual(String action) {
        Double seconds = jdbc.queryForObject(
                "select sum(extract(epoch from (r.ended_at - r.started_at))) / nullif(sum(n.devices), 0) from"
                        + " (select * from round where action = ? and ended_at is not null and stop_requested_by is null"
                        + " and spread_minutes = 0 order by id desc limit 10) r"
                        + " cross join lateral (select count(*) as devices from round_device where round_id = r.id) n",
                Double.class,
                action);
        return Optional.ofNullable(seconds).map(s -> Duration.ofMillis(Math.round(s * 1_000)));
    }

    /** @return those that are begun: none of them when a person has stopped the round */
    Set<Long> begin(List<Waiting> next) {
        return new HashSet<>(jdbc.queryForList(
                "update round_device d set state = 'GOING' from round r"
                        + " where d.id = any(?) and r.id = d.round_id and r.stop_requested_by is null returning d.id",
                Long.class,
                (Object) ids(next)));
    }

    /** A device of a round that is done. */
    record Done(Waiting waiting, Outcome outcome) {}

    void end(List<Done> done) {
        Timestamp now = Timestamp.from(clock.instant());
        transaction.executeWithoutResult(t -> jdbc.batchUpdate(
                "update round_device set state = ?, words = ?, detail = ?, ended_at = ? where id = ?",
                done,
                BATCH,
                (statement, one) -> {
                    statement.setString(1, one.outcome().good() ? "DONE" : "FAILED");
                    statement.setString(2, one.outcome().words());
                    statement.setString(3, one.outcome().detail());
                    statement.setTimestamp(4, now);
                    statement.setLong(5, one.waiting().rowId());
                }));
    }

    /** Those that are not begun any more, since a person has stopped the round. */
    void skip(List<Waiting> left) {
        jdbc.update(
                "update round_device d set state = 'SKIPPED', words = 'Not begun: ' || r.stop_requested_by"
                        + " || ' stopped the round.', ended_at = ? from round r where d.id = any(?) and r.id = d.round_id",
                Timestamp.from(clock.instant()),
                ids(left));
    }

    private static Long[] ids(List<Waiting> rows) {
        return rows.stream().map(Waiting::rowId).toArray(Long[]::new);
    }

    List<Result> results(long roundId) {
        return jdbc.query(
                "select d.name, r.state, r.words, r.detail, r.ended_at from round_device r"
                        + " join device d on d.id = r.device_id where r.round_id = ? order by r.position",
                (row, i) -> result(row),
                roundId);
    }

    private static Result result(ResultSet row) throws SQLException {
        Timestamp ended = row.getTimestamp(5);
        return new Result(
                row.getString(1),
                row.getString(2).toLowerCase(Locale.ROOT),
                row.getString(3),
                row.getString(4),
                ended == null ? null : ended.toInstant());
    }

    Counts counts(long roundId) {
        Map<String, Integer> counts = new HashMap<>();
        jdbc.query(
                "select state, count(*) from round_device where round_id = ? group by state",
                row -> {
                    counts.put(row.getString(1), row.getInt(2));
                },
                roundId);
        return new Counts(
                counts.getOrDefault("WAITING", 0),
                counts.getOrDefault("GOING", 0),
                counts.getOrDefault("DONE", 0),
                counts.getOrDefault("FAILED", 0),
                counts.getOrDefault("SKIPPED", 0));
    }

    /** Ids of the devices on which it failed or was not tried. */
    List<Long> notDone(long roundId) {
        return jdbc.queryForList(
                "select device_id from round_device where round_id = ? and state in ('FAILED', 'SKIPPED')"
                        + " order by position",
                Long.class,
                roundId);
    }

    /** The last result of an action on a device. */
    Optional<Result> last(long deviceId, String action) {
        return jdbc
                .query(
                        "select d.name, r.state, r.words, r.detail, r.ended_at from round_device r"
                                + " join device d on d.id = r.device_id join round o on o.id = r.round_id"
                                + " where r.device_id = ? and o.action = ? and r.state in ('DONE', 'FAILED')"
                                + " order by r.id desc limit 1",
                        (row, i) -> result(row),
                        deviceId,
                        action)
                .stream()
                .findFirst();
    }
}
