package io.safestep.app.check.library;

import io.safestep.core.check.definition.CheckSetRule;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import java.util.ArrayList;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;

/** Checks that belong together, and the devices of a change to which they belong. */
@Entity
class CheckSet {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String description;

    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private CheckSetRule rule;

    private int version;

    @ElementCollection
    @CollectionTable(name = "check_set_member", joinColumns = @JoinColumn(name = "set_id"))
    @OrderColumn(name = "position")
    @Column(name = "check_id")
    private List<Long> checks = new ArrayList<>();

    protected CheckSet() {}

    CheckSet(String name) {
        this.name = name;
    }

    void describe(String newName, String newDescription, CheckSetRule newRule, List<Long> newChecks) {
        name = newName;
        description = newDescription;
        rule = newRule;
        checks.clear();
        checks.addAll(newChecks);
        version++;
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

    CheckSetRule rule() {
        return rule;
    }

    int version() {
        return version;
    }

    List<Long> checks() {
        return List.copyOf(checks);
    }
}
