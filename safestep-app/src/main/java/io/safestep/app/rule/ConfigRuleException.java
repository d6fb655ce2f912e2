package io.safestep.app.rule;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.LocalDate;

/** A device that need not keep a rule until a day. */
@Entity
class ConfigRuleException {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long ruleId;
    private Long deviceId;
    private String reason;
    private LocalDate until;
    private String madeBy;

    protected ConfigRuleException() {}

    ConfigRuleException(Long ruleId, Long deviceId) {
        this.ruleId = ruleId;
        this.deviceId = deviceId;
    }

    void describe(String newReason, LocalDate lastDay, String by) {
        reason = newReason;
        until = lastDay;
        madeBy = by;
    }

    Long deviceId() {
        return deviceId;
    }

    String reason() {
        return reason;
    }

    /** The last day, in the network's zone. */
    LocalDate until() {
        return until;
    }

    String madeBy() {
        return madeBy;
    }
}
