package io.safestep.app.rule;

import io.safestep.app.group.GroupUse;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Groups whose configurations must keep a rule. */
@Component
class GroupsOfRules implements GroupUse {

    private final JdbcTemplate jdbc;

    GroupsOfRules(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public List<String> of(long groupId) {
        return jdbc.query(
                "select name from config_rule where group_id = ? order by name",
                (row, i) -> "the rule " + row.getString(1),
                groupId);
    }
}
