/** The whole record of a change as one file for people outside. */
@NullMarked
package io.safestep.app.evidence;

import org.jspecify.annotations.NullMarked;
