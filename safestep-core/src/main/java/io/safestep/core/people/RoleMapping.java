package io.safestep.core.people;

import io.safestep.core.people.PeopleGate.Power;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/**
 * What the groups of an identity provider are here. The first row that fits counts, and no other beside it: if rows added up,
 * the role of one would get the devices of another.
 */
public record RoleMapping(List<Row> rows) {

    public static final RoleMapping NOTHING = new RoleMapping(List.of());

    public RoleMapping {
        rows = List.copyOf(rows);
    }

    /**
     * @param group as the provider writes it, letter by letter
     * @param power what somebody in it is
     */
    public record Row(String group, Power power) {}

    /** @return empty when none of the groups stands in a row */
    public Optional<Power> of(Collection<String> groups) {
        return rows.stream()
                .filter(row -> groups.contains(row.group()))
                .map(Row::power)
                .findFirst();
    }

    /** Whether a group may give this: administrators are made here, by two, so that they come in when the provider is away. */
    public static boolean mayGive(Role role) {
        return !Role.rights(List.of(role)).contains(Right.WRITE_PEOPLE);
    }
}
