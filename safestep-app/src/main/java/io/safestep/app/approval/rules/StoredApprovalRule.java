package io.safestep.app.approval.rules;

import io.safestep.core.approval.ApprovalRule;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** An approval rule as it is now. */
@Entity
@Table(name = "approval_rule")
class StoredApprovalRule {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private boolean active;

    @JdbcTypeCode(SqlTypes.JSON)
    private RuleDefinition definition;

    private int version;
    private Instant removedAt;

    protected StoredApprovalRule() {}

    StoredApprovalRule(String name, boolean active, RuleDefinition definition) {
        become(name, active, definition);
    }

    final void become(String newName, boolean isActive, RuleDefinition newDefinition) {
        name = newName;
        active = isActive;
        definition = newDefinition;
        version++;
    }

    void remove(Instant at) {
        removedAt = at;
    }

    Long id() {
        return id;
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

    int version() {
        return version;
    }

    ApprovalRule rule() {
        return new ApprovalRule(id, version, name, definition.when(), definition.who(), definition.terms());
    }
}
