package io.safestep.core.people;

import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** Who acts for somebody who is away. */
public final class Deputies {

    private Deputies() {}

    /**
     * @param person log-in of who is away
     * @param begins from then, UTC
     * @param ends until then, exclusive, UTC
     * @param deputy log-in of who acts for them; null when nobody does
     */
    public record Leave(
            String person,
            Instant begins,
            Instant ends,
            @Nullable String deputy) {

        public boolean holdsAt(Instant now) {
            return !now.isBefore(begins) && now.isBefore(ends);
        }
    }

    /**
     * Follows deputies who are away themselves to their own, as often as it takes.
     *
     * @param person log-in
     * @param here whether somebody can act at all: retired people can't
     * @return themselves when they are here; empty when in the end nobody is, or deputies stand in for each other
     */
    public static Optional<String> acting(
            String person, Collection<Leave> leaves, Predicate<String> here, Instant now) {
        Set<String> asked = new HashSet<>();
        String asking = person;
        while (asking != null && asked.add(asking)) {
            String away = asking;
            Optional<Leave> leave = leaves.stream()
                    .filter(l -> l.person().equals(away) && l.holdsAt(now))
                    .findFirst();
            if (leave.isEmpty()) {
                return here.test(away) ? Optional.of(away) : Optional.empty();
            }
            asking = leave.get().deputy();
        }
        return Optional.empty();
    }
}
