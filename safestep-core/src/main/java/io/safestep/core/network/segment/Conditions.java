package io.safestep.core.network.segment;

import java.util.Set;

/**
 * What is so at one moment although no configuration says it.
 *
 * @param devicesOff devices without power or in mid-boot: all their interfaces are down
 * @param linksCut cables that carry nothing
 * @param adjacenciesHeld pairs of interfaces that do not become routing neighbours yet
 */
public record Conditions(Set<String> devicesOff, Set<Link> linksCut, Set<Link> adjacenciesHeld) {

    /** Everything has power and every cable carries. */
    public static final Conditions NORMAL = new Conditions(Set.of(), Set.of(), Set.of());

    public Conditions {
        devicesOff = Set.copyOf(devicesOff);
        linksCut = Set.copyOf(linksCut);
        adjacenciesHeld = Set.copyOf(adjacenciesHeld);
    }

    /** Whether two interfaces do not become routing neighbours yet. */
    public boolean holds(Port one, Port other) {
        return adjacenciesHeld.contains(new Link(one, other)) || adjacenciesHeld.contains(new Link(other, one));
    }
}
