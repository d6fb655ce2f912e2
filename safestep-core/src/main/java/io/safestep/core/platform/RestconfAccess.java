package io.safestep.core.platform;

/**
 * RESTCONF over HTTPS (RFC 8040).
 *
 * @param root where the API begins, for example {@code /restconf}
 * @param startup path of the startup configuration beneath the root; null when the server writes every change to startup
 * @param save path of the operation that copies running to startup; null when none is needed
 */
public record RestconfAccess(String root, String startup, String save) implements Access {}
