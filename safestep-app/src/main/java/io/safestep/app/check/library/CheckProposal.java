package io.safestep.app.check.library;

import io.safestep.app.sight.Sight;
import io.safestep.core.check.definition.CheckDefinition;

/**
 * A check that a change should have.
 *
 * @param library name of the check in the library
 * @param title what it is called
 * @param expected what it expects, in words
 * @param because why it is proposed, in words
 * @param basic it is proposed for every change
 */
public record CheckProposal(
        String library, String title, String expected, String because, boolean basic, CheckDefinition definition) {

    /** As somebody sees it whose scope may not hold the devices of which it speaks. */
    public CheckProposal told(Sight sight) {
        return new CheckProposal(
                library,
                sight.told(title),
                sight.told(expected),
                sight.told(because),
                basic,
                definition.on(sight.seen(definition.devices())));
    }
}
