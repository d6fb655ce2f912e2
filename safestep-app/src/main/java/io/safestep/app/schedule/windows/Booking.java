package io.safestep.app.schedule.windows;

import io.safestep.core.schedule.Occurrence;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** A change placed in one opening of a window. */
@Entity
public class Booking {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private WindowEntity window;

    private Instant opensAt;
    private Instant closesAt;
    private boolean automatic;
    private Long bookedBy;
    private Instant bookedAt;
    private Instant cancelledAt;
    private String refusal;

    protected Booking() {}

    public Booking(
            Long changeId,
            WindowEntity window,
            Occurrence occurrence,
            boolean automatic,
            Long bookedBy,
            Instant bookedAt) {
        this.changeId = changeId;
        this.window = window;
        this.opensAt = occurrence.start();
        this.closesAt = occurrence.end();
        this.automatic = automatic;
        this.bookedBy = bookedBy;
        this.bookedAt = bookedAt;
    }

    public Long id() {
        return id;
    }

    public Long changeId() {
        return changeId;
    }

    public WindowEntity window() {
        return window;
    }

    public Occurrence occurrence() {
        return new Occurrence(opensAt, closesAt);
    }

    public boolean isInto(Windows.Opening opening) {
        return window.id().equals(opening.window().id()) && occurrence().equals(opening.occurrence());
    }

    public boolean automatic() {
        return automatic;
    }

    /** Why a start was refused the last time; null when none was. */
    public String refusal() {
        return refusal;
    }

    public void refused(String why) {
        refusal = why;
    }

    public void cancel(Instant now) {
        cancelledAt = now;
    }
}
