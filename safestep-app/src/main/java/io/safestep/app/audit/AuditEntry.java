package io.safestep.app.audit;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** One thing that somebody did. Never changed and never deleted; the database refuses both. */
@Entity
@Immutable
class AuditEntry {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Instant at;
    private String person;
    private String subject;
    private String action;
    private String detail;
    private @Nullable Long token;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String previousHash;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    protected AuditEntry() {}

    AuditEntry(
            Instant at,
            String person,
            String subject,
            String action,
            String detail,
            @Nullable Long token,
            String previousHash) {
        this.at = at;
        this.person = person;
        this.subject = subject;
        this.action = action;
        this.detail = detail;
        this.token = token;
        this.previousHash = previousHash;
        this.hash = AuditChain.hash(this);
    }

    Long id() {
        return id;
    }

    Instant at() {
        return at;
    }

    String person() {
        return person;
    }

    String subject() {
        return subject;
    }

    String action() {
        return action;
    }

    String detail() {
        return detail;
    }

    /** Of the token with which it was done; null when a person did it. */
    @Nullable
    Long token() {
        return token;
    }

    String previousHash() {
        return previousHash;
    }

    String hash() {
        return hash;
    }
}
