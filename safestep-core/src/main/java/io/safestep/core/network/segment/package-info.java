/** Interfaces, links and broadcast domains. */
package io.safestep.core.network.segment;
