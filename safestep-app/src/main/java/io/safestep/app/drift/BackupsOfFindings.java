package io.safestep.app.drift;

import io.safestep.app.backup.keeping.KeptBackups;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Backups about which people decide, or have decided. */
@Component
class BackupsOfFindings implements KeptBackups {

    private final JdbcClient jdbc;

    BackupsOfFindings(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String why() {
        return "belong to a drift finding";
    }

    @Override
    public Set<Long> kept() {
        return new HashSet<>(jdbc.sql("""
                select baseline_backup_id from drift_finding union select found_backup_id from drift_finding
                union select last_good_backup_id from drift_finding where last_good_backup_id is not null""").query(Long.class).list());
    }
}
