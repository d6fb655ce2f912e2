package io.safestep.core.network.segment;

/** An interface of a device, whatever its kind. */
public record Port(String device, String name) implements Comparable<Port> {

    @Override
    public int compareTo(Port other) {
        int byDevice = device.compareTo(other.device);
        return byDevice != 0 ? byDevice : name.compareTo(other.name);
    }

    @Override
    public String toString() {
        return device + " " + name;
    }
}
