package io.safestep.core.platform;

/**
 * RESTCONF over HTTPS (RFC 8040).
 *
 * @param root where the API begins, for example {@code /restconf}
 * @param startup path of the startup configuration beneath the root; null when the server writes every change to startup
 * @param save path of the operation that copies running to startup; null when none is needed
 * @param restore path of the operation that takes startup into force as a whole; null when there is none
 */
public record RestconfAccess(String root, String startup, String save, String restore) implements Access {

    @Override
    public boolean restoresStartup() {
        return restore != null && startup != null;
    }

    /** RFC 8040 has none. */
    @Override
    public boolean hasTimer() {
        return false;
    }
}
