package io.safestep.core.platform;

/**
 * NETCONF over SSH (RFC 6241, RFC 6242). What a server can do it says itself in its hello; the profile says only what a
 * hello does not.
 *
 * @param savesWithCommit whether the confirming commit writes startup as well, so that nothing is left to be saved
 */
public record NetconfAccess(boolean savesWithCommit) implements Access {}
