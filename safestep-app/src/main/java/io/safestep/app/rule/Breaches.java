package io.safestep.app.rule;

import io.safestep.app.rule.RuleView.Broken;
import io.safestep.core.rule.Breach;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Which devices do not keep which rule now. */
@Component
class Breaches {

    private static final JsonMapper JSON = JsonMapper.shared();
    private static final TypeReference<List<Breach>> BREACHES = new TypeReference<>() {};

    private final JdbcClient jdbc;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Breaches(JdbcClient jdbc, ApplicationEventPublisher events, Clock clock) {
        this.jdbc = jdbc;
        this.events = events;
        this.clock = clock;
    }

    private record Kept(long deviceId, Broken broken) {}

    /** By name of the device. */
    List<Broken> of(long ruleId, Set<Long> exempt) {
        return jdbc
                .sql("""
                select d.id, d.name, b.since, b.backup_id, b.breaches from config_rule_breach b
                join device d on d.id = b.device_id where b.rule_id = :ruleId order by d.name""")
                .param("ruleId", ruleId)
                .query((row, i) -> new Kept(
                        row.getLong(1),
                        new Broken(
                                row.getString(2),
                                row.getTimestamp(3).toInstant(),
                                row.getLong(4),
                                JSON.readValue(row.getString(5), BREACHES))))
                .list()
                .stream()
                .filter(kept -> !exempt.contains(kept.deviceId()))
                .map(Kept::broken)
                .toList();
    }

    void keeps(long ruleId, long deviceId) {
        jdbc.sql("delete from config_rule_breach where rule_id = :ruleId and device_id = :deviceId")
                .param("ruleId", ruleId)
                .param("deviceId", deviceId)
                .update();
    }

    /** @param exempt nobody is told, since it need not keep the rule */
    void breaks(long ruleId, String rule, long deviceId, long backupId, List<Breach> found, boolean exempt) {
        boolean isNew =
                jdbc.sql("select count(*) from config_rule_breach where rule_id = :ruleId and device_id = :deviceId")
                                .param("ruleId", ruleId)
                                .param("deviceId", deviceId)
                                .query(Integer.class)
                                .single()
                        == 0;
        jdbc.sql("""
                insert into config_rule_breach (rule_id, device_id, since, backup_id, breaches)
                values (:ruleId, :deviceId, :now, :backupId, :found)
                on conflict (rule_id, device_id) do update set backup_id = excluded.backup_id,
                breaches = excluded.breaches""")
                .param("ruleId", ruleId)
                .param("deviceId", deviceId)
                .param("now", Timestamp.from(clock.instant()))
                .param("backupId", backupId)
                .param("found", JSON.writeValueAsString(found))
                .update();
        if (isNew && !exempt) {
            events.publishEvent(
                    new RuleBroken(ruleId, rule, deviceId, found.get(0).sentence(), clock.instant()));
        }
    }

    void retain(long ruleId, Set<Long> deviceIds) {
        if (deviceIds.isEmpty()) {
            jdbc.sql("delete from config_rule_breach where rule_id = :ruleId")
                    .param("ruleId", ruleId)
                    .update();
        } else {
            jdbc.sql("delete from config_rule_breach where rule_id = :rule and device_id not in (:devices)")
                    .param("rule", ruleId)
                    .param("devices", deviceIds)
                    .update();
        }
    }
}
