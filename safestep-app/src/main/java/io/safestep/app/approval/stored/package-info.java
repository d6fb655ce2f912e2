/** Decisions as they are stored. */
@NullMarked
package io.safestep.app.approval.stored;

import org.jspecify.annotations.NullMarked;
