/**
 * What a network does, computed from configurations and cables. The front door is {@link
 * io.safestep.core.network.NetworkModel}.
 */
package io.safestep.core.network;
