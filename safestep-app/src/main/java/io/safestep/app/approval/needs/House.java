package io.safestep.app.approval.needs;

import io.safestep.app.people.People;
import io.safestep.app.people.Teams;
import io.safestep.app.people.own.Leaves;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.Electorate.Elector;
import io.safestep.core.people.Right;
import java.time.Clock;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Who there is to approve, with their teams, leaves and scopes, as it is now. */
@Component
class House {

    private final People people;
    private final Teams teams;
    private final Leaves leaves;
    private final Scopes scopes;
    private final Clock clock;

    House(People people, Teams teams, Leaves leaves, Scopes scopes, Clock clock) {
        this.people = people;
        this.teams = teams;
        this.leaves = leaves;
        this.scopes = scopes;
        this.clock = clock;
    }

    /**
     * @param rights who has one of them can approve
     * @param known what is known already of what somebody sees; of others it is asked for when it matters
     */
    Electorate electorate(Set<Right> rights, Map<String, Sight> known) {
        Map<Long, Set<Long>> teamsOf = new HashMap<>();
        teams.membersOfAll()
                .forEach((team, members) -> members.forEach(person ->
                        teamsOf.computeIfAbsent(person, id -> new HashSet<>()).add(team)));
        List<Person> here = people.all().stream().filter(p -> !p.isService()).toList();
        Map<String, Person> byLogin = here.stream().collect(Collectors.toMap(Person::login, p -> p));
        Map<String, Sight> sights = new HashMap<>(known);
        List<Elector> electors = here.stream()
                .map(p -> new Elector(
                        p.login(),
                        p.name(),
                        p.rights().stream().anyMatch(rights::contains),
                        teamsOf.getOrDefault(p.id(), Set.of()),
                        Set.copyOf(p.roles())))
                .toList();
        return new Electorate(
                electors,
                leaves.current(),
                clock.instant(),
                (login, device) -> sights.computeIfAbsent(
                                login,
                                l -> scopes.sight(
                                        l,
                                        Objects.requireNonNull(byLogin.get(l)).scope()))
                        .acts(device));
    }
}
