/** Networks made from a seed. */
@NullMarked
package io.safestep.practice.generator;

import org.jspecify.annotations.NullMarked;
