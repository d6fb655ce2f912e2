/**
 * What a network does, computed from configurations and cables. The front door is {@link
 * io.safestep.core.network.NetworkModel}.
 */
@NullMarked
package io.safestep.core.network;

import org.jspecify.annotations.NullMarked;
