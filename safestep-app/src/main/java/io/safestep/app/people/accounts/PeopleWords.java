package io.safestep.app.people.accounts;

import io.safestep.core.people.PeopleGate.Answer;

/** Why something that is wanted for somebody does not go, with what to do. */
public final class PeopleWords {

    private PeopleWords() {}

    public static String of(Answer answer, String name) {
        return switch (answer) {
            case GOES -> throw new IllegalArgumentException("nothing speaks against it");
            case WAITS_FOR_ANOTHER ->
                "Another administrator has to agree to it: nobody alone makes an account with which a second person could be"
                        + " played. They see it under Settings, People.";
            case NOBODY_TO_AGREE ->
                "Another administrator has to agree, and there is none who can log in. Add one first; where there was one"
                        + " before, whoever looks after the server brings one in with ./safestep serve --new-administrator.";
            case LAST_ADMINISTRATOR ->
                name
                        + " is the last administrator for all devices who can log in: nobody could add people any more."
                        + " Make somebody else one first, and let them come in.";
            case BEYOND_OWN_RIGHTS -> "You can give away only what you may do yourself. Ask an administrator.";
            case BEYOND_OWN_SCOPE ->
                "You can give away only devices that are in your own scope. Ask an administrator for all devices.";
            case NOT_IN_OWN_SCOPE ->
                name + " works with devices that are outside your scope. Ask an administrator for all devices.";
            case NO_ROLE -> "Choose at least one role; without any, nothing can be seen.";
        };
    }
}
