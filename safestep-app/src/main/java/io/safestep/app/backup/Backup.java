package io.safestep.app.backup;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A stored copy of a configuration: a version, which is confirmed as long as the device shows the same. */
@Entity
@DynamicUpdate
class Backup {

    private static final int LONGEST_SUMMARY = 400;
    private static final int LONGEST_TOUCHES = 4_000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long deviceId;

    @Enumerated(EnumType.STRING)
    private BackupKind kind;

    private String file;

    @Enumerated(EnumType.STRING)
    private BackupCause cause;

    private Instant takenAt;
    private Instant confirmedAt;
    private int confirmations;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    private int size;
    private Integer changeNumber;
    private String label;
    private String takenBy;
    private String summary = "";
    private String touches = "";
    private String loggedIn = "";
    private String referenceReason;
    private String referenceBy;
    private Instant referenceAt;

    protected Backup() {}

    Backup(Long deviceId, BackupKind kind, String file, Occasion occasion, Instant takenAt, String hash, int size) {
        this.deviceId = deviceId;
        this.kind = kind;
        this.file = file;
        this.cause = occasion.cause();
        this.takenAt = takenAt;
        this.confirmedAt = takenAt;
        this.hash = hash;
        this.size = size;
        this.changeNumber = occasion.changeNumber();
        this.label = occasion.label();
        this.takenBy = occasion.person();
    }

    void describe(String newSummary, String newTouches, String newLoggedIn) {
        summary = bounded(newSummary, LONGEST_SUMMARY);
        touches = bounded(newTouches, LONGEST_TOUCHES);
        loggedIn = bounded(newLoggedIn, LONGEST_SUMMARY);
    }

    private static String bounded(String text, int longest) {
        return text.length() <= longest ? text : text.substring(0, longest - 2) + " …";
    }

    void label(String newLabel) {
        label = newLabel;
    }

    void makeReference(String reason, String person, Instant at) {
        referenceReason = reason;
        referenceBy = person;
        referenceAt = at;
    }

    void endReference() {
        makeReference(null, null, null);
    }

    Long id() {
        return id;
    }

    Long deviceId() {
        return deviceId;
    }

    BackupKind kind() {
        return kind;
    }

    /** The name of the file in the platform profile; null for a configuration. */
    String file() {
        return file;
    }

    BackupCause cause() {
        return cause;
    }

    Instant takenAt() {
        return takenAt;
    }

    Instant confirmedAt() {
        return confirmedAt;
    }

    int confirmations() {
        return confirmations;
    }

    String hash() {
        return hash;
    }

    int size() {
        return size;
    }

    Integer changeNumber() {
        return changeNumber;
    }

    String label() {
        return label;
    }

    String takenBy() {
        return takenBy;
    }

    String summary() {
        return summary;
    }

    /** Places that differ from the version before, one in a line. */
    String touches() {
        return touches;
    }

    String loggedIn() {
        return loggedIn;
    }

    String referenceReason() {
        return referenceReason;
    }

    String referenceBy() {
        return referenceBy;
    }

    Instant referenceAt() {
        return referenceAt;
    }
}
