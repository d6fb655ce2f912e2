/** Structured configurations of practice devices. */
@NullMarked
package io.safestep.practice.structured;

import org.jspecify.annotations.NullMarked;
