package io.safestep.app.backup.keeping;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which devices have a backup that is good enough, and which have not. */
@Component
public class Coverage {

    private static final String ROWS = """
            select d.name, s.name as site, d.role, d.platform, d.backed_up_at, d.backup_failed_at, d.backup_problem,
              d.unsaved, d.matches, b.id as version, b.taken_at, b.summary, n.versions, r.id as reference
            from device d join site s on s.id = d.site_id
              left join lateral (select id, taken_at, summary from backup where device_id = d.id and kind = 'RUNNING'
            order by taken_at desc, id desc limit 1) b on true
              left join lateral (select count(*) as versions from backup where device_id = d.id and kind = 'RUNNING') n
            on true
              left join backup r on r.device_id = d.id and r.reference_reason is not null
            order by d.name""";

    private final JdbcClient jdbc;
    private final Retention retention;
    private final Clock clock;

    Coverage(JdbcClient jdbc, Retention retention, Clock clock) {
        this.jdbc = jdbc;
        this.retention = retention;
        this.clock = clock;
    }

    /** How good the backup of a device is. */
    enum State {
        /** There is none. */
        NONE,
        /** The last attempt failed. */
        FAILED,
        /** The last one is older than the policy allows. */
        OLD,
        GOOD
    }

    /**
     * One device.
     *
     * @param lastAt when it was last backed up or confirmed, UTC
     * @param failedAt when the last attempt failed, UTC; null when it did not
     * @param problem why it failed
     * @param versions how many versions of running are kept
     * @param saved whether running and startup are the same
     * @param match whether it holds its baseline
     */
    public record Row(
            String device,
            String site,
            DeviceRole role,
            String platform,
            State state,
            @Nullable Instant lastAt,
            @Nullable Instant failedAt,
            @Nullable String problem,
            @JsonUnwrapped Newest newest,
            int versions,
            Saved saved,
            Match match,
            boolean reference) {

        /**
         * The newest version of what it runs.
         *
         * @param versionId the newest version of what it runs
         * @param versionAt since when it runs that, as far as is known, UTC
         * @param summary what differs there from the version before
         */
        public record Newest(
                @Nullable Long versionId,
                @Nullable Instant versionAt,
                @Nullable String summary) {}
    }

    public List<Row> rows() {
        Instant oldBefore =
                clock.instant().minus(Duration.ofHours(retention.policy().oldAfterHours()));
        return jdbc.sql(ROWS).query((row, i) -> row(row, oldBefore)).list();
    }

    private static Row row(ResultSet row, Instant oldBefore) throws SQLException {
        Instant lastAt = instant(row, "backed_up_at");
        Instant failedAt = instant(row, "backup_failed_at");
        return new Row(
                row.getString("name"),
                row.getString("site"),
                DeviceRole.valueOf(row.getString("role")),
                row.getString("platform"),
                state(lastAt, failedAt, oldBefore),
                lastAt,
                failedAt,
                row.getString("backup_problem"),
                new Row.Newest(
                        row.getObject("version", Long.class), instant(row, "taken_at"), row.getString("summary")),
                row.getInt("versions"),
                Saved.unless(row.getObject("unsaved", Boolean.class)),
                Match.of(row.getObject("matches", Boolean.class)),
                row.getObject("reference") != null);
    }

    private static State state(@Nullable Instant lastAt, @Nullable Instant failedAt, Instant oldBefore) {
        if (failedAt != null) {
            return State.FAILED;
        }
        if (lastAt == null) {
            return State.NONE;
        }
        return lastAt.isBefore(oldBefore) ? State.OLD : State.GOOD;
    }

    private static @Nullable Instant instant(ResultSet row, String column) throws SQLException {
        Timestamp at = row.getTimestamp(column);
        return at == null ? null : at.toInstant();
    }
}
