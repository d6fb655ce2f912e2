/**
 * What a change waits for, and how far each rung of it is. The front doors are {@link io.safestep.core.next.NextStep}
 * and {@link io.safestep.core.next.Ladder}.
 */
@NullMarked
package io.safestep.core.next;

import org.jspecify.annotations.NullMarked;
