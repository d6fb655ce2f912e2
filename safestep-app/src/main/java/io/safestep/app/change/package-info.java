/** Changes: writing, submitting, withdrawing, closing. The front door is {@link io.safestep.app.change.Changes}. */
@NullMarked
package io.safestep.app.change;

import org.jspecify.annotations.NullMarked;
