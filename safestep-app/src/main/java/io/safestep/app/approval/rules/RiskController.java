package io.safestep.app.approval.rules;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.NetworkWide;
import io.safestep.core.risk.RiskFactor;
import io.safestep.core.risk.RiskWeights;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** How much counts for the risk, over HTTP. */
@RestController
class RiskController {

    private final HouseWeights weights;

    RiskController(HouseWeights weights) {
        this.weights = weights;
    }

    /** How much each thing counts for the risk of a change. */
    @GetMapping("/api/risk-weights")
    @PreAuthorize("hasAuthority('READ')")
    HouseWeights.Weights weights() {
        return weights.now();
    }

    /**
     * @param points by factor; one that is not named counts as usual
     * @param version the one that was read
     */
    record WeightsRequest(
            @NotNull
            Map<
                            RiskFactor,
                            @NotNull @Min(value = 0, message = "0 to 20.")
                            @Max(value = RiskWeights.MOST_POINTS, message = "0 to 20.") Integer>
                    points,

            @Min(value = 1, message = "1 to 100.") @Max(value = RiskWeights.MOST_LIMIT, message = "1 to 100.")
            int raisedFrom,

            @Min(value = 1, message = "1 to 100.") @Max(value = RiskWeights.MOST_LIMIT, message = "1 to 100.")
            int highFrom,

            int version) {}

    @PutMapping("/api/risk-weights")
    @NetworkWide("Who approves what")
    @PreAuthorize("hasAuthority('WRITE_APPROVAL_RULES')")
    HouseWeights.Weights weigh(@Valid @RequestBody WeightsRequest request, @AuthenticationPrincipal SignedIn me) {
        if (request.highFrom() <= request.raisedFrom()) {
            throw ProblemException.invalid("highFrom", "High comes after raised.");
        }
        return weights.weigh(
                new RiskWeights(request.points(), request.raisedFrom(), request.highFrom()),
                request.version(),
                me.login());
    }
}
