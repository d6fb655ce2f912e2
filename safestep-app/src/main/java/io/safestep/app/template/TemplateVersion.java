package io.safestep.app.template;

import io.safestep.app.people.stored.Person;
import io.safestep.core.template.Template;
import io.safestep.core.template.Variable;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;

/** What a template says from one moment on. Never changed. */
@Entity
class TemplateVersion {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private StoredTemplate template;

    private int number;
    private String text;
    private String undo;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private List<Variable> variables;

    private String note;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Person author;

    private Instant createdAt;

    protected TemplateVersion() {}

    TemplateVersion(
            StoredTemplate template, int number, Template content, String note, Person author, Instant createdAt) {
        this.template = template;
        this.number = number;
        this.text = content.text();
        this.undo = content.undo();
        this.variables = content.variables();
        this.note = note;
        this.author = author;
        this.createdAt = createdAt;
    }

    Long id() {
        return id;
    }

    StoredTemplate template() {
        return template;
    }

    int number() {
        return number;
    }

    Template content() {
        return new Template(text, undo, variables);
    }

    String note() {
        return note;
    }

    String authorName() {
        return author.name();
    }

    Instant createdAt() {
        return createdAt;
    }
}
