/**
 * What a check takes from an answer and makes of it. The front door is {@link
 * io.safestep.core.check.evaluation.CheckEvaluation}.
 */
@NullMarked
package io.safestep.core.check.evaluation;

import org.jspecify.annotations.NullMarked;
