package io.safestep.core.network.facts;

/** How far a device trusts the sources of routes: less is better. Routes of attached networks have 0. */
public record Distances(int ebgp, int ospf, int ibgp) {}
