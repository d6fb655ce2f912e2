/** What configurations say about the network. The front door is {@link io.safestep.core.network.facts.FactReader}. */
package io.safestep.core.network.facts;
