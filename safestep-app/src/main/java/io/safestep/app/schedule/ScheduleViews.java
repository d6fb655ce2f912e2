package io.safestep.app.schedule;

import io.safestep.app.schedule.freezes.Frozen;
import io.safestep.core.change.ChangeState;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What people see of windows and bookings. All instants are UTC. */
public final class ScheduleViews {

    private ScheduleViews() {}

    /** One opening of a window with what is booked into it. */
    public record Opening(
            long windowId, String name, Instant opensAt, Instant closesAt, List<Booked> bookings, long freeSeconds) {}

    /**
     * A booking in a list.
     *
     * @param nothingWritten whether its run ended before anything was written
     * @param seconds how long it is expected to take at the most, its way back not counted
     */
    public record Booked(
            int number,
            String subject,
            String title,
            ChangeState state,
            boolean nothingWritten,
            Instant startsAt,
            long seconds,
            boolean automatic) {}

    /**
     * How a change fits into one opening.
     *
     * @param spareSeconds what is left when everything was done and undone again; negative when it does not fit
     * @param turnBack the last moment at which there is still time to undo everything
     * @param lastStart the last moment at which a start still fits
     * @param frozen the freeze that stands in the way or shortens the opening; null when none does
     */
    public record FitView(
            long windowId,
            String name,
            Instant opensAt,
            Instant closesAt,
            boolean openNow,
            boolean fits,
            long spareSeconds,
            long forwardSeconds,
            long wayBackSeconds,
            Instant turnBack,
            Instant lastStart,
            @Nullable Frozen frozen) {}

    /**
     * The booking of one change.
     *
     * @param openNow the window is open, so that the run may be started by hand
     * @param automatic the run starts by itself when the window opens
     * @param fits there is time to do and, if need be, to undo everything
     * @param frozen the freeze that stands in the way or shortens the opening; null when none does
     * @param refusal why the last start was refused
     */
    public record BookingView(
            long windowId,
            String windowName,
            Instant opensAt,
            Instant closesAt,
            boolean openNow,
            boolean over,
            boolean automatic,
            boolean fits,
            Instant turnBack,
            @Nullable Frozen frozen,
            @Nullable String refusal) {}

    /** The booking, if any, and every opening of the next days. */
    public record Placement(@Nullable BookingView booking, List<FitView> openings) {}
}
