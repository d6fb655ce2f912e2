package io.safestep.practice.device;

import org.jspecify.annotations.Nullable;

/** What can be made to go wrong on a practice device, and stays wrong until it is switched off. */
public enum Fault {
    UNREACHABLE("Unreachable", "Connections are taken and nothing is ever answered.", null),
    SLOW("Slow", "Every answer is late.", "milliseconds, 400 when empty"),
    DROPS_SESSION(
            "Drops the session",
            "The session breaks off in the middle of a push.",
            "text in the line at which it breaks off; the first line when empty"),
    REJECTS_LINE("Rejects a line", "The device refuses a line.", "text in the line"),
    IGNORES_LINE(
            "Ignores a line",
            "The device answers as if it had taken a line, and does not apply it.",
            "text in the line"),
    LOSES_LAST_LINE("Loses the last line", "Of what is pushed together, the last line is not applied.", null),
    STARTUP_WRITE_FAILS("Startup write fails", "Startup can't be written.", null),
    NEIGHBOUR_STAYS_DOWN("Neighbour stays down", "A routing neighbour that goes away does not come back.", null),
    NEIGHBOURS_OUTLAST(
            "Neighbours outlast",
            "A routing neighbour that is lost is shown as before until its timer has run out.",
            "seconds, 40 when empty"),
    WRONG_PASSWORD("Wrong password", "The device refuses the password that was right before.", null),
    CHANGED_HOST_KEY("Changed host key", "The device shows another host key or certificate than before.", null),
    REPLACED("Replaced", "Another box stands in its place: it shows another serial number.", null),
    EDITS_ONE_BY_ONE(
            "Edits one by one", "The device does not offer to take several edits in one request (RFC 8072).", null),
    READ_ONLY_ACCOUNT(
            "Account may only read", "The account may look, and is refused when it wants to configure.", null),
    UNREADABLE("Can't be read", "The device refuses to show its configuration.", null),
    GARBLES("Garbles", "Every second time that the configuration is read, its second half is missing.", null),
    CLOCK_BEHIND("Clock is behind", "The clock of the device goes wrong.", "minutes, 180 when empty"),
    CLOSES_CONNECTIONS(
            "Closes connections",
            "The device is at its limit of sessions, and closes the next connections at once.",
            "how many of the next, 1 when empty");

    private final String title;
    private final String meaning;
    private final @Nullable String match;

    Fault(String title, String meaning, @Nullable String match) {
        this.title = title;
        this.meaning = meaning;
        this.match = match;
    }

    public String title() {
        return title;
    }

    public String meaning() {
        return meaning;
    }

    /** What the text given with the fault means; null when it takes none. */
    public @Nullable String match() {
        return match;
    }
}
