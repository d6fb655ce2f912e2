/** What approvers saw of changes, kept by its seal, and what has moved since. */
@NullMarked
package io.safestep.app.approval.seen;

import org.jspecify.annotations.NullMarked;
