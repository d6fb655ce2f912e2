package io.safestep.app.rule;

import java.time.Instant;

/**
 * Told inside the transaction in which a device is found not to keep a rule that it kept before.
 *
 * @param sentence the first thing that is wrong
 * @param at UTC
 */
public record RuleBroken(long ruleId, String rule, long deviceId, String sentence, Instant at) {}
