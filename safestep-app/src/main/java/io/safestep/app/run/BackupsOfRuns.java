package io.safestep.app.run;

import io.safestep.app.backup.keeping.KeptBackups;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Backups from before and after the runs of changes. */
@Component
class BackupsOfRuns implements KeptBackups {

    private final JdbcClient jdbc;

    BackupsOfRuns(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String why() {
        return "belong to a run";
    }

    @Override
    public Set<Long> kept() {
        return new HashSet<>(jdbc.sql("""
                select before_backup_id from run_device where before_backup_id is not null
                union select after_backup_id from run_device where after_backup_id is not null""").query(Long.class).list());
    }
}
