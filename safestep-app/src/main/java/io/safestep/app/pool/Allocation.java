package io.safestep.app.pool;

import io.safestep.app.people.stored.Person;
import io.safestep.core.pool.Span;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** A value that was given to a change. As long as it is not freed nobody else gets it. */
@Entity
class Allocation {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private StoredPool pool;

    private int changeNumber;
    private String place;
    private String value;
    private long firstValue;
    private long lastValue;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person person;

    private Instant givenAt;
    private Instant freedAt;
    private String freedReason;

    protected Allocation() {}

    Allocation(
            StoredPool pool, int changeNumber, String place, String value, Span span, Person person, Instant givenAt) {
        this.pool = pool;
        this.changeNumber = changeNumber;
        this.place = place;
        this.value = value;
        this.firstValue = span.first();
        this.lastValue = span.last();
        this.person = person;
        this.givenAt = givenAt;
    }

    Long id() {
        return id;
    }

    StoredPool pool() {
        return pool;
    }

    int changeNumber() {
        return changeNumber;
    }

    String place() {
        return place;
    }

    String value() {
        return value;
    }

    Span span() {
        return new Span(firstValue, lastValue);
    }

    String personName() {
        return person.name();
    }

    Instant givenAt() {
        return givenAt;
    }

    boolean held() {
        return freedAt == null;
    }

    void free(Instant now, String reason) {
        freedAt = now;
        freedReason = reason;
    }
}
