package io.safestep.app.change.asked;

import java.util.Locale;

/** What kind of change it is. */
public enum Category {
    NORMAL,
    /** May run before it is approved, when one other person has released it; has to be reviewed afterwards. */
    EMERGENCY;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
