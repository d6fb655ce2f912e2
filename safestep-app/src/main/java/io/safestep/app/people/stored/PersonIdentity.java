package io.safestep.app.people.stored;

import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** As whom somebody is known at an identity provider, which never gives the same twice. */
@Entity
public class PersonIdentity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY)
    private Person person;

    @ManyToOne(fetch = FetchType.LAZY)
    private IdentityProvider provider;

    private String issuer;
    private String subject;
    private Instant joinedAt;
    private @Nullable Instant usedAt;

    protected PersonIdentity() {}

    public PersonIdentity(Person person, IdentityProvider provider, String issuer, String subject, Instant now) {
        this.person = person;
        this.provider = provider;
        this.issuer = issuer;
        this.subject = subject;
        this.joinedAt = now;
    }

    public Long id() {
        return id;
    }

    public Person person() {
        return person;
    }

    public IdentityProvider provider() {
        return provider;
    }

    public Instant joinedAt() {
        return joinedAt;
    }

    /** Null until it was used for a log-in of its own. */
    public @Nullable Instant usedAt() {
        return usedAt;
    }

    public void used(Instant now) {
        usedAt = now;
    }
}
