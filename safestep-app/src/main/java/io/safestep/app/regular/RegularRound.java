package io.safestep.app.regular;

import io.safestep.core.schedule.Recurrence;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import org.jspecify.annotations.Nullable;

/** A round that begins by itself, again and again. */
@Entity
class RegularRound {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String action;

    /** Null for all devices. */
    private Long groupId;

    private LocalDate firstDay;
    private LocalTime atTime;
    private String recurrence;
    private String zone;
    private int spreadMinutes;
    private boolean active;
    private String changedBy;
    private Instant nextAt;
    private Long lastRoundId;
    private String lastWords = "";

    protected RegularRound() {}

    RegularRound(String action) {
        this.action = action;
    }

    void describe(
            String newName,
            @Nullable Long newGroupId,
            Recurrence times,
            int newSpreadMinutes,
            boolean nowActive,
            String by) {
        name = newName;
        groupId = newGroupId;
        move(times);
        spreadMinutes = newSpreadMinutes;
        active = nowActive;
        changedBy = by;
    }

    void move(Recurrence times) {
        firstDay = times.firstDay();
        atTime = times.at();
        recurrence = times.rule();
        zone = times.zone().getId();
    }

    Recurrence times() {
        return new Recurrence(firstDay, atTime, recurrence, ZoneId.of(zone));
    }

    /** @param at UTC; null when there is no next time */
    void next(@Nullable Instant at) {
        nextAt = at;
    }

    /** @param roundId null when none was begun; the words say why */
    void begun(@Nullable Long roundId, String words) {
        if (roundId != null) {
            lastRoundId = roundId;
        }
        lastWords = words;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String action() {
        return action;
    }

    Long groupId() {
        return groupId;
    }

    int spreadMinutes() {
        return spreadMinutes;
    }

    boolean active() {
        return active;
    }

    String changedBy() {
        return changedBy;
    }

    Instant nextAt() {
        return nextAt;
    }

    Long lastRoundId() {
        return lastRoundId;
    }

    String lastWords() {
        return lastWords;
    }
}
