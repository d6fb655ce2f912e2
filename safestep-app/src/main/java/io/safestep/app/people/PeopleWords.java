package io.safestep.app.people;

import io.safestep.core.people.PeopleGate.Answer;

/** Why something that is wanted for somebody does not go, with what to do. */
final class PeopleWords {

    private PeopleWords() {}

    static String of(Answer answer, String name) {
        return switch (answer) {
            case GOES -> throw new IllegalArgumentException("nothing speaks against it");
            case WAITS_FOR_ANOTHER ->
                "To be able to do more than before, another administrator has to agree. They see it under Settings, People.";
            case NOBODY_TO_AGREE ->
                "To be able to do more than before, another administrator has to agree, and there is none. Add one first.";
            case LAST_ADMINISTRATOR ->
                name + " is the last administrator: nobody could add people any more. Make somebody else one first.";
            case BEYOND_OWN_RIGHTS -> "You can give away only what you may do yourself. Ask an administrator.";
            case NO_ROLE -> "Choose at least one role; without any, nothing can be seen.";
        };
    }
}
