package io.safestep.app.approval.rules;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** What an approval rule was. */
@Entity
@Immutable
class ApprovalRuleVersion {

    @EmbeddedId
    private Key key;

    private String name;
    private boolean active;

    @JdbcTypeCode(SqlTypes.JSON)
    private RuleDefinition definition;

    private String changedBy;
    private Instant changedAt;

    /** Of which rule, counted from 1. */
    @Embeddable
    record Key(Long ruleId, int version) implements Serializable {}

    protected ApprovalRuleVersion() {}

    ApprovalRuleVersion(StoredApprovalRule rule, String changedBy, Instant changedAt) {
        this.key = new Key(rule.id(), rule.version());
        this.name = rule.name();
        this.active = rule.active();
        this.definition = rule.definition();
        this.changedBy = changedBy;
        this.changedAt = changedAt;
    }

    int version() {
        return key.version();
    }

    String name() {
        return name;
    }

    boolean active() {
        return active;
    }

    RuleDefinition definition() {
        return definition;
    }

    String changedBy() {
        return changedBy;
    }

    Instant changedAt() {
        return changedAt;
    }
}
