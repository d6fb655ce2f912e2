/** Checks over HTTP; what they are made of is in the rooms. */
@NullMarked
package io.safestep.app.check;

import org.jspecify.annotations.NullMarked;
