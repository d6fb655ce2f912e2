/**
 * Standard changes: what was approved once for all uses that keep within bounds. The front door is {@link
 * io.safestep.core.standard.Bounds}.
 */
@NullMarked
package io.safestep.core.standard;

import org.jspecify.annotations.NullMarked;
