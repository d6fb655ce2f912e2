package io.safestep.core.network.segment;

/** A cable or radio hop between two interfaces. Which end comes first makes no difference to the model. */
public record Link(Port one, Port other) {

    /** The end across from this one; null when the port is neither end. */
    public Port across(Port port) {
        return port.equals(one) ? other : port.equals(other) ? one : null;
    }
}
