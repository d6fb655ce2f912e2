package io.safestep.app.people;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Somebody who logs in. */
@Entity
public class Person {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String login;
    private String name;
    private String passwordHash;
    private String roles;
    private String email;

    protected Person() {}

    Person(String login, String name, String passwordHash, List<Role> roles) {
        this.login = login;
        this.name = name;
        this.passwordHash = passwordHash;
        this.roles = roles.stream().map(Role::name).collect(Collectors.joining(","));
    }

    public Long id() {
        return id;
    }

    public String login() {
        return login;
    }

    public String name() {
        return name;
    }

    /** Where mail goes; null while nobody has said. */
    public String email() {
        return email;
    }

    void mailTo(String address) {
        email = address;
    }

    String passwordHash() {
        return passwordHash;
    }

    public List<Role> roles() {
        return Arrays.stream(roles.split(",")).map(Role::valueOf).toList();
    }

    public Set<Right> rights() {
        Set<Right> rights = EnumSet.noneOf(Right.class);
        roles().forEach(role -> rights.addAll(role.rights()));
        return rights;
    }
}
