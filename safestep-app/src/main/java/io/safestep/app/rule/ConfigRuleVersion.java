package io.safestep.app.rule;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;

/** What a rule said at a time. */
@Entity
@Immutable
class ConfigRuleVersion {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long ruleId;
    private int number;

    /** As JSON. */
    private String content;

    private String note;
    private String writtenBy;
    private Instant writtenAt;

    protected ConfigRuleVersion() {}

    ConfigRuleVersion(Long ruleId, int number, String content, String note, String writtenBy, Instant writtenAt) {
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

    String content() {
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
