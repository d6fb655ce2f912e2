package io.safestep.app.template;

import io.safestep.app.people.Person;
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
import tools.jackson.databind.json.JsonMapper;

/** What a template says from one moment on. Never changed. */
@Entity
class TemplateVersion {

    private static final JsonMapper JSON = JsonMapper.shared();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private StoredTemplate template;

    private int number;
    private String text;
    private String undo;

    /** As JSON. */
    private String variables;

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
        this.variables = JSON.writeValueAsString(content.variables());
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
        return new Template(text, undo, List.of(JSON.readValue(variables, Variable[].class)));
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
