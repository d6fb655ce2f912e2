package io.safestep.core.network.segment;

import org.jspecify.annotations.Nullable;

/** A cable or radio hop between two interfaces. Which end comes first makes no difference to the model. */
public record Link(Port one, Port other) {

    /** The end across from this one; null when the port is neither end. */
    public @Nullable Port across(Port port) {
        return port.equals(one) ? other : port.equals(other) ? one : null;
    }
}
