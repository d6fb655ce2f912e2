package io.safestep.app.backup.stored;

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
import org.jspecify.annotations.Nullable;

/** A stored copy of a configuration: a version, which is confirmed as long as the device shows the same. */
@Entity
@DynamicUpdate
public class Backup {

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

    public Backup(
            Long deviceId,
            BackupKind kind,
            @Nullable String file,
            Occasion occasion,
            Instant takenAt,
            String hash,
            int size) {
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

    public void describe(String newSummary, String newTouches, String newLoggedIn) {
        summary = bounded(newSummary, LONGEST_SUMMARY);
        touches = bounded(newTouches, LONGEST_TOUCHES);
        loggedIn = bounded(newLoggedIn, LONGEST_SUMMARY);
    }

    private static String bounded(String text, int longest) {
        return text.length() <= longest ? text : text.substring(0, longest - 2) + " …";
    }

    public void label(String newLabel) {
        label = newLabel;
    }

    public void makeReference(String reason, String person, Instant at) {
        referenceReason = reason;
        referenceBy = person;
        referenceAt = at;
    }

    public void endReference() {
        makeReference(null, null, null);
    }

    public Long id() {
        return id;
    }

    public Long deviceId() {
        return deviceId;
    }

    public BackupKind kind() {
        return kind;
    }

    /** The name of the file in the platform profile; null for a configuration. */
    public String file() {
        return file;
    }

    public BackupCause cause() {
        return cause;
    }

    public Instant takenAt() {
        return takenAt;
    }

    public Instant confirmedAt() {
        return confirmedAt;
    }

    public int confirmations() {
        return confirmations;
    }

    public String hash() {
        return hash;
    }

    public int size() {
        return size;
    }

    public Integer changeNumber() {
        return changeNumber;
    }

    public String label() {
        return label;
    }

    public String takenBy() {
        return takenBy;
    }

    public String summary() {
        return summary;
    }

    /** Places that differ from the version before, one in a line. */
    public String touches() {
        return touches;
    }

    public String loggedIn() {
        return loggedIn;
    }

    public String referenceReason() {
        return referenceReason;
    }

    public String referenceBy() {
        return referenceBy;
    }

    public Instant referenceAt() {
        return referenceAt;
    }
}
