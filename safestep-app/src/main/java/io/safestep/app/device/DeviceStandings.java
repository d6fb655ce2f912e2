package io.safestep.app.device;

import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What visits and backups showed of a device. Written at every visit, thousands of times in a round: each time with one
 * statement, and without reading the whole record.
 */
@Component
class DeviceStandings {

    /** The first host key that a device shows is the one that it has to show from then on. */
    private static final String SEEN =
            " last_seen_at = :now, last_problem = null, host_key = coalesce(host_key, :hostKey)";

    private static final String STANDING = "select baseline_backup_id, matches, unsaved from device where id = :id";

    private static final String READ = " backed_up_at = :now, backup_failed_at = null, backup_problem = null";

    private final JdbcClient jdbc;
    private final Clock clock;

    DeviceStandings(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    void seen(long deviceId, @Nullable String hostKey) {
        now("update device set" + SEEN + " where id = :id", deviceId)
                .param("hostKey", hostKey)
                .update();
    }

    Standing of(long deviceId) {
        return jdbc.sql(STANDING)
                .param("id", deviceId)
                .query(DeviceStandings::standing)
                .single();
    }

    /** Leaves others room to store what only names the device. */
    Standing lock(long deviceId) {
        return jdbc.sql(STANDING + " for no key update")
                .param("id", deviceId)
                .query(DeviceStandings::standing)
                .single();
    }

    /**
     * @param hostKey what the device showed; null when that it was seen has been noted
     * @return whether it stood so before: if not, nothing was noted
     */
    boolean backedUp(
            long deviceId,
            Standing before,
            @Nullable String hostKey,
            Saved saved,
            Match match,
            @Nullable String marker) {
        String read = "update device set unsaved = :unsaved, matches = :matches, marker = :marker,"
                + " marker_at = " + (marker == null ? "null" : ":now")
                + (match == Match.MATCHES ? ", matched_at = :now," : ",") + READ
                + (hostKey == null ? "" : "," + SEEN)
                + " "
                + """
                where id = :id
                  and baseline_backup_id is not distinct from :baseline
                  and unsaved is not distinct from :unsavedBefore""";
        return now(read, deviceId)
                        .param("unsaved", saved.differ(), Types.BOOLEAN)
                        .param("matches", match.stored(), Types.BOOLEAN)
                        .param("marker", marker, Types.VARCHAR)
                        .param("hostKey", hostKey)
                        .param("baseline", before.baselineBackupId(), Types.BIGINT)
                        .param("unsavedBefore", before.saved().differ(), Types.BOOLEAN)
                        .update()
                > 0;
    }

    Standing confirmed(long deviceId, @Nullable String hostKey) {
        String confirm = "update device set matched_at = case when matches then :now else matched_at end," + READ + ","
                + SEEN + " where id = :id returning baseline_backup_id, matches, unsaved";
        return now(confirm, deviceId)
                .param("hostKey", hostKey)
                .query(DeviceStandings::standing)
                .single();
    }

    private JdbcClient.StatementSpec now(String sql, long deviceId) {
        return jdbc.sql(sql).param("id", deviceId).param("now", Timestamp.from(clock.instant()));
    }

    private static Standing standing(ResultSet row, int number) throws SQLException {
        return new Standing(
                row.getObject(1, Long.class),
                Match.of(row.getObject(2, Boolean.class)),
                Saved.unless(row.getObject(3, Boolean.class)));
    }
}
