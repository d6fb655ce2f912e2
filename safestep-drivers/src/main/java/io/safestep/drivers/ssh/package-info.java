/** SSH connections within bounds. */
@NullMarked
package io.safestep.drivers.ssh;

import org.jspecify.annotations.NullMarked;
