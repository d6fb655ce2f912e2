/** Which lines of two configurations are the same, and what differs. */
@NullMarked
package io.safestep.core.config.compare;

import org.jspecify.annotations.NullMarked;
