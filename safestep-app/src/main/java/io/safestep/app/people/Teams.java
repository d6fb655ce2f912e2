package io.safestep.app.people;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.stored.Team;
import io.safestep.app.people.stored.TeamRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.core.people.Rota;
import io.safestep.core.people.Shift;
import io.safestep.core.people.WorkingHours;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People who are told things together. */
@Service
@Transactional
public class Teams {

    private final TeamRepository repository;
    private final PersonRepository people;
    private final AuditLog audit;
    private final Network network;
    private final Clock clock;

    Teams(TeamRepository repository, PersonRepository people, AuditLog audit, Network network, Clock clock) {
        this.repository = repository;
        this.people = people;
        this.audit = audit;
        this.network = network;
        this.clock = clock;
    }

    /**
     * @param members log-ins
     * @param hours when they are at work; null when nobody has said it
     * @param onWatch log-ins of those of them who are on watch now
     */
    public record TeamView(
            long id,
            String name,
            List<String> members,
            @Nullable WorkingHours hours,
            List<Shift> shifts,
            List<String> onWatch) {}

    @Transactional(readOnly = true)
    public List<TeamView> all() {
        return repository.findAllByOrderByName().stream().map(this::view).toList();
    }

    private TeamView view(Team team) {
        return new TeamView(
                team.id(),
                team.name(),
                people.findAllById(team.members()).stream()
                        .map(Person::login)
                        .sorted()
                        .toList(),
                team.rota().hours(),
                team.rota().shifts(),
                List.copyOf(team.rota().onWatch(clock.instant(), network.zone())));
    }

    /** When teams are at work and who of them is on watch, by their ids; without those that have said nothing. */
    @Transactional(readOnly = true)
    public Map<Long, Rota> rotas() {
        return repository.findAllByOrderByName().stream()
                .filter(t -> !t.rota().equals(Rota.NONE))
                .collect(Collectors.toMap(Team::id, Team::rota));
    }

    /** Ids of those of a team who are told things now: who is on watch, else all; empty when there is no such team. */
    @Transactional(readOnly = true)
    public Set<Long> toBeTold(long teamId) {
        return repository.findById(teamId).map(this::toBeTold).orElse(Set.of());
    }

    private Set<Long> toBeTold(Team team) {
        Set<Long> onWatch = team.rota().onWatch(clock.instant(), network.zone()).stream()
                .flatMap(login -> people.findByLogin(login).stream())
                .filter(Person::isPresent)
                .map(Person::id)
                .filter(team.members()::contains)
                .collect(Collectors.toSet());
        return onWatch.isEmpty() ? Set.copyOf(team.members()) : onWatch;
    }

    /** Ids of the teams of each person, by their id; without those who are in none. */
    @Transactional(readOnly = true)
    public Map<Long, Set<Long>> ofPeople() {
        return repository.memberships().stream()
                .collect(Collectors.groupingBy(
                        TeamRepository.Membership::person,
                        Collectors.mapping(TeamRepository.Membership::team, Collectors.toSet())));
    }

    /** The team of this name, made of these when there is none yet. */
    public TeamView ensure(String name, Set<String> logins, String person) {
        return repository.findByName(name).map(this::view).orElseGet(() -> save(null, name, logins, Rota.NONE, person));
    }

    /**
     * @param id null for a new one
     * @throws ProblemException with the field that is wrong
     */
    TeamView save(@Nullable Long id, String wantedName, Set<String> logins, Rota rota, String person) {
        String name = wantedName.strip();
        repository.findByName(name).filter(t -> !t.id().equals(id)).ifPresent(t -> {
            throw ProblemException.invalid("name", "There is a team called " + name + " already.");
        });
        Set<Long> members = new HashSet<>();
        for (String login : logins) {
            members.add(people.findByLogin(login)
                    .orElseThrow(
                            () -> ProblemException.invalid("members", "There is nobody with the log-in " + login + "."))
                    .id());
        }
        for (int i = 0; i < rota.shifts().size(); i++) {
            if (!logins.containsAll(rota.shifts().get(i).people())) {
                throw ProblemException.invalid("shifts[" + i + "].people", "Who is on watch has to be in the team.");
            }
        }
        Team team = id == null
                ? new Team(name)
                : repository.findById(id).orElseThrow(() -> ProblemException.notFound("This team"));
        team.describe(name, members, rota);
        Team saved = repository.saveAndFlush(team);
        audit.write(
                person,
                name,
                id == null ? "team added" : "team changed",
                ("Members: " + logins.stream().sorted().collect(Collectors.joining(", ")) + ". " + rota.words())
                        .strip());
        return view(saved);
    }
}
