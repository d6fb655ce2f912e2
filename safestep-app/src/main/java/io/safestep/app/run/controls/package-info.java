/** What people may do to a run that goes on, or is stuck. */
@NullMarked
package io.safestep.app.run.controls;

import org.jspecify.annotations.NullMarked;
