/** The way of a packet. */
package io.safestep.core.network.trace;
