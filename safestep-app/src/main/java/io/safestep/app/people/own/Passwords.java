package io.safestep.app.people.own;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.accounts.Accounts;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.stored.PasskeyRepository;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonLink;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PasswordRules;
import io.safestep.core.people.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Choosing a password: with a link, as the first administrator, or in place of one that is known. */
@Service
@Transactional
public class Passwords {

    private final PersonRepository people;
    private final PasskeyRepository passkeys;
    private final PersonLinks links;
    private final PasswordEncoder encoder;
    private final AuditLog audit;

    Passwords(
            PersonRepository people,
            PasskeyRepository passkeys,
            PersonLinks links,
            PasswordEncoder encoder,
            AuditLog audit) {
        this.people = people;
        this.passkeys = passkeys;
        this.links = links;
        this.encoder = encoder;
        this.audit = audit;
    }

    /** Whom a link is for; empty for the first administrator. */
    @Transactional(readOnly = true)
    public @Nullable Person whom(PersonLink link) {
        Long id = link.personId();
        return id == null ? null : people.findById(id).orElseThrow(() -> ProblemException.notFound("This person"));
    }

    /** @param login and {@code name}: who the first administrator is; not looked at for anybody else */
    public record Coming(
            String token,
            String password,
            @Nullable String login,
            @Nullable String name) {}

    /** Chooses a password with a link, which nobody uses after this. */
    public Person comeIn(Coming coming) {
        PersonLink link = links.use(coming.token());
        Person invited = whom(link);
        Person person = invited == null ? firstAdministrator(coming) : invited;
        if (!person.isPresent()) {
            throw ProblemException.refused(person.name() + " is retired.");
        }
        // A link is for those who have lost what they had: second factor and passkeys are gone with it.
        person.dropSecondFactor();
        dropPasskeys(person);
        List<FieldError> errors = new ArrayList<>();
        check(errors, "password", coming.password(), person);
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        person.choosePassword(hash(coming.password()));
        Person saved = people.saveAndFlush(person);
        audit.write(
                saved.login(),
                saved.login(),
                invited == null ? "first administrator" : "password chosen",
                "With a link that works once.");
        return saved;
    }

    private void dropPasskeys(Person person) {
        if (person.passkeyHandle() != null) {
            passkeys.deleteByPersonId(person.id());
            person.havePasskey(false);
        }
    }

    private Person firstAdministrator(Coming coming) {
        String login = Objects.requireNonNullElse(coming.login(), "");
        String name = Objects.requireNonNullElse(coming.name(), "");
        List<FieldError> errors = Accounts.problems(login, name, null);
        if (people.findByLogin(login).isPresent()) {
            errors.add(FieldError.of("login", "There is somebody with this log-in already, or was."));
        }
        Person first = new Person(login, name.strip(), Set.of(Role.ADMINISTRATOR));
        check(errors, "password", coming.password(), first);
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        return first;
    }

    /** Whether this is somebody's password now. */
    @Transactional(readOnly = true)
    public boolean isOf(String login, String password) {
        return people.findByLogin(login).filter(p -> isOf(p, password)).isPresent();
    }

    /** Whether a password is good enough without a second factor beside it. */
    @Transactional(readOnly = true)
    boolean standsAlone(String login, String password) {
        return people.findByLogin(login)
                .filter(p -> PasswordRules.problem(password, List.of(p.login(), p.name()), false) == null)
                .isPresent();
    }

    private boolean isOf(Person person, String password) {
        return person.passwordHash() != null && encoder.matches(PasswordRules.normal(password), person.passwordHash());
    }

    /** @throws ProblemException when the current password is another one, or the new one can't be taken */
    public void change(String login, String current, String wanted) {
        Person person = people.findByLogin(login).orElseThrow(() -> ProblemException.notFound("This person"));
        List<FieldError> errors = new ArrayList<>();
        if (!isOf(person, current)) {
            errors.add(FieldError.of("current", "This is not your password now."));
        } else if (PasswordRules.normal(current).equals(PasswordRules.normal(wanted))) {
            errors.add(FieldError.of("password", "This is your password now."));
        }
        check(errors, "password", wanted, person);
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        person.choosePassword(hash(wanted));
        audit.write(login, login, "password changed", "Other sessions were ended.");
    }

    private static void check(List<FieldError> errors, String field, String password, Person person) {
        List<String> about = new ArrayList<>(List.of(person.login(), person.name()));
        if (person.email() != null) {
            about.add(person.email());
        }
        String problem = PasswordRules.problem(password, about, person.hasSecondFactor());
        if (problem != null) {
            errors.add(FieldError.of(field, problem));
        }
    }

    public String hash(String password) {
        return Objects.requireNonNull(encoder.encode(PasswordRules.normal(password)));
    }
}
