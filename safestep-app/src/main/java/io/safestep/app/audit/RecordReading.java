package io.safestep.app.audit;

import io.safestep.core.record.ChainProof;
import io.safestep.core.record.RecordHead;
import io.safestep.core.record.RecordedAct;
import jakarta.persistence.EntityManager;
import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.domain.Sort;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The record, read: by choice, newest first; in stretches, oldest first; and proven. Never holds more than a stretch of it. */
@Service
@Transactional(readOnly = true)
public class RecordReading {

    private static final int STRETCH = 2_000;

    private final AuditEntries entries;
    private final EntityManager entityManager;
    private final JdbcClient jdbc;

    RecordReading(AuditEntries entries, EntityManager entityManager, JdbcClient jdbc) {
        this.entries = entries;
        this.entityManager = entityManager;
        this.jdbc = jdbc;
    }

    /** One entry of a stretch. */
    public record Stored(RecordedAct act, boolean chosen) {}

    /**
     * What was chosen, newest first.
     *
     * @param before a number; those below it come
     * @param most how many at most
     */
    public List<RecordedAct> chosen(RecordChoice choice, long before, int most) {
        return entries
                .findBy(
                        choice.before(before),
                        q -> q.sortBy(Sort.by(Sort.Direction.DESC, "id"))
                                .limit(most)
                                .all())
                .stream()
                .map(AuditEntry::act)
                .toList();
    }

    /** All entries behind one, oldest first, at most 2,000; each says whether it is chosen. Empty at the end of the record. */
    public List<Stored> stretch(long after, RecordChoice choice) {
        return entries.findByIdGreaterThanOrderById(after, Limit.of(STRETCH)).stream()
                .map(e -> new Stored(e.act(), choice.takes(e)))
                .toList();
    }

    /** The last entry. */
    public RecordHead head() {
        return entries.findFirstByOrderByIdDesc().map(AuditEntry::head).orElse(RecordHead.START);
    }

    /** Everybody who has done something, sorted. Looks at one entry of each person. */
    public List<String> persons() {
        return distinct("person");
    }

    /** Everything that was done, sorted. Looks at one entry of each kind. */
    public List<String> actions() {
        return distinct("action");
    }

    private List<String> distinct(String column) {
        return jdbc.sql("""
                with recursive one (v) as (
                  (select COLUMN from audit_entry order by COLUMN limit 1)
                  union all
                  select (select COLUMN from audit_entry where COLUMN > one.v order by COLUMN limit 1) from one where one.v is not null)
                select v from one where v is not null order by v""".replace("COLUMN", column)).query(String.class).list();
    }

    /**
     * Goes along the whole record.
     *
     * @param kept heads that were kept outside the database
     */
    public ChainProof proof(Collection<RecordHead> kept) {
        ChainProof proof = new ChainProof(RecordHead.START, kept);
        long after = 0;
        List<AuditEntry> stretch = entries.findByIdGreaterThanOrderById(after, Limit.of(STRETCH));
        while (!stretch.isEmpty() && proof.broken().isEmpty()) {
            for (AuditEntry entry : stretch) {
                proof.act(entry.act(), entry.hash());
                after = entry.act().number();
            }
            // Nothing but these: who asks may be in the middle of something.
            stretch.forEach(entityManager::detach);
            stretch = entries.findByIdGreaterThanOrderById(after, Limit.of(STRETCH));
        }
        return proof;
    }
}
