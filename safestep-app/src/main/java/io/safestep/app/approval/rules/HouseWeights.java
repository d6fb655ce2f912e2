package io.safestep.app.approval.rules;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.risk.RiskWeights;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How much each thing counts for the risk in this house. */
@Service
@Transactional
public class HouseWeights {

    private final StoredWeightsRepository repository;
    private final AuditLog audit;

    HouseWeights(StoredWeightsRepository repository, AuditLog audit) {
        this.repository = repository;
        this.audit = audit;
    }

    /** @param version 0 as long as nobody has said anything */
    public record Weights(RiskWeights weights, int version) {}

    @Transactional(readOnly = true)
    public Weights now() {
        return repository
                .findById(StoredWeights.ONLY)
                .map(w -> new Weights(w.weights(), w.version()))
                .orElse(new Weights(RiskWeights.usual(), 0));
    }

    public Weights weigh(RiskWeights wanted, int version, String person) {
        StoredWeights stored = repository.findById(StoredWeights.ONLY).orElse(null);
        if (version != (stored == null ? 0 : stored.version())) {
            throw ProblemException.moved("Somebody has changed the weights meanwhile. Load them again and look.");
        }
        if (stored == null) {
            repository.saveAndFlush(new StoredWeights(wanted));
        } else {
            stored.become(wanted);
            repository.saveAndFlush(stored);
        }
        audit.write(
                person,
                "risk",
                "weights changed",
                "Raised from " + wanted.raisedFrom() + " points, high from " + wanted.highFrom() + ".");
        return now();
    }
}
