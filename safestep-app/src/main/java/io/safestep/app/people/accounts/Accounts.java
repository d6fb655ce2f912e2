package io.safestep.app.people.accounts;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.login.OpenSessions;
import io.safestep.app.people.stored.PasskeyRepository;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonIdentityRepository;
import io.safestep.app.people.stored.PersonLink;
import io.safestep.app.people.stored.PersonLinkRepository;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.people.stored.Wish;
import io.safestep.app.people.tokens.Tokens;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.mail.MailAddress;
import io.safestep.core.people.PeopleGate;
import io.safestep.core.people.PeopleGate.Account;
import io.safestep.core.people.PeopleGate.Answer;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.PeopleGate.WayIn;
import io.safestep.core.people.PersonStanding;
import io.safestep.core.people.Role;
import io.safestep.core.people.Scope;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who is added, changed and let go, and by whom. */
@Service
@Transactional
public class Accounts {

    private static final Pattern LOGIN = Pattern.compile("[a-z][a-z0-9._-]{1,39}");

    private final PersonRepository people;
    private final PersonLinkRepository openLinks;
    private final PersonLinks links;
    private final PersonIdentityRepository identities;
    private final PasskeyRepository passkeys;
    private final OpenSessions sessions;
    private final Tokens tokens;
    private final List<OpenWork> work;
    private final KnownPlaces places;
    private final PeopleReach reach;
    private final AuditLog audit;
    private final Clock clock;

    Accounts(
            PersonRepository people,
            PersonLinkRepository openLinks,
            PersonLinks links,
            PersonIdentityRepository identities,
            PasskeyRepository passkeys,
            OpenSessions sessions,
            Tokens tokens,
            List<OpenWork> work,
            KnownPlaces places,
            PeopleReach reach,
            AuditLog audit,
            Clock clock) {
        this.people = people;
        this.openLinks = openLinks;
        this.links = links;
        this.identities = identities;
        this.passkeys = passkeys;
        this.sessions = sessions;
        this.tokens = tokens;
        this.work = work;
        this.places = places;
        this.reach = reach;
        this.audit = audit;
        this.clock = clock;
    }

    /** @param mayAdd whether the reader adds people, and so sees where mail goes */
    @Transactional(readOnly = true)
    List<AccountView> views(boolean mayAdd) {
        Map<Long, Instant> invited = new HashMap<>();
        for (PersonLink link : openLinks.findByUsedAtIsNullAndEndsAtAfter(clock.instant())) {
            if (link.personId() != null) {
                invited.put(link.personId(), link.endsAt());
            }
        }
        List<Person> all = people.findAllByOrderByName();
        Map<String, String> names = all.stream().collect(Collectors.toMap(Person::login, Person::name));
        Function<Scope, String> wording = places.wording();
        return all.stream()
                .map(p -> view(p, invited.get(p.id()), names, wording, mayAdd))
                .toList();
    }

    private static AccountView view(
            Person p,
            @Nullable Instant invitedUntil,
            Map<String, String> names,
            Function<Scope, String> wording,
            boolean mayAdd) {
        PersonStanding standing = !p.isPresent()
                ? PersonStanding.RETIRED
                : p.isService() ? PersonStanding.SERVICE : !p.comesIn() ? PersonStanding.INVITED : PersonStanding.HERE;
        return new AccountView(
                p.id(),
                p.login(),
                p.name(),
                mayAdd ? p.email() : null,
                p.roles(),
                p.scope(),
                words(p.scope(), wording),
                p.wish() == null ? null : view(p.wish(), names, wording),
                standing,
                p.wayIn(),
                p.followsGroups(),
                invitedUntil,
                p.retiredAt(),
                p.version());
    }

    private static AccountView.WishView view(Wish wish, Map<String, String> names, Function<Scope, String> wording) {
        return new AccountView.WishView(
                names.getOrDefault(wish.by(), wish.by()),
                wish.by(),
                new TreeSet<>(wish.roles()).stream().toList(),
                wish.scope(),
                words(wish.scope(), wording),
                wish.link());
    }

    private static @Nullable String words(Scope scope, Function<Scope, String> wording) {
        return scope.holdsEverything() ? null : wording.apply(scope);
    }

    public static boolean isLogin(String text) {
        return LOGIN.matcher(text).matches();
    }

    /** What is wrong with what is written of somebody, by field. */
    public static List<FieldError> problems(@Nullable String login, String name, @Nullable String email) {
        List<FieldError> errors = new ArrayList<>();
        if (login != null && !isLogin(login)) {
            errors.add(
                    FieldError.of(
                            "login",
                            "A log-in has 2 to 40 small letters, digits, dots, hyphens and underscores, and begins with a letter."));
        }
        if (name.isBlank()) {
            errors.add(FieldError.of("name", "Enter the name by which people know them."));
        }
        if (email != null && !email.isBlank() && !MailAddress.isSomebodys(email.strip())) {
            errors.add(FieldError.of(
                    "email", "Enter a mail address such as m.tarrant@ferries.example, or leave it empty."));
        }
        return errors;
    }

    /**
     * Adds somebody.
     *
     * @return the link with which they come in; null when another administrator has to agree first
     */
    PersonLinks.@Nullable Made add(AccountRequest request, String by) {
        List<FieldError> errors = problems(request.login(), request.name(), request.email());
        if (people.findByLogin(request.login()).isPresent()) {
            errors.add(FieldError.of(
                    "login", "There is somebody with this log-in already, or was: a log-in is never given twice."));
        }
        Power wanted = new Power(request.roles(), request.scopeOr(Scope.EVERYWHERE));
        errors.addAll(problems(wanted.scope()));
        boolean service = Boolean.TRUE.equals(request.service());
        errors.addAll(service ? problemsOfService(wanted) : List.of());
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        Answer answer = PeopleGate.power(
                account(by), new Account(request.login(), Power.NONE, WayIn.NONE, false), wanted, all());
        refuse(answer, request.name());
        boolean goes = answer == Answer.GOES;
        Person added = new Person(request.login(), request.name().strip(), List.of());
        added.mailTo(mail(request.email()));
        if (service) {
            added.serve();
        }
        if (goes) {
            added.become(wanted);
        } else {
            added.wish(new Wish(by, wanted.roles(), wanted.scope(), !service));
        }
        Person saved = people.saveAndFlush(added);
        audit.write(
                by,
                saved.login(),
                goes ? "person added" : "person wanted",
                saved.name() + ": " + places.words(wanted) + "."
                        + (goes ? "" : " Another administrator has to agree."));
        return goes && !service ? links.make(saved.id(), by) : null;
    }

    /** To decide, and to say who decides, is for people. */
    private static List<FieldError> problemsOfService(Power wanted) {
        boolean decides = Role.rights(wanted.roles()).stream().anyMatch(right -> !right.isForPrograms());
        return decides
                ? List.of(FieldError.of(
                        "roles", "A program neither decides about changes nor adds people. Choose other roles."))
                : List.of();
    }

    private List<FieldError> problems(Scope scope) {
        if (!places.exist(scope)) {
            return List.of(FieldError.of(
                    "scope", "One of these sites or groups is no longer there. Load the page again and choose anew."));
        }
        if (scope.reading().holdsNothing()) {
            return List.of(FieldError.of("scope", "Choose at least one site or group, or all devices."));
        }
        return List.of();
    }

    private static @Nullable String mail(@Nullable String written) {
        return written == null || written.isBlank() ? null : written.strip();
    }

    private static void refuse(Answer answer, String name) {
        if (answer != Answer.GOES && answer != Answer.WAITS_FOR_ANOTHER) {
            String field = answer == Answer.BEYOND_OWN_SCOPE ? "scope" : "roles";
            throw ProblemException.invalid(field, PeopleWords.of(answer, name));
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
        reach.check(by, person);
        Power before = person.power();
        Power wanted = new Power(request.roles(), request.scopeOr(before.scope()));
        List<FieldError> errors = problems(null, request.name(), request.email());
        errors.addAll(person.isService() ? problemsOfService(wanted) : List.of());
        errors.addAll(wanted.scope().equals(before.scope()) ? List.of() : problems(wanted.scope()));
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        boolean same = wanted.equals(before);
        Answer answer = same ? Answer.GOES : PeopleGate.power(account(by), person.account(), wanted, all());
        refuse(answer, person.name());
        describe(person, request, by);
        if (answer == Answer.WAITS_FOR_ANOTHER) {
            person.wish(new Wish(by, wanted.roles(), wanted.scope(), false));
            audit.write(
                    by, login, "roles wanted", "From " + places.words(before) + " to " + places.words(wanted) + ".");
            people.flush();
            return PeopleWords.of(answer, person.name());
        }
        if (!same) {
            person.become(wanted);
            audit.write(
                    by, login, "roles changed", "From " + places.words(before) + " to " + places.words(wanted) + ".");
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

    /**
     * What is wanted for somebody is given or refused by another administrator; who wants it may take it back.
     *
     * @return the link that was wanted; null when none was, or when it is refused
     */
    PersonLinks.@Nullable Made answer(String login, boolean agree, String by) {
        Person person = existing(login);
        Wish wish = person.wish();
        if (wish == null) {
            throw ProblemException.refused(
                    "Nothing is wanted for " + person.name() + " that somebody would have to agree to.");
        }
        reach.check(by, person);
        if (!by.equals(wish.by()) && !wish.scope().isWithin(existing(by).scope())) {
            throw ProblemException.forbidden(PeopleWords.of(Answer.NOT_IN_OWN_SCOPE, person.name()));
        }
        Power before = person.power();
        if (!agree) {
            person.wish(null);
            audit.write(by, login, "wish refused", "They stay " + places.words(before) + ".");
            return null;
        }
        if (!PeopleGate.mayAgree(account(by), wish.by(), wish.power())) {
            throw ProblemException.forbidden("Another administrator than "
                    + existing(wish.by()).name() + " has to agree, in whose own scope it all is.");
        }
        person.become(wish.power());
        people.flush();
        audit.write(
                by,
                login,
                "wish agreed to",
                "Wanted by " + wish.by() + ": " + places.words(person.power())
                        + (wish.link() ? ", with a link." : "."));
        return wish.link() ? links.make(person.id(), by) : null;
    }

    /**
     * A new link, for somebody who has none or has forgotten their password. Older links end.
     *
     * @return null when another administrator has to agree first
     */
    PersonLinks.@Nullable Made invite(String login, String by) {
        Person person = existing(login);
        if (!person.isPresent()) {
            throw ProblemException.refused(person.name() + " is retired. Let them come back first.");
        }
        if (person.isService()) {
            throw ProblemException.refused(person.name() + " is a program: it comes in with tokens alone.");
        }
        if (person.wish() != null) {
            throw ProblemException.refused(
                    "Something is wanted for " + person.name() + " already: it has to be decided first.");
        }
        Answer answer = PeopleGate.wayIn(account(by), person.account(), all());
        if (answer != Answer.GOES && answer != Answer.WAITS_FOR_ANOTHER) {
            throw ProblemException.refused(PeopleWords.of(answer, person.name()));
        }
        if (answer == Answer.WAITS_FOR_ANOTHER) {
            Power power = person.power();
            person.wish(new Wish(by, power.roles(), power.scope(), true));
            people.flush();
            audit.write(by, login, "link wanted", "Another administrator has to agree: who has it could come in.");
            return null;
        }
        audit.write(by, login, "invited", "A link was made with which a password is chosen.");
        return links.make(person.id(), by);
    }

    /** What somebody has begun and not brought to its end. */
    @Transactional(readOnly = true)
    List<OpenWork.Item> openWork(String login) {
        Person person = existing(login);
        return work.stream().flatMap(w -> w.of(person).stream()).toList();
    }

    /**
     * Lets somebody go, at once.
     *
     * @param successor log-in of who goes on with what they have begun; null to leave it as it is
     * @return what stays with them, each with why as its words
     */
    List<OpenWork.Item> retire(String login, @Nullable String successor, String by) {
        Person person = existing(login);
        if (!person.isPresent()) {
            throw ProblemException.refused(person.name() + " is retired already.");
        }
        Answer answer = PeopleGate.retirement(account(by), person.account(), all());
        if (answer != Answer.GOES) {
            throw ProblemException.refused(PeopleWords.of(answer, person.name()));
        }
        List<OpenWork.Item> stay = new ArrayList<>();
        if (successor != null) {
            Person to = existing(successor);
            if (!to.isPresent() || to.isService() || to.id().equals(person.id())) {
                throw ProblemException.invalid("successor", "Choose somebody else who is here.");
            }
            work.forEach(w -> stay.addAll(w.handOver(person, to, by)));
        }
        person.retire(clock.instant());
        identities.deleteByPersonId(person.id());
        passkeys.deleteByPersonId(person.id());
        links.end(person.id());
        sessions.endAll(login);
        tokens.endAll(person, by);
        audit.write(
                by, login, "retired", person.name() + " can't log in any more; their sessions and tokens were ended.");
        return stay;
    }

    void comeBack(String login, String by) {
        Person person = existing(login);
        if (person.isPresent()) {
            throw ProblemException.refused(person.name() + " is here.");
        }
        reach.check(by, person);
        person.comeBack();
        audit.write(
                by,
                login,
                "came back",
                person.name() + " is " + places.words(person.power()) + " again, once invited.");
    }

    Person existing(String login) {
        return people.findByLogin(login).orElseThrow(() -> ProblemException.notFound("A person with log-in " + login));
    }

    private Account account(String login) {
        return existing(login).account();
    }

    private List<Account> all() {
        return people.findAll().stream().map(Person::account).toList();
    }
}
