package io.safestep.app.standard.stored;

import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.standard.StandardState;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** What a standard change says from one moment on, and whether that was approved. */
@Entity
public class StandardVersion {

    /** How far its own approval is. */
    public enum Approval {
        WRITTEN,
        ASKED,
        RETURNED,
        APPROVED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "standard_id")
    private StandardChange standard;

    private int number;

    @JdbcTypeCode(SqlTypes.JSON)
    private StandardDefinition definition;

    @Enumerated(EnumType.STRING)
    private Approval state = Approval.WRITTEN;

    private String authors;
    private Instant writtenAt;
    private Instant askedAt;

    @JdbcTypeCode(SqlTypes.JSON)
    private List<String> devices;

    @JdbcTypeCode(SqlTypes.JSON)
    private List<ApprovalNeed> needs;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String seal;

    private Instant approvedAt;
    private Instant validUntil;
    private Instant suspendedAt;
    private String suspendedWhy;

    protected StandardVersion() {}

    public StandardVersion(
            StandardChange standard, int number, StandardDefinition definition, String author, Instant at) {
        this.standard = standard;
        this.number = number;
        this.definition = definition;
        this.authors = author;
        this.writtenAt = at;
    }

    public Long id() {
        return id;
    }

    public StandardChange standard() {
        return standard;
    }

    /** Counted from 1. */
    public int number() {
        return number;
    }

    public StandardDefinition definition() {
        return definition;
    }

    public Approval state() {
        return state;
    }

    public boolean isApproved() {
        return state == Approval.APPROVED;
    }

    /** Log-ins of everybody who wrote it. */
    public Set<String> authors() {
        return new TreeSet<>(List.of(authors.split(",")));
    }

    public Instant writtenAt() {
        return writtenAt;
    }

    public @Nullable Instant askedAt() {
        return askedAt;
    }

    /** Names of the devices for which it was asked; none while it is being written. */
    public List<String> devices() {
        return devices == null ? List.of() : devices;
    }

    /** The approvals that it needs, as they were when it was asked for. */
    public List<ApprovalNeed> needs() {
        return needs == null ? List.of() : needs;
    }

    /** Null while it is being written. */
    public @Nullable String seal() {
        return seal;
    }

    public @Nullable Instant approvedAt() {
        return approvedAt;
    }

    /** UTC; null while it is not approved. */
    public @Nullable Instant validUntil() {
        return validUntil;
    }

    /** UTC; null while it is not suspended. */
    public @Nullable Instant suspendedAt() {
        return suspendedAt;
    }

    public @Nullable String suspendedWhy() {
        return suspendedWhy;
    }

    public void write(StandardDefinition wanted, String by, Instant at) {
        definition = wanted;
        Set<String> all = authors();
        all.add(by);
        authors = String.join(",", all);
        writtenAt = at;
        state = Approval.WRITTEN;
    }

    /** Asks for its approval, for these devices. */
    public void ask(List<String> forDevices, List<ApprovalNeed> needed, Instant at) {
        devices = List.copyOf(forDevices);
        needs = List.copyOf(needed);
        seal = definition.seal(forDevices);
        askedAt = at;
        state = Approval.ASKED;
    }

    public void sendBack() {
        state = Approval.RETURNED;
    }

    /** @param until when its last day is over, UTC */
    public void approve(Instant at, Instant until) {
        state = Approval.APPROVED;
        approvedAt = at;
        validUntil = until;
    }

    public void suspend(String why, Instant at) {
        suspendedAt = at;
        suspendedWhy = why;
    }

    /** Where it stands. */
    public StandardState standing(Instant now) {
        return switch (state) {
            case WRITTEN -> StandardState.WRITTEN;
            case ASKED -> StandardState.ASKED;
            case RETURNED -> StandardState.RETURNED;
            case APPROVED -> StandardState.approved(validUntil, suspendedAt, standard.retiredAt(), now);
        };
    }
}
