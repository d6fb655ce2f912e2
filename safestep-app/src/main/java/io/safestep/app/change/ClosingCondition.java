package io.safestep.app.change;

import io.safestep.app.change.stored.Change;
import java.util.Optional;

/** Something that has to be true before a change is closed. */
public interface ClosingCondition {

    /** What stands against closing it, in a sentence; empty when nothing does. */
    Optional<String> objection(Change change);
}
