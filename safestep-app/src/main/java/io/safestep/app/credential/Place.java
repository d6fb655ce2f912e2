package io.safestep.app.credential;

import java.util.Locale;

/** Where a credential can be used, in the order in which places are asked: the first that names one decides. */
public enum Place {
    DEVICE,
    GROUP,
    SITE;

    /** As it is said inside a sentence. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
