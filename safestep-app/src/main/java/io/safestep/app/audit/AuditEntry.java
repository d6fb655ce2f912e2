package io.safestep.app.audit;

import io.safestep.core.record.RecordHead;
import io.safestep.core.record.RecordedAct;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/**
 * One thing that somebody did. Never changed and never deleted; the database refuses both. Each carries the hash of itself
 * and of all before it.
 */
@Entity
@Immutable
class AuditEntry {

    /** Its place in the record. */
    @Id
    private long id;

    private Instant at;
    private String person;
    private String subject;
    private String action;
    private String detail;
    private @Nullable Long token;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String salt;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    protected AuditEntry() {}

    /**
     * @param act whose number is the next one
     * @param before the last entry before it
     */
    AuditEntry(RecordedAct act, RecordHead before) {
        this.id = act.number();
        this.at = act.at();
        this.person = act.person();
        this.subject = act.subject();
        this.action = act.action();
        this.detail = act.detail();
        this.token = act.token();
        this.salt = act.salt();
        this.hash = before.then(act).hash();
    }

    RecordedAct act() {
        return new RecordedAct(id, at, person, subject, action, detail, token, salt);
    }

    String hash() {
        return hash;
    }

    RecordHead head() {
        return new RecordHead(id, hash);
    }
}
