package io.safestep.app.regular;

import io.safestep.app.group.GroupUse;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Groups whose devices are looked at regularly. */
@Component
class GroupsOfRegularRounds implements GroupUse {

    private final JdbcClient jdbc;

    GroupsOfRegularRounds(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public List<String> of(long groupId) {
        return jdbc.sql("select name from regular_round where group_id = :groupId order by name")
                .param("groupId", groupId)
                .query((row, i) -> "the regular round " + row.getString(1))
                .list();
    }
}
