/**
 * What is wrong with a check, how it is said, what a change touches, and for how long what is broken may look whole.
 */
@NullMarked
package io.safestep.core.check;

import org.jspecify.annotations.NullMarked;
