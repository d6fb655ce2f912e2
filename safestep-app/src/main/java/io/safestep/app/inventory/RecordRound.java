package io.safestep.app.inventory;

import io.safestep.app.round.RoundAction;
import io.safestep.core.people.Right;
import java.util.function.Consumer;

/**
 * A change to the records of many devices: nothing is sent to them.
 *
 * @param argument looks at the argument and refuses one that can't be meant
 * @param change what is done for one device
 */
record RecordRound(String name, String title, Right right, Consumer<String> argument, Change change)
        implements RoundAction {

    /** What is done for one device. */
    interface Change {
        /** @return what came of it, a sentence */
        String on(String device, String argument, String person);
    }

    @Override
    public void check(String given) {
        argument.accept(given);
    }

    @Override
    public Outcome on(long deviceId, String device, String given, String person) {
        return Outcome.good(change.on(device, given, person));
    }
}
