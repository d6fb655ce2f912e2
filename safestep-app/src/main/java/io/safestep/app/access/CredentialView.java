package io.safestep.app.access;

import io.safestep.app.credential.Place;
import java.util.List;

/**
 * A credential without its password.
 *
 * @param standard whether it is used where nothing else says which
 * @param usedAt where it is said to be used, in the order in which places are asked
 * @param devices how many devices it is used for now
 */
public record CredentialView(long id, String name, String login, boolean standard, List<UseView> usedAt, int devices) {

    public record UseView(Place place, String name) {}
}
