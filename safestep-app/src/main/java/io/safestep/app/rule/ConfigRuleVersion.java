package io.safestep.app.rule;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;

/** What a rule said at a time. */
@Entity
@Immutable
class ConfigRuleVersion {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long ruleId;
    private int number;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private RuleContent content;

    private String note;
    private String writtenBy;
    private Instant writtenAt;

    protected ConfigRuleVersion() {}

    ConfigRuleVersion(Long ruleId, int number, RuleContent content, String note, String writtenBy, Instant writtenAt) {
        this.ruleId = ruleId;
        this.number = number;
        this.content = content;
        this.note = note;
        this.writtenBy = writtenBy;
        this.writtenAt = writtenAt;
    }

    int number() {
        return number;
    }

    RuleContent content() {
        return content;
    }

    String note() {
        return note;
    }

    String writtenBy() {
        return writtenBy;
    }

    Instant writtenAt() {
        return writtenAt;
    }
}
