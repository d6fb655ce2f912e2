package io.safestep.app.device;

import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
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

    private final NamedParameterJdbcTemplate jdbc;
    private final Clock clock;

    DeviceStandings(NamedParameterJdbcTemplate jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    void seen(long deviceId, String hostKey) {
        jdbc.update("update device set" + SEEN + " where id = :id", at(deviceId).addValue("hostKey", hostKey));
    }

    Standing of(long deviceId) {
        return jdbc.queryForObject(STANDING, at(deviceId), DeviceStandings::standing);
    }

    /** Leaves others room to store what only names the device. */
    Standing lock(long deviceId) {
        return jdbc.queryForObject(STANDING + " for no key update", at(deviceId), DeviceStandings::standing);
    }

    /**
     * @param hostKey what the device showed; null when that it was seen has been noted
     * @return whether it stood so before: if not, nothing was noted
     */
    boolean backedUp(long deviceId, Standing before, String hostKey, Saved saved, Match match, String marker) {
        MapSqlParameterSource values = at(deviceId)
                .addValue("unsaved", saved.differ(), Types.BOOLEAN)
                .addValue("matches", match.stored(), Types.BOOLEAN)
                .addValue("marker", marker, Types.VARCHAR)
                .addValue("hostKey", hostKey)
                .addValue("baseline", before.baselineBackupId(), Types.BIGINT)
                .addValue("unsavedBefore", before.saved().differ(), Types.BOOLEAN);
        return jdbc.update(
                        "update device set unsaved = :unsaved, matches = :matches, marker = :marker,"
                                + " marker_at = " + (marker == null ? "null" : ":now")
                                + (match == Match.MATCHES ? ", matched_at = :now," : ",") + READ
                                + (hostKey == null ? "" : "," + SEEN) + " where id = :id"
                                + " and baseline_backup_id is not distinct from :baseline"
                                + " and unsaved is not distinct from :unsavedBefore",
                        values)
                > 0;
    }

    Standing confirmed(long deviceId, String hostKey) {
        return jdbc.queryForObject(
                "update device set matched_at = case when matches then :now else matched_at end," + READ + "," + SEEN
                        + " where id = :id returning baseline_backup_id, matches, unsaved",
                at(deviceId).addValue("hostKey", hostKey),
                DeviceStandings::standing);
    }

    private MapSqlParameterSource at(long deviceId) {
        return new MapSqlParameterSource("id", deviceId).addValue("now", Timestamp.from(clock.instant()));
    }

    private static Standing standing(ResultSet row, int number) throws SQLException {
        return new Standing(
                row.getObject(1, Long.class),
                Match.of(row.getObject(2, Boolean.class)),
                Saved.unless(row.getObject(3, Boolean.class)));
    }
}
