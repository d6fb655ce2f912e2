package io.safestep.app.schedule.freezes;

import io.safestep.core.schedule.Freeze;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.Set;

/** A freeze as it is stored, with what it holds for. */
@Entity
@Table(name = "change_freeze")
class FreezeEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String reason;
    private String zone;
    private LocalDateTime begins;
    private LocalDateTime ends;
    private String recurrence;
    private String addedBy;
    private Instant addedAt;
    private String liftedBy;
    private Instant liftedAt;
    private String liftedWhy;

    @ElementCollection
    @CollectionTable(name = "freeze_site", joinColumns = @JoinColumn(name = "freeze_id"))
    @Column(name = "site_id")
    private Set<Long> sites = new HashSet<>();

    @ElementCollection
    @CollectionTable(name = "freeze_group", joinColumns = @JoinColumn(name = "freeze_id"))
    @Column(name = "group_id")
    private Set<Long> groups = new HashSet<>();

    protected FreezeEntity() {}

    FreezeEntity(
            String name,
            String reason,
            Freeze freeze,
            Set<Long> sites,
            Set<Long> groups,
            String addedBy,
            Instant addedAt) {
        this.name = name;
        this.reason = reason;
        this.zone = freeze.zone().getId();
        this.begins = freeze.begins();
        this.ends = freeze.ends();
        this.recurrence = freeze.recurrence();
        this.sites.addAll(sites);
        this.groups.addAll(groups);
        this.addedBy = addedBy;
        this.addedAt = addedAt;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String reason() {
        return reason;
    }

    String addedBy() {
        return addedBy;
    }

    Freeze freeze() {
        return new Freeze(begins, ends, recurrence, ZoneId.of(zone));
    }

    Set<Long> sites() {
        return sites;
    }

    Set<Long> groups() {
        return groups;
    }

    boolean wholeNetwork() {
        return sites.isEmpty() && groups.isEmpty();
    }

    void lift(String person, Instant now, String why) {
        liftedBy = person;
        liftedAt = now;
        liftedWhy = why;
    }
}
