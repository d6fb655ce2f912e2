package io.safestep.app.schedule.windows;

import io.safestep.core.schedule.ChangeWindow;
import io.safestep.core.schedule.Occurrence;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;

/** A window as it is stored. */
@Entity
@Table(name = "change_window")
public class WindowEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String zone;
    private LocalDate firstDay;
    private LocalTime opens;
    private LocalTime closes;
    private String recurrence;
    private Instant retiredAt;

    protected WindowEntity() {}

    WindowEntity(String name, ChangeWindow window) {
        this.name = name;
        this.zone = window.zone().getId();
        this.firstDay = window.firstDay();
        this.opens = window.opens();
        this.closes = window.closes();
        this.recurrence = window.recurrence();
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    /** Whether it opens again and again. */
    public boolean comesAgain() {
        return recurrence != null;
    }

    ChangeWindow window() {
        return new ChangeWindow(firstDay, opens, closes, recurrence, ZoneId.of(zone));
    }

    boolean isRetired() {
        return retiredAt != null;
    }

    void retire(Instant now) {
        retiredAt = now;
    }

    /** The openings that overlap a stretch; of a retired window those that had begun before. */
    List<Occurrence> occurrences(Instant from, Instant to) {
        return window().occurrences(from, to).stream()
                .filter(o -> retiredAt == null || o.start().isBefore(retiredAt))
                .toList();
    }
}
