package io.safestep.app.schedule.freezes;

import io.safestep.app.group.GroupUse;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A group can't be removed while a freeze holds for it: the freeze would come to hold for everything. */
@Component
class GroupsOfFreezes implements GroupUse {

    private final JdbcClient jdbc;

    GroupsOfFreezes(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public List<String> of(long groupId) {
        return jdbc.sql("""
                select f.name from change_freeze f join freeze_group g on g.freeze_id = f.id
                where g.group_id = :groupId
                and f.lifted_at is null order by f.name""")
                .param("groupId", groupId)
                .query((row, i) -> "the freeze " + row.getString(1))
                .list();
    }
}
