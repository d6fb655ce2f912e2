package io.safestep.app.people;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.stored.Team;
import io.safestep.app.people.stored.TeamRepository;
import io.safestep.app.problem.ProblemException;
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

    Teams(TeamRepository repository, PersonRepository people, AuditLog audit) {
        this.repository = repository;
        this.people = people;
        this.audit = audit;
    }

    /** @param members log-ins */
    public record TeamView(long id, String name, List<String> members) {}

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
                        .toList());
    }

    /** Ids of the members; empty when there is no such team. */
    @Transactional(readOnly = true)
    public Set<Long> members(long teamId) {
        return repository.findById(teamId).map(t -> Set.copyOf(t.members())).orElse(Set.of());
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
        return repository.findByName(name).map(this::view).orElseGet(() -> save(null, name, logins, person));
    }

    /** @param id null for a new one */
    TeamView save(@Nullable Long id, String wantedName, Set<String> logins, String person) {
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
        Team team = id == null
                ? new Team(name)
                : repository.findById(id).orElseThrow(() -> ProblemException.notFound("This team"));
        team.describe(name, members);
        Team saved = repository.saveAndFlush(team);
        audit.write(
                person,
                name,
                id == null ? "team added" : "team changed",
                "Members: " + logins.stream().sorted().collect(Collectors.joining(", ")) + ".");
        return view(saved);
    }
}
