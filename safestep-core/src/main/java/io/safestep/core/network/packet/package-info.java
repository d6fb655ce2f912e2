/** What devices let through of packets. */
package io.safestep.core.network.packet;
