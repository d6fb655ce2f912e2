/** Log messages that practice devices send. */
@NullMarked
package io.safestep.practice.log;

import org.jspecify.annotations.NullMarked;
