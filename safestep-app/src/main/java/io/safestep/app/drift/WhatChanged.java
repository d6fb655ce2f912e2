package io.safestep.app.drift;

import io.safestep.app.sight.Sight;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What changed on devices in a stretch of time: by changes, by restores, past Safe Step, and what was taken back. */
@Component
class WhatChanged {

    static final int MOST = 2_000;

    private static final String VERSIONS = """
            select b.id, b.taken_at, d.name, s.name as site, b.cause, b.change_number, b.summary, b.touches, b.logged_in,
              p.id as before_id, p.confirmed_at as not_before, f.id as finding,
              exists (select 1 from change_request c join change_target t on t.change_id = c.id
            where c.number = b.change_number and t.device_id = d.id and t.way = 'BACKUP') as restore
            from backup b join device d on d.id = b.device_id join site s on s.id = d.site_id
              cross join lateral (select id, confirmed_at, hash from backup where device_id = b.device_id
            and kind = 'RUNNING' and (taken_at, id) < (b.taken_at, b.id) order by taken_at desc, id desc limit 1) p
              left join lateral (select id from drift_finding where device_id = d.id
            and (found_backup_id = b.id or first_seen_at <= b.taken_at) and (ended_at is null or ended_at >= b.taken_at) order by id desc limit 1) f on true
            where b.kind = 'RUNNING' and b.cause <> 'IMPORTED' and b.hash <> p.hash and b.taken_at >= :from and b.taken_at < :to
              and (:all or d.name = any(:names))
            order by b.taken_at desc, b.id desc limit :most""";

    private static final String TAKEN_BACK = """
            select r.ended_at, d.name, s.name as site, c.number, r.verdict, rd.before_backup_id
            from run r join change_request c on c.id = r.change_id join run_device rd on rd.run_id = r.id
              join device d on d.id = rd.device_id join site s on s.id = d.site_id
            where r.state = 'ROLLED_BACK' and rd.written and r.ended_at >= :from and r.ended_at < :to
              and (:all or d.name = any(:names))
            order by r.ended_at desc limit :most""";

    private final JdbcClient jdbc;

    WhatChanged(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** By what a device was changed. */
    enum Source {
        CHANGE,
        RESTORE,
        /** Past Safe Step. */
        OUTSIDE,
        /** A change wrote to it, and took it back. */
        TAKEN_BACK
    }

    /**
     * Something that changed on a device. All times are UTC.
     *
     * @param at when it was found, or when the run ended
     * @param notBefore it can't have happened before this; null when the time is exact
     * @param summary what differs, in one line
     * @param touches the places that differ, each with its parents
     * @param beforeId the version before; null when nothing is left to be compared
     * @param afterId the version after; null when nothing is left to be compared
     * @param findingId the finding about it; null when there is none
     */
    record Row(
            Instant at,
            @Nullable Instant notBefore,
            String device,
            String site,
            Source source,
            @Nullable Integer changeNumber,
            String summary,
            List<String> touches,
            String loggedIn,
            @Nullable Long beforeId,
            @Nullable Long afterId,
            @Nullable Long findingId) {

        private Row told(Sight sight) {
            return new Row(
                    at,
                    notBefore,
                    device,
                    site,
                    source,
                    changeNumber,
                    source == Source.TAKEN_BACK ? sight.told(summary) : summary,
                    touches,
                    loggedIn,
                    beforeId,
                    afterId,
                    findingId);
        }
    }

    /**
     * At most 2,000, newest first.
     *
     * @param sight of who asks: of devices that they do not see, nothing is told
     */
    List<Row> between(Instant from, Instant to, Sight sight) {
        List<Row> rows = new ArrayList<>(jdbc.sql(VERSIONS)
                .param("from", Timestamp.from(from))
                .param("to", Timestamp.from(to))
                .param("all", sight.readsEverything())
                .param("names", sight.names().toArray(String[]::new))
                .param("most", MOST)
                .query((row, i) -> version(row))
                .list());
        rows.addAll(jdbc.sql(TAKEN_BACK)
                .param("from", Timestamp.from(from))
                .param("to", Timestamp.from(to))
                .param("all", sight.readsEverything())
                .param("names", sight.names().toArray(String[]::new))
                .param("most", MOST)
                .query((row, i) -> takenBack(row))
                .list());
        rows.sort(Comparator.comparing(Row::at).reversed());
        return rows.stream().limit(MOST).map(r -> r.told(sight)).toList();
    }

    private static Row version(ResultSet row) throws SQLException {
        boolean byChange = row.getString("cause").equals("AFTER_CHANGE");
        String touches = row.getString("touches");
        return new Row(
                row.getTimestamp("taken_at").toInstant(),
                byChange ? null : row.getTimestamp("not_before").toInstant(),
                row.getString("name"),
                row.getString("site"),
                !byChange ? Source.OUTSIDE : row.getBoolean("restore") ? Source.RESTORE : Source.CHANGE,
                byChange ? row.getObject("change_number", Integer.class) : null,
                row.getString("summary"),
                touches.isEmpty() ? List.of() : List.of(touches.split("\n")),
                row.getString("logged_in"),
                row.getLong("before_id"),
                row.getLong("id"),
                byChange ? null : row.getObject("finding", Long.class));
    }

    private static Row takenBack(ResultSet row) throws SQLException {
        return new Row(
                row.getTimestamp("ended_at").toInstant(),
                null,
                row.getString("name"),
                row.getString("site"),
                Source.TAKEN_BACK,
                row.getInt("number"),
                row.getString("verdict") == null ? "Rolled back." : row.getString("verdict"),
                List.of(),
                "",
                null,
                null,
                null);
    }
}
