package io.safestep.app.approval.rules;

import io.safestep.core.approval.Approvers;
import io.safestep.core.approval.RuleCondition;
import io.safestep.core.approval.RuleTerms;
import io.safestep.core.change.Category;
import io.safestep.core.check.definition.Topic;
import io.safestep.core.people.Role;
import io.safestep.core.risk.RiskLevel;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * An approval rule as it is sent.
 *
 * @param version the one that was read; 0 for a new rule
 */
public record RuleRequest(
        @NotBlank(message = "Give the rule a name.") @Size(max = 80, message = "At most 80 characters.")
        String name,

        boolean active,
        @NotNull @Valid When when,
        @NotNull @Valid Who who,
        @NotNull @Valid Terms terms,
        int version) {

    /** See {@link RuleCondition}. */
    public record When(
            @NotNull(message = "Choose of which changes it speaks.")
            Category about,

            @NotNull(message = "Choose a risk.") RiskLevel leastRisk,

            @Min(value = 1, message = "At least 1.") @Max(value = 1000, message = "At most 1,000.")
            int leastDevices,

            @NotNull @Size(max = 20) Set<@NotNull Topic> topics,
            @NotNull @Size(max = 500) Set<@NotNull Long> sites,
            @NotNull @Size(max = 500) Set<@NotNull Long> groups,
            @NotNull @Size(max = 20) Set<@NotNull @Size(max = 20) String> roles,
            @NotNull @Size(max = 100) Set<@NotNull @Size(max = 40) String> platforms,
            boolean unproven,
            boolean cutsPath,
            boolean services,
            boolean outsideWindows) {}

    /** See {@link Approvers}. */
    public record Who(
            @NotNull(message = "Choose who approves.") Approvers.Kind kind,
            @Nullable Long team,
            @Nullable Role role,
            @NotNull @Size(max = 100) Set<@NotNull @Size(max = 40) String> people,

            @Min(value = 1, message = "At least 1.") @Max(value = 9, message = "At most 9.")
            int howMany) {}

    /** See {@link RuleTerms}. */
    public record Terms(
            @Min(value = 1, message = "1 to 9.") @Max(value = RuleTerms.MOST_TURNS, message = "1 to 9.")
            int turn,

            @Nullable
            @Min(value = 1, message = "At least an hour.")
            @Max(value = RuleTerms.MOST_HOURS, message = "At most half a year.")
            Integer answerHours,

            @Nullable Long escalateTo,

            @Nullable
            @Min(value = 1, message = "At least an hour.")
            @Max(value = RuleTerms.MOST_HOURS, message = "At most half a year.")
            Integer validHours,

            boolean readAll,
            boolean runnerApart) {}

    public ApprovalRules.Wanted wanted() {
        return new ApprovalRules.Wanted(
                name,
                active,
                new RuleDefinition(
                        new RuleCondition(
                                when.about,
                                when.leastRisk,
                                when.leastDevices,
                                when.topics,
                                when.sites,
                                when.groups,
                                when.roles,
                                when.platforms,
                                when.unproven,
                                when.cutsPath,
                                when.services,
                                when.outsideWindows),
                        new Approvers(who.kind, who.team, who.role, who.people, who.howMany),
                        new RuleTerms(
                                terms.turn,
                                terms.answerHours,
                                terms.escalateTo,
                                terms.validHours,
                                terms.readAll,
                                terms.runnerApart)),
                version);
    }
}
