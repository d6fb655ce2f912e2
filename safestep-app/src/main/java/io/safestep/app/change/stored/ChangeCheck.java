package io.safestep.app.change.stored;

import io.safestep.core.check.SessionTimers;
import io.safestep.core.check.definition.CheckDefinition;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;
import org.jspecify.annotations.Nullable;

/** A check of a change, as it was when it was taken into the change. */
@Entity
public class ChangeCheck {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Change change;

    private int position;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private CheckDefinition definition;

    private String library;
    private String service;
    private int staysSeconds;
    private String staysBecause = "";

    protected ChangeCheck() {}

    private ChangeCheck(Change change, int position, CheckDefinition definition, String library, String service) {
        this.change = change;
        this.position = position;
        this.definition = definition;
        this.library = library;
        this.service = service;
    }

    /** @param library name of the check in the library from which it was taken; null when the author wrote it */
    public static ChangeCheck written(
            Change change, int position, CheckDefinition definition, @Nullable String library) {
        return new ChangeCheck(change, position, definition, library, null);
    }

    /** @param service that is near the change */
    public static ChangeCheck ofService(Change change, int position, CheckDefinition definition, String service) {
        return new ChangeCheck(change, position, definition, null, service);
    }

    public Long id() {
        return id;
    }

    /** As it was chosen. */
    public CheckDefinition definition() {
        return definition;
    }

    /** As it is looked at: with the time for which it has to stay right, which its author or the timers of devices say. */
    public CheckDefinition inForce() {
        return inForce(definition(), staysSeconds);
    }

    /** @param stays seconds that the timers of devices say; 0 where none does */
    static CheckDefinition inForce(CheckDefinition chosen, int stays) {
        return chosen.staysSeconds() == null && stays > 0 ? chosen.staying(stays) : chosen;
    }

    /** The timer that says for how long; empty where none does, or its author says it. */
    public String staysBecause() {
        return definition().staysSeconds() == null ? staysBecause : "";
    }

    public void stays(SessionTimers.Stay stay) {
        staysSeconds = stay.seconds();
        staysBecause = stay.because();
    }

    /** Null when the author wrote it. */
    public String library() {
        return library;
    }

    /** The service because of which the change has it; null when somebody chose it. */
    public String service() {
        return service;
    }
}
