package io.safestep.app.people.stored;

import io.safestep.core.people.PeopleGate.Account;
import io.safestep.core.people.Right;
import io.safestep.core.people.Role;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Somebody who logs in. Nobody is ever removed: who is retired stays in the history under their name. */
@Entity
public class Person {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Version
    private int version;

    private String login;
    private String name;
    private String passwordHash;
    private String roles;
    private String email;
    private Instant retiredAt;
    private String wantedRoles;

    protected Person() {}

    /** Without a password: nobody logs in with it until one is chosen. */
    public Person(String login, String name, Collection<Role> roles) {
        this.login = login;
        this.name = name;
        this.roles = text(roles);
    }

    private static String text(Collection<Role> roles) {
        return new TreeSet<>(roles).stream().map(Role::name).collect(Collectors.joining(","));
    }

    private static List<Role> list(String roles) {
        return Arrays.stream(roles.split(",")).map(Role::valueOf).toList();
    }

    public Long id() {
        return id;
    }

    public int version() {
        return version;
    }

    public String login() {
        return login;
    }

    public String name() {
        return name;
    }

    public void rename(String newName) {
        name = newName;
    }

    /** Where mail goes; null while nobody has said. */
    public @Nullable String email() {
        return email;
    }

    public void mailTo(@Nullable String address) {
        email = address;
    }

    /** Null until one was chosen. */
    public @Nullable String passwordHash() {
        return passwordHash;
    }

    public void choosePassword(String hash) {
        passwordHash = hash;
    }

    public List<Role> roles() {
        return list(roles);
    }

    public void become(Set<Role> newRoles) {
        roles = text(newRoles);
        wantedRoles = null;
    }

    /** Roles that somebody wants for themselves and to which another administrator has to agree; empty for none. */
    public List<Role> wantedRoles() {
        return wantedRoles == null ? List.of() : list(wantedRoles);
    }

    /** @param wanted empty to want nothing more */
    public void want(Set<Role> wanted) {
        wantedRoles = wanted.isEmpty() ? null : text(wanted);
    }

    public Set<Right> rights() {
        return Role.rights(roles());
    }

    /** Since when they are no longer here, UTC; null while they are. */
    public @Nullable Instant retiredAt() {
        return retiredAt;
    }

    public boolean isPresent() {
        return retiredAt == null;
    }

    /** No password of theirs is kept: who comes back is invited again. */
    public void retire(Instant now) {
        retiredAt = now;
        passwordHash = null;
        wantedRoles = null;
    }

    public void comeBack() {
        retiredAt = null;
    }

    public Account account() {
        return new Account(login, Set.copyOf(roles()), isPresent());
    }
}
