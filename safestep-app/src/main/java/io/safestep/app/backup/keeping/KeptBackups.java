package io.safestep.app.backup.keeping;

import java.util.Set;

/** Says which backups must not be taken away, since something else speaks of them. */
public interface KeptBackups {

    /** Why, in words, such as {@code belongs to a change}. */
    String why();

    /** Ids of backups. */
    Set<Long> kept();
}
