package io.safestep.app.backup.keeping;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.backup.stored.ConfigurationSearch;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which versions are not kept any longer. Always kept are the newest of each configuration, the reference, the baseline,
 * named ones, and those of which something else speaks.
 */
@Component
public class Retention {

    private static final int STEP = 1_000;
    private static final int MOST_TOLD = 200;

    private static final String CANDIDATES = """
            select b.id, d.name, b.size from
              (select id, device_id, size, confirmed_at, reference_reason, label,
            row_number() over (partition by device_id, kind, file order by taken_at desc, id desc) as nth from backup) b
            join device d on d.id = b.device_id
            where b.nth > :nth and b.confirmed_at < :keepDays and b.reference_reason is null and b.label = ''
              and d.baseline_backup_id is distinct from b.id
            order by b.id""";

    private final JdbcClient jdbc;
    private final ConfigContents contents;
    private final ConfigurationSearch search;
    private final List<KeptBackups> keepers;
    private final AuditLog audit;
    private final Clock clock;

    Retention(
            JdbcClient jdbc,
            ConfigContents contents,
            ConfigurationSearch search,
            List<KeptBackups> keepers,
            AuditLog audit,
            Clock clock) {
        this.jdbc = jdbc;
        this.contents = contents;
        this.search = search;
        this.keepers = keepers;
        this.audit = audit;
        this.clock = clock;
    }

    public BackupPolicy policy() {
        return jdbc.sql("select old_after_hours, keep_days, keep_versions, clears_daily from backup_policy")
                .query((row, i) -> new BackupPolicy(row.getInt(1), row.getInt(2), row.getInt(3), row.getBoolean(4)))
                .single();
    }

    @Transactional
    public BackupPolicy change(BackupPolicy policy, String person) {
        jdbc.sql("""
                update backup_policy set old_after_hours = :oldAfterHours, keep_days = :keepDays, keep_versions =
                :keepVersions, clears_daily = :clearsDaily""")
                .param("oldAfterHours", policy.oldAfterHours())
                .param("keepDays", policy.keepDays())
                .param("keepVersions", policy.keepVersions())
                .param("clearsDaily", policy.clearsDaily())
                .update();
        audit.write(
                person,
                "backups",
                "backup policy changed",
                "Old after " + policy.oldAfterHours() + " hours; kept for " + policy.keepDays()
                        + " days, and the newest " + policy.keepVersions() + " however old; cleared "
                        + (policy.clearsDaily() ? "daily." : "by hand."));
        return policy;
    }

    /**
     * What would be taken away.
     *
     * @param versions how many
     * @param characters of their texts; what is stored is less, since it is compressed and equal texts are stored once
     * @param devices the first 200 of them, by name
     * @param kept how many would go by age and number, and are kept, by reason
     */
    public record Plan(
            int versions, long characters, List<OfDevice> devices, int deviceCount, Map<String, Integer> kept) {

        /** With the devices that somebody sees; the numbers are those of the whole network. */
        public Plan told(Sight sight) {
            return new Plan(versions, characters, sight.seen(devices, OfDevice::device), deviceCount, kept);
        }
    }

    record OfDevice(String device, int versions) {}

    private record Candidate(long id, String device, int size) {}

    @Transactional(readOnly = true)
    public Plan plan(int keepDays, int keepVersions) {
        Map<String, Integer> kept = new TreeMap<>();
        List<Candidate> going = going(keepDays, keepVersions, kept);
        Map<String, Integer> byDevice = new TreeMap<>();
        going.forEach(c -> byDevice.merge(c.device(), 1, Integer::sum));
        return new Plan(
                going.size(),
                going.stream().mapToLong(Candidate::size).sum(),
                byDevice.entrySet().stream()
                        .limit(MOST_TOLD)
                        .map(e -> new OfDevice(e.getKey(), e.getValue()))
                        .toList(),
                byDevice.size(),
                kept);
    }

    private List<Candidate> going(int keepDays, int keepVersions, Map<String, Integer> kept) {
        Map<Long, String> reasons = new HashMap<>();
        keepers.forEach(k -> k.kept().forEach(id -> reasons.putIfAbsent(id, k.why())));
        List<Candidate> going = new ArrayList<>();
        List<Candidate> candidates = jdbc.sql(CANDIDATES)
                .param("nth", Math.max(1, keepVersions))
                .param("keepDays", Timestamp.from(clock.instant().minus(Duration.ofDays(keepDays))))
                .query((row, i) -> new Candidate(row.getLong(1), row.getString(2), row.getInt(3)))
                .list();
        for (Candidate candidate : candidates) {
            String reason = reasons.get(candidate.id());
            if (reason == null) {
                going.add(candidate);
            } else {
                kept.merge(reason, 1, Integer::sum);
            }
        }
        return going;
    }

    /**
     * Takes away what the stored policy does not keep.
     *
     * @param seen how many versions the person has seen that would go; null when nobody looked
     * @throws ProblemException when it would be others by now
     */
    @Transactional
    public Plan clear(@Nullable Integer seen, String person) {
        BackupPolicy policy = policy();
        Plan plan = plan(policy.keepDays(), policy.keepVersions());
        if (seen != null && seen != plan.versions()) {
            throw ProblemException.moved("It would be " + plan.versions() + " versions by now, and not " + seen
                    + ". Look at the list again.");
        }
        List<Long> ids = going(policy.keepDays(), policy.keepVersions(), new HashMap<>()).stream()
                .map(Candidate::id)
                .toList();
        for (int i = 0; i < ids.size(); i += STEP) {
            jdbc.sql("delete from backup where id in (:ids)")
                    .param("ids", ids.subList(i, Math.min(ids.size(), i + STEP)))
                    .update();
        }
        if (!ids.isEmpty()) {
            int texts = contents.removeUnused();
            audit.write(
                    person,
                    "backups",
                    "versions cleared",
                    ids.size() + " versions of " + plan.deviceCount() + " devices, " + texts + " texts.");
            search.forgetRemoved();
        }
        return plan;
    }
}
