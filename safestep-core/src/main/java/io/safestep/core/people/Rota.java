package io.safestep.core.people;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * When a team is at work, and who of it is on watch.
 *
 * @param hours in which its time to answer counts; null when it counts day and night
 * @param shifts none when nobody of them keeps watch for the others
 */
public record Rota(@Nullable WorkingHours hours, List<Shift> shifts) {

    /** Nothing is said. */
    public static final Rota NONE = new Rota(null, List.of());

    public Rota {
        shifts = List.copyOf(shifts);
    }

    /** Log-ins of those who are on watch at a moment; nobody when no shift is then. */
    public Set<String> onWatch(Instant moment, ZoneId zone) {
        return shifts.stream()
                .filter(s -> s.holdsAt(moment, zone))
                .flatMap(s -> s.people().stream())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** As the record says it; empty when nothing is said. */
    public String words() {
        String watch = shifts.isEmpty()
                ? ""
                : " Shifts: " + shifts.stream().map(Shift::words).collect(Collectors.joining("; ")) + ".";
        return ((hours == null ? "" : hours.words() + ".") + watch).strip();
    }
}
