/** The practice network as a process of its own. */
@NullMarked
package io.safestep.practice;

import org.jspecify.annotations.NullMarked;
