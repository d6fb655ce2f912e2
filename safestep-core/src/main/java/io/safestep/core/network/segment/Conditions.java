package io.safestep.core.network.segment;

import java.util.Set;

/**
 * What is so at one moment although no configuration says it.
 *
 * @param devicesOff devices without power or in mid-boot: all their interfaces are down
 * @param linksCut cables that carry nothing
 * @param cablesUntold devices that do not tell what is at their cables: a port of which no cable is known may have one
 * @param adjacenciesHeld pairs of interfaces that do not become routing neighbours yet
 */
public record Conditions(
        Set<String> devicesOff, Set<Link> linksCut, Set<Link> adjacenciesHeld, Set<String> cablesUntold) {

    /** Everything has power and every cable carries. */
    public static final Conditions NORMAL = new Conditions(Set.of(), Set.of(), Set.of());

    public Conditions {
        devicesOff = Set.copyOf(devicesOff);
        linksCut = Set.copyOf(linksCut);
        adjacenciesHeld = Set.copyOf(adjacenciesHeld);
        cablesUntold = Set.copyOf(cablesUntold);
    }

    /** Every cable is known. */
    public Conditions(Set<String> devicesOff, Set<Link> linksCut, Set<Link> adjacenciesHeld) {
        this(devicesOff, linksCut, adjacenciesHeld, Set.of());
    }

    /** Everything has power and every cable carries, but some devices do not tell of their cables. */
    public static Conditions untold(Set<String> devices) {
        return new Conditions(Set.of(), Set.of(), Set.of(), devices);
    }

    /** Whether two interfaces do not become routing neighbours yet. */
    public boolean holds(Port one, Port other) {
        return adjacenciesHeld.contains(new Link(one, other)) || adjacenciesHeld.contains(new Link(other, one));
    }
}
