/** What configurations say about the network. The front door is {@link io.safestep.core.network.facts.FactReader}. */
@NullMarked
package io.safestep.core.network.facts;

import org.jspecify.annotations.NullMarked;
