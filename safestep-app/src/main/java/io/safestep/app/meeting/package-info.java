/** Changes that are decided together: gone through one after the other, on paper, and the invitation to it. */
@NullMarked
package io.safestep.app.meeting;

import org.jspecify.annotations.NullMarked;
