package io.safestep.app.approval.needs;

import io.safestep.core.approval.ApprovalNeed;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** An approval that a change needs. */
@Entity
@Immutable
class ChangeNeed {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;
    private int position;

    @JdbcTypeCode(SqlTypes.JSON)
    private ApprovalNeed need;

    protected ChangeNeed() {}

    ChangeNeed(Long changeId, int position, ApprovalNeed need) {
        this.changeId = changeId;
        this.position = position;
        this.need = need;
    }

    Long changeId() {
        return changeId;
    }

    ApprovalNeed need() {
        return need;
    }
}
