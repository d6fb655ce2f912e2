/** Sessions with devices, whatever the way in. */
@NullMarked
package io.safestep.drivers;

import org.jspecify.annotations.NullMarked;
