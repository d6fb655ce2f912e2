/** Whether devices still hold what changes were decided about (law 4), before a run looks. */
@NullMarked
package io.safestep.app.ground;

import org.jspecify.annotations.NullMarked;
