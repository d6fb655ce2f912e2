package io.safestep.core.change;

import java.util.Locale;

/** What kind of change it is. */
public enum Category {
    NORMAL,
    /** Keeps within the bounds of a standard change, which was approved once for all of its uses. */
    STANDARD,
    /** May run before it is approved, when one other person has released it; has to be reviewed afterwards. */
    EMERGENCY;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
