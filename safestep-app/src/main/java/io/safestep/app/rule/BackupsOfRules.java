package io.safestep.app.rule;

import io.safestep.app.backup.keeping.KeptBackups;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Backups that show that a rule is broken. */
@Component
class BackupsOfRules implements KeptBackups {

    private final JdbcTemplate jdbc;

    BackupsOfRules(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String why() {
        return "show that a rule is broken";
    }

    @Override
    public Set<Long> kept() {
        return new HashSet<>(jdbc.queryForList("select distinct backup_id from config_rule_breach", Long.class));
    }
}
