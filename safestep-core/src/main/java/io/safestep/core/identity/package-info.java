/** The lines of a configuration that say whose it is. */
@NullMarked
package io.safestep.core.identity;

import org.jspecify.annotations.NullMarked;
