/**
 * What a configuration must keep, where it does not, and lines that mend it. The front door is {@link
 * io.safestep.core.rule.RuleCheck}.
 */
@NullMarked
package io.safestep.core.rule;

import org.jspecify.annotations.NullMarked;
