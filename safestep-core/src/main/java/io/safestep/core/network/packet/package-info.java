/** What devices let through of packets. */
@NullMarked
package io.safestep.core.network.packet;

import org.jspecify.annotations.NullMarked;
