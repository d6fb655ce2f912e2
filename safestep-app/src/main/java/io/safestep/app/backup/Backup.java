package io.safestep.app.backup;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A stored copy of a configuration. */
@Entity
@Immutable
class Backup {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long deviceId;

    @Enumerated(EnumType.STRING)
    private BackupKind kind;

    @Enumerated(EnumType.STRING)
    private BackupCause cause;

    private Instant takenAt;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    private Integer changeNumber;

    protected Backup() {}

    Backup(Long deviceId, BackupKind kind, BackupCause cause, Instant takenAt, String hash, Integer changeNumber) {
        this.deviceId = deviceId;
        this.kind = kind;
        this.cause = cause;
        this.takenAt = takenAt;
        this.hash = hash;
        this.changeNumber = changeNumber;
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

    BackupCause cause() {
        return cause;
    }

    Instant takenAt() {
        return takenAt;
    }

    String hash() {
        return hash;
    }

    Integer changeNumber() {
        return changeNumber;
    }
}
