package io.safestep.app.people;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonLink;
import io.safestep.app.people.stored.PersonLinkRepository;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate;
import io.safestep.core.people.PeopleGate.Account;
import io.safestep.core.people.PeopleGate.Answer;
import io.safestep.core.people.PersonStanding;
import io.safestep.core.people.Role;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who is added, changed and let go, and by whom. */
@Service
@Transactional
class Accounts {

    private static final Pattern LOGIN = Pattern.compile("[a-z][a-z0-9._-]{1,39}");
    private static final Pattern EMAIL = Pattern.compile("[^\\s@]{1,64}@[^\\s@]+[.][^\\s@.]{2,}");

    private final PersonRepository people;
    private final PersonLinkRepository openLinks;
    private final PersonLinks links;
    private final OpenSessions sessions;
    private final AuditLog audit;
    private final Clock clock;

    Accounts(
            PersonRepository people,
            PersonLinkRepository openLinks,
            PersonLinks links,
            OpenSessions sessions,
            AuditLog audit,
            Clock clock) {
        this.people = people;
        this.openLinks = openLinks;
        this.links = links;
        this.sessions = sessions;
        this.audit = audit;
        this.clock = clock;
    }

    /** @param mayAdd whether the reader adds people, and so sees where mail goes */
    @Transactional(readOnly = true)
    List<AccountView> all(boolean mayAdd) {
        Map<Long, Instant> invited = new HashMap<>();
        for (PersonLink link : openLinks.findByUsedAtIsNullAndEndsAtAfter(clock.instant())) {
            if (link.personId() != null) {
                invited.put(link.personId(), link.endsAt());
            }
        }
        return people.findAllByOrderByName().stream()
                .map(p -> view(p, invited.get(p.id()), mayAdd))
                .toList();
    }

    private static AccountView view(Person p, @Nullable Instant invitedUntil, boolean mayAdd) {
        PersonStanding standing = !p.isPresent()
                ? PersonStanding.RETIRED
                : p.passwordHash() == null ? PersonStanding.INVITED : PersonStanding.HERE;
        return new AccountView(
                p.id(),
                p.login(),
                p.name(),
                mayAdd ? p.email() : null,
                p.roles(),
                p.wantedRoles(),
                standing,
                invitedUntil,
                p.retiredAt(),
                p.version());
    }

    /** What is wrong with what is written of somebody, by field. */
    static List<FieldError> problems(@Nullable String login, String name, @Nullable String email) {
        List<FieldError> errors = new ArrayList<>();
        if (login != null && !LOGIN.matcher(login).matches()) {
            errors.add(
                    FieldError.of(
                            "login",
                            "A log-in has 2 to 40 small letters, digits, dots, hyphens and underscores, and begins with a letter."));
        }
        if (name.isBlank()) {
            errors.add(FieldError.of("name", "Enter the name by which people know them."));
        }
        if (email != null && !email.isBlank() && !EMAIL.matcher(email.strip()).matches()) {
            errors.add(FieldError.of(
                    "email", "Enter a mail address such as m.tarrant@ferries.example, or leave it empty."));
        }
        return errors;
    }

    /** Somebody new, and the link with which they come in. */
    PersonLinks.Made add(AccountRequest request, String by) {
        List<FieldError> errors = problems(request.login(), request.name(), request.email());
        if (people.findByLogin(request.login()).isPresent()) {
            errors.add(FieldError.of(
                    "login", "There is somebody with this log-in already, or was: a log-in is never given twice."));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        Set<Role> roles = new TreeSet<>(request.roles());
        Account none = new Account(request.login(), Set.of(), true);
        check(PeopleGate.roles(account(by), none, roles, accounts()), request.name());
        Person added = new Person(request.login(), request.name().strip(), roles);
        added.mailTo(mail(request.email()));
        Person saved = people.saveAndFlush(added);
        audit.write(by, saved.login(), "person added", saved.name() + ": " + words(roles) + ".");
        return links.make(saved.id(), by);
    }

    private static @Nullable String mail(@Nullable String written) {
        return written == null || written.isBlank() ? null : written.strip();
    }

    private static void check(Answer answer, String name) {
        if (answer != Answer.GOES) {
            throw ProblemException.invalid("roles", PeopleWords.of(answer, name));
        }
    }

    /**
     * Changes what is known of somebody and what they are.
     *
     * @return a sentence when something of it waits for another administrator; null when all of it is done
     */
    @Nullable
    String change(String login, AccountRequest request, String by) {
        Person person = existing(login);
        if (request.version() == null || request.version() != person.version()) {
            throw ProblemException.moved("Somebody else has changed " + person.name()
                    + " meanwhile. Look at it again; nothing was changed now.");
        }
        List<FieldError> errors = problems(null, request.name(), request.email());
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        Set<Role> wanted = new TreeSet<>(request.roles());
        Set<Role> before = new TreeSet<>(person.roles());
        Answer answer = wanted.equals(before)
                ? Answer.GOES
                : PeopleGate.roles(account(by), person.account(), wanted, accounts());
        if (answer != Answer.WAITS_FOR_ANOTHER) {
            check(answer, person.name());
        }
        describe(person, request, by);
        if (answer == Answer.WAITS_FOR_ANOTHER) {
            person.want(wanted);
            audit.write(by, login, "roles wanted", "From " + words(before) + " to " + words(wanted) + ".");
            people.flush();
            return PeopleWords.of(answer, person.name());
        }
        person.become(wanted);
        if (!wanted.equals(before)) {
            audit.write(by, login, "roles changed", "From " + words(before) + " to " + words(wanted) + ".");
        }
        people.flush();
        return null;
    }

    private void describe(Person person, AccountRequest request, String by) {
        String name = request.name().strip();
        String email = mail(request.email());
        if (!person.name().equals(name)) {
            audit.write(by, person.login(), "person renamed", "From " + person.name() + " to " + name + ".");
            person.rename(name);
        }
        if (!Objects.equals(person.email(), email)) {
            audit.write(by, person.login(), "mail address changed", "It may be another mailbox now.");
            person.mailTo(email);
        }
    }

    /** What somebody wants for themselves is given or refused by another administrator. */
    void answer(String login, boolean agree, String by) {
        Person person = existing(login);
        Set<Role> wanted = new TreeSet<>(person.wantedRoles());
        if (wanted.isEmpty()) {
            throw ProblemException.refused(person.name() + " wants nothing that somebody would have to agree to.");
        }
        if (agree && !PeopleGate.mayAgree(account(by), login)) {
            throw ProblemException.forbidden("Another administrator than " + person.name() + " has to agree.");
        }
        Set<Role> before = new TreeSet<>(person.roles());
        if (agree) {
            person.become(wanted);
            audit.write(by, login, "roles agreed to", "From " + words(before) + " to " + words(wanted) + ".");
        } else {
            person.want(Set.of());
            audit.write(by, login, "roles refused", "They stay " + words(before) + ".");
        }
    }

    /** A new link, for somebody who has none or has forgotten their password. Older links end. */
    PersonLinks.Made invite(String login, String by) {
        Person person = existing(login);
        if (!person.isPresent()) {
            throw ProblemException.refused(person.name() + " is retired. Let them come back first.");
        }
        audit.write(by, login, "invited", "A link was made with which a password is chosen.");
        return links.make(person.id(), by);
    }

    void retire(String login, String by) {
        Person person = existing(login);
        if (!person.isPresent()) {
            throw ProblemException.refused(person.name() + " is retired already.");
        }
        Answer answer = PeopleGate.retirement(person.account(), accounts());
        if (answer != Answer.GOES) {
            throw ProblemException.refused(PeopleWords.of(answer, person.name()));
        }
        person.retire(clock.instant());
        links.end(person.id());
        sessions.endAll(login);
        audit.write(by, login, "retired", person.name() + " can't log in any more; their sessions were ended.");
    }

    void comeBack(String login, String by) {
        Person person = existing(login);
        if (person.isPresent()) {
            throw ProblemException.refused(person.name() + " is here.");
        }
        person.comeBack();
        audit.write(by, login, "came back", person.name() + " is " + words(person.roles()) + " again, once invited.");
    }

    Person existing(String login) {
        return people.findByLogin(login).orElseThrow(() -> ProblemException.notFound("A person with log-in " + login));
    }

    private Account account(String login) {
        return existing(login).account();
    }

    private List<Account> accounts() {
        return people.findAll().stream().map(Person::account).toList();
    }

    private static String words(Collection<Role> roles) {
        return roles.stream().map(Role::title).collect(Collectors.joining(", "));
    }
}
