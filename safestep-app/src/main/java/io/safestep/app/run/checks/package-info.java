/** What the checks of a run found, and what they ask people. */
@NullMarked
package io.safestep.app.run.checks;

import org.jspecify.annotations.NullMarked;
