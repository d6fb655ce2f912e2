package io.safestep.app.approval.needs;

import io.safestep.app.people.People;
import io.safestep.app.people.Teams;
import io.safestep.app.people.own.Leaves;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.Electorate.Elector;
import io.safestep.core.people.Deputies.Leave;
import io.safestep.core.people.Right;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Who there is to approve, with their teams, leaves and scopes, as it is now. */
@Component
class House {

    private final People people;
    private final Teams teams;
    private final Leaves leaves;
    private final Scopes scopes;
    private final Network network;
    private final Clock clock;

    House(People people, Teams teams, Leaves leaves, Scopes scopes, Network network, Clock clock) {
        this.people = people;
        this.teams = teams;
        this.leaves = leaves;
        this.scopes = scopes;
        this.network = network;
        this.clock = clock;
    }

    /**
     * Asks once, however many kinds of approval are spoken of. What comes of it may be asked by several threads.
     *
     * @param known what is known already of what somebody sees; of others it is asked for when it matters
     */
    Function<Set<Right>, Electorate> electorates(Map<String, Sight> known) {
        Map<Long, Set<Long>> teamsOf = teams.ofPeople();
        List<Person> here = people.all().stream().filter(p -> !p.isService()).toList();
        Map<String, Person> byLogin = here.stream().collect(Collectors.toMap(Person::login, p -> p));
        List<Leave> away = leaves.current();
        Map<Long, Set<String>> onWatch = onWatch();
        Map<String, Sight> sights = new ConcurrentHashMap<>(known);
        return rights -> new Electorate(
                here.stream().map(p -> elector(p, rights, teamsOf)).toList(),
                away,
                onWatch,
                clock.instant(),
                (login, device) -> sights.computeIfAbsent(
                                login,
                                l -> scopes.sight(
                                        l,
                                        Objects.requireNonNull(byLogin.get(l)).scope()))
                        .acts(device));
    }

    private Map<Long, Set<String>> onWatch() {
        Map<Long, Set<String>> onWatch = new HashMap<>();
        teams.rotas().forEach((team, rota) -> {
            Set<String> now = rota.onWatch(clock.instant(), network.zone());
            if (!now.isEmpty()) {
                onWatch.put(team, now);
            }
        });
        return onWatch;
    }

    /** @param rights who has one of them can approve */
    private static Elector elector(Person p, Set<Right> rights, Map<Long, Set<Long>> teamsOf) {
        return new Elector(
                p.login(),
                p.name(),
                p.rights().stream().anyMatch(rights::contains),
                teamsOf.getOrDefault(p.id(), Set.of()),
                Set.copyOf(p.roles()));
    }
}
