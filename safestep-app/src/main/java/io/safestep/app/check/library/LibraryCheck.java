package io.safestep.app.check.library;

import io.safestep.core.check.definition.CheckDefinition;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;

/** A check that has a name, to be taken into changes. */
@Entity
class LibraryCheck {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String description;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private CheckDefinition definition;

    private int version;
    private String writtenBy;
    private Instant writtenAt;

    protected LibraryCheck() {}

    LibraryCheck(String name) {
        this.name = name;
    }

    void describe(String newName, String newDescription, CheckDefinition newDefinition, String person, Instant now) {
        name = newName;
        description = newDescription;
        definition = newDefinition;
        version++;
        writtenBy = person;
        writtenAt = now;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String description() {
        return description;
    }

    CheckDefinition definition() {
        return definition;
    }

    int version() {
        return version;
    }

    String writtenBy() {
        return writtenBy;
    }

    Instant writtenAt() {
        return writtenAt;
    }
}
