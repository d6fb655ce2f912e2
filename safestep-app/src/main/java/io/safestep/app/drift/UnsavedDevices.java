package io.safestep.app.drift;

import io.safestep.app.backup.Backups;
import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Devices whose running configuration would be lost at a restart. */
@Component
class UnsavedDevices {

    private static final String ROWS = """
            select d.name, s.name as site, d.stance = 'MANAGED' as managed, d.matches, d.backed_up_at, u.id as startup,
              r.id as running
            from device d join site s on s.id = d.site_id
              cross join lateral (select id from backup where device_id = d.id and kind = 'STARTUP'
            order by taken_at desc, id desc limit 1) u
              cross join lateral (select id from backup where device_id = d.id and kind = 'RUNNING'
            order by taken_at desc, id desc limit 1) r
            where d.unsaved order by d.name""";

    private final JdbcClient jdbc;
    private final Backups backups;

    UnsavedDevices(JdbcClient jdbc, Backups backups) {
        this.jdbc = jdbc;
        this.backups = backups;
    }

    /**
     * @param matches whether running is the baseline: what would be lost is then what was accepted
     * @param readAt when that was seen last, UTC
     * @param startupId the newest version of startup
     * @param runningId the newest version of running
     * @param summary what running holds and startup does not, in one line
     */
    record Unsaved(
            String device,
            String site,
            boolean managed,
            boolean matches,
            Instant readAt,
            long startupId,
            long runningId,
            String summary) {}

    @Transactional(readOnly = true)
    public List<Unsaved> all() {
        return jdbc.sql(ROWS)
                .query((row, i) -> new Unsaved(
                        row.getString("name"),
                        row.getString("site"),
                        row.getBoolean("managed"),
                        row.getBoolean("matches"),
                        row.getTimestamp("backed_up_at").toInstant(),
                        row.getLong("startup"),
                        row.getLong("running"),
                        backups.summary(row.getLong("startup"), row.getLong("running"))))
                .list();
    }
}
