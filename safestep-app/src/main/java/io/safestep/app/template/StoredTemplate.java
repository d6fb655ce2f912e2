package io.safestep.app.template;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A template of the library; what it says is in its versions. */
@Entity
@Table(name = "template")
class StoredTemplate {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String platform;
    private String description;
    private boolean retired;

    protected StoredTemplate() {}

    StoredTemplate(String platform) {
        this.platform = platform;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String platform() {
        return platform;
    }

    String description() {
        return description;
    }

    /** No longer offered for new changes. */
    boolean retired() {
        return retired;
    }

    void describe(String newName, String newDescription) {
        name = newName;
        description = newDescription;
    }

    void retire(boolean wanted) {
        retired = wanted;
    }
}
