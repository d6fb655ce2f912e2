package io.safestep.drivers.trial;

/** The stages of a connection test, in the order in which they are tried. */
public enum Stage {
    NAME("Name"),
    ROUTE("Route"),
    PORT("Port"),
    HOST_KEY("Host key"),
    LOG_IN("Log-in"),
    RIGHT_TO_CONFIGURE("Right to configure"),
    READ_CONFIGURATION("Read configuration"),
    TRANSFER("Transfer"),
    ROUND_TRIP("Round trip");

    private final String title;

    Stage(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}
