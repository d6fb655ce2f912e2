package io.safestep.app.approval.rules;

import io.safestep.core.approval.Approvers;
import io.safestep.core.approval.RuleCondition;
import io.safestep.core.approval.RuleTerms;

/** What an approval rule says, as it is stored. */
public record RuleDefinition(RuleCondition when, Approvers who, RuleTerms terms) {}
