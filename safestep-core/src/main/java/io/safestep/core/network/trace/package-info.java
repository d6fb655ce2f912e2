/** The way of a packet. */
@NullMarked
package io.safestep.core.network.trace;

import org.jspecify.annotations.NullMarked;
