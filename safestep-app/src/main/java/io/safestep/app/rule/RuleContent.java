package io.safestep.app.rule;

import io.safestep.core.rule.ConfigurationRule;
import java.util.Map;

/**
 * What a version of a rule says.
 *
 * @param parameters values by name
 */
record RuleContent(ConfigurationRule rule, Map<String, String> parameters) {}
