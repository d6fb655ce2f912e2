package io.safestep.core.approval;

/**
 * When a change needs whose approval.
 *
 * @param version counted from 1; a change keeps the version under which it was submitted
 */
public record ApprovalRule(long id, int version, String name, RuleCondition when, Approvers who, RuleTerms terms) {}
