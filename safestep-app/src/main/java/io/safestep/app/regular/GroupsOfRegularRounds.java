package io.safestep.app.regular;

import io.safestep.app.group.GroupUse;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Groups whose devices are looked at regularly. */
@Component
class GroupsOfRegularRounds implements GroupUse {

    private final JdbcTemplate jdbc;

    GroupsOfRegularRounds(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public List<String> of(long groupId) {
        return jdbc.query(
                "select name from regular_round where group_id = ? order by name",
                (row, i) -> "the regular round " + row.getString(1),
                groupId);
    }
}
