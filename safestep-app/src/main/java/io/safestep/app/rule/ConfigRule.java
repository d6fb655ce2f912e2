package io.safestep.app.rule;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Something that the configurations of a group must keep. */
@Entity
class ConfigRule {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String platform;

    /** Null for all devices of the platform. */
    private Long groupId;

    private boolean active;
    private boolean stopsChanges;
    private int versionNumber;
    private Instant lookedAt;

    protected ConfigRule() {}

    ConfigRule(String platform) {
        this.platform = platform;
    }

    void describe(String newName, @Nullable Long newGroupId, boolean nowActive, boolean nowStopsChanges) {
        name = newName;
        groupId = newGroupId;
        active = nowActive;
        stopsChanges = nowStopsChanges;
        lookedAt = null;
    }

    int nextVersion() {
        return ++versionNumber;
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

    Long groupId() {
        return groupId;
    }

    boolean active() {
        return active;
    }

    /** Whether a change that breaks it can't be submitted. */
    boolean stopsChanges() {
        return stopsChanges;
    }

    int versionNumber() {
        return versionNumber;
    }

    /** When all devices were looked at for what it says now, UTC; null while that goes on. */
    Instant lookedAt() {
        return lookedAt;
    }
}
