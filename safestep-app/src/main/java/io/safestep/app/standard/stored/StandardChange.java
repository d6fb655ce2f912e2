package io.safestep.app.standard.stored;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A kind of change that is approved once; what it says is in its versions. */
@Entity
public class StandardChange {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private Instant retiredAt;

    protected StandardChange() {}

    public StandardChange(String name) {
        this.name = name;
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    /** UTC; null while it is offered. */
    public @Nullable Instant retiredAt() {
        return retiredAt;
    }

    public void call(String newName) {
        name = newName;
    }

    public void retire(Instant at) {
        retiredAt = at;
    }
}
