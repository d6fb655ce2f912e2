/** Finds out what stands at an address. */
@NullMarked
package io.safestep.drivers.discovery;

import org.jspecify.annotations.NullMarked;
