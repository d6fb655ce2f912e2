package io.safestep.practice.structured;

import io.safestep.practice.device.Refusal;

/** An edit that the device does not take. */
public final class DataRefusal extends Refusal {

    private final String tag;
    private final String path;

    /**
     * @param tag error tag of RFC 6241, appendix A
     * @param path where in the data, as names with slashes
     */
    public DataRefusal(String tag, String path, String message) {
        super(message);
        this.tag = tag;
        this.path = path;
    }

    public String tag() {
        return tag;
    }

    public String path() {
        return path;
    }
}
