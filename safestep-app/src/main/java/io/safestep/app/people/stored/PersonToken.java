package io.safestep.app.people.stored;

import io.safestep.core.people.Right;
import io.safestep.core.people.Scope;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;
import org.jspecify.annotations.Nullable;

/** With which a program comes in as somebody, for a part of what they may do. Only its hash is kept. */
@Entity
public class PersonToken {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person person;

    private String name;
    private String beginning;
    private String tokenHash;
    private String rights;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable Scope scope;

    private String madeBy;
    private Instant madeAt;
    private Instant endsAt;
    private @Nullable Instant usedAt;
    private @Nullable String usedFrom;
    private @Nullable Instant endedAt;
    private @Nullable String endedBy;

    protected PersonToken() {}

    /**
     * @param beginning the first characters of the secret, by which it is known again
     * @param scope null for that of the person
     * @param endsAt UTC
     */
    public PersonToken(
            Person person,
            String name,
            String beginning,
            String tokenHash,
            Set<Right> rights,
            @Nullable Scope scope,
            Instant endsAt) {
        this.person = person;
        this.name = name;
        this.beginning = beginning;
        this.tokenHash = tokenHash;
        this.rights = new TreeSet<>(rights).stream().map(Right::name).collect(Collectors.joining(","));
        this.scope = scope;
        this.endsAt = endsAt;
    }

    /** @param login of who makes it */
    public void madeBy(String login, Instant now) {
        madeBy = login;
        madeAt = now;
    }

    public Long id() {
        return id;
    }

    public Person person() {
        return person;
    }

    public String name() {
        return name;
    }

    public String beginning() {
        return beginning;
    }

    public Set<Right> rights() {
        Set<Right> all = EnumSet.noneOf(Right.class);
        Arrays.stream(rights.split(",")).map(Right::valueOf).forEach(all::add);
        return all;
    }

    /** What it may do now: never more than the person. */
    public Set<Right> rightsNow() {
        Set<Right> all = rights();
        all.retainAll(person.rights());
        all.removeIf(right -> !right.isForPrograms());
        return all;
    }

    public @Nullable Scope scope() {
        return scope;
    }

    /** For which devices now: never more than the person. */
    public Scope scopeNow() {
        return scope == null ? person.scope() : scope.common(person.scope());
    }

    public String madeBy() {
        return madeBy;
    }

    public Instant madeAt() {
        return madeAt;
    }

    public Instant endsAt() {
        return endsAt;
    }

    public @Nullable Instant usedAt() {
        return usedAt;
    }

    public @Nullable String usedFrom() {
        return usedFrom;
    }

    public void used(Instant now, String from) {
        usedAt = now;
        usedFrom = from;
    }

    public @Nullable Instant endedAt() {
        return endedAt;
    }

    public @Nullable String endedBy() {
        return endedBy;
    }

    public boolean isOpen(Instant now) {
        return endedAt == null && now.isBefore(endsAt);
    }

    public void end(String login, Instant now) {
        endedAt = now;
        endedBy = login;
    }
}
