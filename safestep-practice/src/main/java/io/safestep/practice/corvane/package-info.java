/** The command line of Corvane devices. */
@NullMarked
package io.safestep.practice.corvane;

import org.jspecify.annotations.NullMarked;
