package io.safestep.app.ground;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.content.MovedGround;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeTransitions;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What becomes of changes whose devices were changed outside where they write: they go back to their author, and what was
 * approved is asked for anew. The front door of this package.
 */
@Service
class Grounds {

    private static final String NEWEST = """
            select t.id, t.baseline_backup_id as base, coalesce(r.id, d.baseline_backup_id) as running, c.number, t.device_id
              from change_request c
              join change_target t on t.change_id = c.id
              join device d on d.id = t.device_id and d.matches is not null and d.baseline_backup_id is not null
              left join lateral (select b.id from backup b where b.device_id = t.device_id and b.kind = 'RUNNING'
                                  and not d.matches order by b.taken_at desc, b.id desc limit 1) r on true
             where c.state in ('IN_REVIEW', 'APPROVED', 'BOOKED') and t.commands > 0 and t.baseline_backup_id is not null
            """;

    /** What a run is at work on is left alone until it has ended: it may be taken back. */
    private static final String TO_LOOK_AT = "select distinct n.number from (" + NEWEST + ") n"
            + " left join ground_look g on g.target_id = n.id and g.base_id = n.base and g.running_id = n.running"
            + " where g.target_id is null and not exists (select 1 from device_claim k where k.device_id = n.device_id)"
            + " order by n.number";

    private static final String LOOKED = """
            insert into ground_look (target_id, base_id, running_id)
            select n.id, n.base, n.running from (""" + NEWEST + ") n where n.number = :number"
            + " on conflict (target_id) do update set base_id = excluded.base_id, running_id = excluded.running_id";

    private final JdbcClient jdbc;
    private final Changes changes;
    private final MovedGround moved;

    Grounds(JdbcClient jdbc, Changes changes, MovedGround moved) {
        this.jdbc = jdbc;
        this.changes = changes;
        this.moved = moved;
    }

    /** Numbers of changes of which a device has been found to hold something else since they were looked at last. */
    @Transactional(readOnly = true)
    public List<Integer> toLookAt() {
        return jdbc.sql(TO_LOOK_AT).query(Integer.class).list();
    }

    /** Sends a change back whose ground has moved. */
    @Transactional
    public void look(int number) {
        Change change = changes.lock(number);
        if (ChangeTransitions.after(change.state(), ChangeAction.GROUND_MOVED).isEmpty()) {
            return;
        }
        jdbc.sql(LOOKED).param("number", number).update();
        List<String> where = new ArrayList<>();
        for (ChangeTarget target : change.targets()) {
            List<String> parts = moved.of(target);
            if (!parts.isEmpty()) {
                where.add(MovedGround.words(target, parts));
            }
        }
        if (!where.isEmpty()) {
            String words = String.join("; ", where);
            change.groundMoved(words);
            changes.transition(
                    change,
                    ChangeAction.GROUND_MOVED,
                    AuditLog.SAFE_STEP,
                    "Changed outside where it writes: " + words + ".");
        }
    }
}
