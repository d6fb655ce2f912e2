/**
 * What a change could cost, as a small sum of which every part has its reason. The front door is {@link
 * io.safestep.core.risk.Risk}.
 */
@NullMarked
package io.safestep.core.risk;

import org.jspecify.annotations.NullMarked;
