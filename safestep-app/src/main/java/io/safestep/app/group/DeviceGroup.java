package io.safestep.app.group;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;
import org.jspecify.annotations.Nullable;

/** A named set of devices: a fixed list, or by rule. */
@Entity
class DeviceGroup {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String note;

    /** As JSON; null for a fixed list. */
    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private GroupView.@Nullable Rule rule;

    @ElementCollection
    @CollectionTable(name = "device_group_member", joinColumns = @JoinColumn(name = "group_id"))
    @Column(name = "device_id")
    private Set<Long> members = new TreeSet<>();

    protected DeviceGroup() {}

    DeviceGroup(String name, String note) {
        this.name = name;
        this.note = note;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String note() {
        return note;
    }

    GroupView.@Nullable Rule rule() {
        return rule;
    }

    Set<Long> members() {
        return members;
    }

    void describe(String newName, String newNote) {
        name = newName;
        note = newNote;
    }

    void holdByRule(GroupView.Rule newRule) {
        rule = newRule;
        members.clear();
    }

    void holdFixed(Set<Long> newMembers) {
        rule = null;
        if (!members.equals(newMembers)) {
            members.clear();
            members.addAll(newMembers);
        }
    }
}
