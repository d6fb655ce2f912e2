package io.safestep.app.access;

import io.safestep.app.credential.Place;
import io.safestep.app.sight.Sight;
import java.util.List;

/**
 * A credential without its password.
 *
 * @param standard whether it is used where nothing else says which
 * @param usedAt where it is said to be used, in the order in which places are asked
 * @param devices how many devices it is used for now
 */
public record CredentialView(long id, String name, String login, boolean standard, List<UseView> usedAt, int devices) {

    /**
     * Without the places at which it is used, other than devices that somebody sees, and without how many there are in the
     * whole network.
     */
    CredentialView told(Sight sight) {
        List<UseView> seen = usedAt.stream()
                .filter(u -> u.place() == Place.DEVICE && sight.reads(u.name()))
                .toList();
        return new CredentialView(id, name, login, standard, seen, 0);
    }

    public record UseView(Place place, String name) {}
}
