package io.safestep.app.approval.rules;

import io.safestep.core.risk.RiskWeights;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** How much counts for the risk: one for the whole installation. */
@Entity
@Table(name = "risk_weights")
class StoredWeights {

    static final int ONLY = 1;

    @Id
    private Integer id = ONLY;

    @JdbcTypeCode(SqlTypes.JSON)
    private RiskWeights weights;

    private int version;

    protected StoredWeights() {}

    StoredWeights(RiskWeights weights) {
        become(weights);
    }

    final void become(RiskWeights newWeights) {
        weights = newWeights;
        version++;
    }

    RiskWeights weights() {
        return weights;
    }

    int version() {
        return version;
    }
}
