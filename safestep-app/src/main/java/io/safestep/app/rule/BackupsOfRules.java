package io.safestep.app.rule;

import io.safestep.app.backup.keeping.KeptBackups;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Backups that show that a rule is broken. */
@Component
class BackupsOfRules implements KeptBackups {

    private final JdbcClient jdbc;

    BackupsOfRules(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String why() {
        return "show that a rule is broken";
    }

    @Override
    public Set<Long> kept() {
        return new HashSet<>(jdbc.sql("select distinct backup_id from config_rule_breach")
                .query(Long.class)
                .list());
    }
}
