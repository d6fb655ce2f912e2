package io.safestep.app.people.signed;

import io.safestep.app.audit.ActingWith;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonToken;
import io.safestep.core.people.Right;
import io.safestep.core.people.Scope;
import java.io.Serializable;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/** The person behind a request, as kept in the session. */
public final class SignedIn implements UserDetails, Serializable {

    private static final long serialVersionUID = 1L;

    private final String login;
    private final transient @Nullable String passwordHash;
    private final transient @Nullable Scope scope;
    private final transient ActingWith.@Nullable Token token;
    private final List<SimpleGrantedAuthority> authorities;

    public SignedIn(Person person) {
        this(person, person.passwordHash(), person.rights(), person.scope(), null);
    }

    /** A program that comes in as somebody. */
    SignedIn(PersonToken token) {
        this(token.person(), null, token.rightsNow(), token.scopeNow(), new ActingWith.Token(token.id(), token.name()));
    }

    private SignedIn(
            Person person,
            @Nullable String passwordHash,
            Set<Right> rights,
            Scope scope,
            ActingWith.@Nullable Token token) {
        login = person.login();
        this.passwordHash = passwordHash;
        this.scope = scope;
        this.token = token;
        authorities = rights.stream()
                .map(right -> new SimpleGrantedAuthority(right.name()))
                .toList();
    }

    public String login() {
        return login;
    }

    /** For which devices their rights hold: as it was read for this request, and nothing when it was not. */
    public Scope scope() {
        return scope == null ? Scope.NOTHING : scope;
    }

    /** With which it came in; empty for a person. */
    Optional<ActingWith.Token> token() {
        return Optional.ofNullable(token);
    }

    public boolean mayAddPeople() {
        return authorities.stream().anyMatch(a -> Right.WRITE_PEOPLE.name().equals(a.getAuthority()));
    }

    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return authorities;
    }

    @Override
    public @Nullable String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return login;
    }
}
