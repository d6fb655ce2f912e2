package io.safestep.core.platform;

/** How a platform is talked with. */
public sealed interface Access permits CommandLine, NetconfAccess, RestconfAccess {}
