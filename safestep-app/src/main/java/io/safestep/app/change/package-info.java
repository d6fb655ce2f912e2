/** Changes: writing, submitting, withdrawing, closing. The front door is {@link io.safestep.app.change.Changes}. */
package io.safestep.app.change;
