package io.safestep.app.people.own;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonLeave;
import io.safestep.app.people.stored.PersonLeaveRepository;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.core.people.Deputies;
import io.safestep.core.people.Deputies.Leave;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** When people are away, and who acts for them. Days are those of the network's time zone, the last one included. */
@Service
@Transactional
public class Leaves {

    private static final Duration LONGEST = Duration.ofDays(731);

    private final PersonLeaveRepository repository;
    private final PersonRepository people;
    private final AuditLog audit;
    private final Network network;
    private final Clock clock;

    Leaves(PersonLeaveRepository repository, PersonRepository people, AuditLog audit, Network network, Clock clock) {
        this.repository = repository;
        this.people = people;
        this.audit = audit;
        this.network = network;
        this.clock = clock;
    }

    /**
     * A leave that has not ended.
     *
     * @param deputy log-in; null when nobody acts for them
     * @param actingName the name of who acts for them now, deputies of deputies considered; null while they are here, and
     *     when nobody does
     */
    record View(
            long id,
            LocalDate first,
            LocalDate last,
            @Nullable String deputy,
            @Nullable String deputyName,
            boolean now,
            @Nullable String actingName) {}

    /** @param deputy log-in; null for nobody */
    record Wanted(
            @Nullable LocalDate first,
            @Nullable LocalDate last,
            @Nullable String deputy) {}

    @Transactional(readOnly = true)
    List<View> of(Person person) {
        Instant now = clock.instant();
        return repository.findByPersonIdAndEndsAtAfterOrderByBeginsAt(person.id(), now).stream()
                .map(l -> view(l, now))
                .toList();
    }

    private View view(PersonLeave l, Instant now) {
        ZoneId zone = network.zone();
        boolean holds = l.leave().holdsAt(now);
        Person deputy = l.deputy();
        return new View(
                l.id(),
                LocalDate.ofInstant(l.beginsAt(), zone),
                LocalDate.ofInstant(l.endsAt().minusMillis(1), zone),
                deputy == null ? null : deputy.login(),
                deputy == null ? null : deputy.name(),
                holds,
                holds ? acting(l.person()).map(Person::name).orElse(null) : null);
    }

    /** Of everybody, those that have not ended. */
    @Transactional(readOnly = true)
    public List<Leave> current() {
        return repository.findByEndsAtAfterOrderByBeginsAt(clock.instant()).stream()
                .map(PersonLeave::leave)
                .toList();
    }

    /** Who acts for somebody now: themselves when they are here; empty when nobody does. */
    @Transactional(readOnly = true)
    public Optional<Person> acting(Person person) {
        return Deputies.acting(
                        person.login(),
                        current(),
                        login -> people.findByLogin(login)
                                .filter(Person::isPresent)
                                .isPresent(),
                        clock.instant())
                .flatMap(people::findByLogin);
    }

    List<View> take(Person person, Wanted wanted, String by) {
        List<FieldError> errors = new ArrayList<>();
        LocalDate first = wanted.first();
        LocalDate last = wanted.last();
        if (first == null) {
            errors.add(FieldError.of("first", "Choose the first day."));
        }
        if (last == null) {
            errors.add(FieldError.of("last", "Choose the last day."));
        }
        Person deputy = null;
        if (wanted.deputy() != null && !wanted.deputy().isBlank()) {
            deputy = people.findByLogin(wanted.deputy())
                    .filter(d -> d.isPresent() && !d.isService() && !d.id().equals(person.id()))
                    .orElse(null);
            if (deputy == null) {
                errors.add(FieldError.of("deputy", "Choose somebody else who is here."));
            }
        }
        if (first == null || last == null || !errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        Instant begins = first.atStartOfDay(network.zone()).toInstant();
        Instant ends = last.plusDays(1).atStartOfDay(network.zone()).toInstant();
        if (!begins.isBefore(ends)) {
            throw ProblemException.invalid("last", "The last day is before the first one.");
        }
        if (!ends.isAfter(clock.instant())) {
            throw ProblemException.invalid("last", "This leave is over already.");
        }
        if (Duration.between(begins, ends).compareTo(LONGEST) > 0) {
            throw ProblemException.invalid("last", "At most two years.");
        }
        boolean overlaps = repository.findByPersonIdAndEndsAtAfterOrderByBeginsAt(person.id(), clock.instant()).stream()
                .anyMatch(l -> l.beginsAt().isBefore(ends) && begins.isBefore(l.endsAt()));
        if (overlaps) {
            throw ProblemException.invalid(
                    "first", "There is a leave in these days already. Take that one back first.");
        }
        repository.saveAndFlush(new PersonLeave(person, begins, ends, deputy, by));
        audit.write(
                by,
                person.login(),
                "leave",
                "From " + first + " to " + last
                        + (deputy == null ? ", without a deputy." : "; " + deputy.name() + " acts."));
        return of(person);
    }

    /** Takes it back, or ends it early. */
    List<View> takeBack(Person person, long id, String by) {
        PersonLeave leave = repository
                .findById(id)
                .filter(l -> l.person().id().equals(person.id()))
                .orElseThrow(() -> ProblemException.notFound("This leave"));
        repository.delete(leave);
        repository.flush();
        audit.write(by, person.login(), "leave taken back", "They are here.");
        return of(person);
    }
}
