package io.safestep.app.approval.needs;

import io.safestep.core.risk.Risk;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** The risk of a change when it was submitted. */
@Entity
class ChangeRisk {

    @Id
    private Long changeId;

    @JdbcTypeCode(SqlTypes.JSON)
    private Risk risk;

    protected ChangeRisk() {}

    Long changeId() {
        return changeId;
    }

    ChangeRisk(Long changeId, Risk risk) {
        this.changeId = changeId;
        this.risk = risk;
    }

    Risk risk() {
        return risk;
    }
}
