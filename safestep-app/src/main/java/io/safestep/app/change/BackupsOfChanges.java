package io.safestep.app.change;

import io.safestep.app.backup.keeping.KeptBackups;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Backups from which changes were derived, or to which they return. */
@Component
class BackupsOfChanges implements KeptBackups {

    private final JdbcClient jdbc;

    BackupsOfChanges(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String why() {
        return "belong to a change";
    }

    @Override
    public Set<Long> kept() {
        return new HashSet<>(jdbc.sql("""
                select baseline_backup_id from change_target where baseline_backup_id is not null
                union select wanted_backup_id from change_target where wanted_backup_id is not null""").query(Long.class).list());
    }
}
