package io.safestep.app.audit;

import java.util.Optional;

/** Says whether what is done now is done by a program with a token. */
public interface ActingWith {

    /** @param id of the token */
    record Token(long id, String name) {}

    /** Empty when a person does it, or Safe Step itself. */
    Optional<Token> token();
}
