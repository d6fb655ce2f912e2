package io.safestep.app.rule;

import io.safestep.app.group.GroupUse;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Groups whose configurations must keep a rule. */
@Component
class GroupsOfRules implements GroupUse {

    private final JdbcClient jdbc;

    GroupsOfRules(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public List<String> of(long groupId) {
        return jdbc.sql("select name from config_rule where group_id = :groupId order by name")
                .param("groupId", groupId)
                .query((row, i) -> "the rule " + row.getString(1))
                .list();
    }
}
