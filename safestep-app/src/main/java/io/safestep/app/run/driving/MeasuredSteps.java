package io.safestep.app.run.driving;

import io.safestep.app.schedule.MeasuredPhases;
import io.safestep.core.run.Phase;
import java.sql.ResultSet;
import java.time.Duration;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How long the phases of earlier runs took: the longest of the last five on each device. */
@Component
public class MeasuredSteps implements MeasuredPhases {

    private final JdbcClient jdbc;

    MeasuredSteps(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    @Transactional(readOnly = true)
    public Map<String, Map<Phase, Duration>> of(Collection<Long> deviceIds) {
        Map<String, Map<Phase, Duration>> measured = new HashMap<>();
        jdbc.sql("""
                select name, phase, max(millis) from (select v.name, s.phase,
                extract(epoch from s.ended_at - s.started_at) * 1000 as millis,
                row_number() over (partition by d.device_id, s.phase order by s.id desc) as newest
                from run_step s join run_device d on d.id = s.run_device_id join device v on v.id = d.device_id
                where d.device_id = any(:deviceIds) and s.state = 'DONE'
                -- How long a person took to answer says nothing about the device.
                and not (s.phase = 'CHECK_AFTER' and exists
                (select 1 from check_question q where q.run_device_id = d.id))) as steps where newest <= 5
                group by name, phase""").param("deviceIds", deviceIds.toArray(Long[]::new)).query((ResultSet row) -> {
            measured.computeIfAbsent(row.getString(1), name -> new EnumMap<>(Phase.class))
                    .put(Phase.valueOf(row.getString(2)), Duration.ofMillis(row.getLong(3)));
        });
        return measured;
    }
}
