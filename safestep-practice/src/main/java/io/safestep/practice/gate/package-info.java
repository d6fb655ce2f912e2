/** Lets connections to practice devices through, or not. */
@NullMarked
package io.safestep.practice.gate;

import org.jspecify.annotations.NullMarked;
