package io.safestep.app.people.stored;

import io.safestep.core.people.Deputies.Leave;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** When somebody is away, and who acts for them. */
@Entity
public class PersonLeave {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person person;

    private Instant beginsAt;
    private Instant endsAt;

    @ManyToOne(fetch = FetchType.EAGER)
    private @Nullable Person deputy;

    private String saidBy;

    protected PersonLeave() {}

    /** @param saidBy log-in */
    public PersonLeave(Person person, Instant beginsAt, Instant endsAt, @Nullable Person deputy, String saidBy) {
        this.person = person;
        this.beginsAt = beginsAt;
        this.endsAt = endsAt;
        this.deputy = deputy;
        this.saidBy = saidBy;
    }

    public Long id() {
        return id;
    }

    public Person person() {
        return person;
    }

    /** UTC. */
    public Instant beginsAt() {
        return beginsAt;
    }

    /** UTC. */
    public Instant endsAt() {
        return endsAt;
    }

    public @Nullable Person deputy() {
        return deputy;
    }

    public String saidBy() {
        return saidBy;
    }

    public Leave leave() {
        return new Leave(person.login(), beginsAt, endsAt, deputy == null ? null : deputy.login());
    }
}
