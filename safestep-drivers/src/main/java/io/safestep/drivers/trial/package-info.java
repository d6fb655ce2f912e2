/** Proves in named stages that one can get in and work there. */
@NullMarked
package io.safestep.drivers.trial;

import org.jspecify.annotations.NullMarked;
