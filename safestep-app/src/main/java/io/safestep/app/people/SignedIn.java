package io.safestep.app.people;

import java.io.Serializable;
import java.util.Collection;
import java.util.List;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/** The person behind a request, as kept in the session. */
public final class SignedIn implements UserDetails, Serializable {

    private static final long serialVersionUID = 1L;

    private final String login;
    private final transient String passwordHash;
    private final List<SimpleGrantedAuthority> authorities;

    SignedIn(Person person) {
        login = person.login();
        passwordHash = person.passwordHash();
        authorities = person.rights().stream()
                .map(right -> new SimpleGrantedAuthority(right.name()))
                .toList();
    }

    public String login() {
        return login;
    }

    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return authorities;
    }

    @Override
    public String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return login;
    }
}
