package io.safestep.app.now;

import io.safestep.app.schedule.ScheduleViews;
import io.safestep.core.run.RunState;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the page Now says.
 *
 * @param needsYou what waits for the person who asks, most pressing first
 * @param window the window that is open now, or else the next; null when none opens within seven days
 * @param notRight what is not as it should be in the network
 * @param recent runs that ended in the last 24 hours, newest first
 */
public record NowView(
        List<Need> needsYou,
        ScheduleViews.@Nullable Opening window,
        List<NotRight> notRight,
        List<ManyNotRight> manyNotRight,
        List<Recent> recent) {

    /** Why something waits for somebody. */
    public enum NeedKind {
        STUCK,
        WAITS,
        RUNNING,
        /** A freeze has come into the window in which it is booked. */
        FROZEN,
        START,
        DECIDE,
        RETURNED,
        BOOK,
        CLOSE,
        FINISH
    }

    /** @param detail one more fact in words, or null */
    public record Need(
            NeedKind kind,
            int number,
            String subject,
            String title,
            @Nullable String detail,
            Instant since) {}

    /** @param device the device that is not right; @param problem a sentence */
    public record NotRight(
            String device,
            String problem,
            boolean failed,
            @Nullable Instant since) {}

    /**
     * The same on many devices, told once.
     *
     * @param count how many
     * @param problem follows their number, for example {@code devices have no backup yet.}
     * @param filter what finds them in the list of all devices
     */
    public record ManyNotRight(int count, String problem, boolean failed, String filter) {}

    public record Recent(
            int number,
            String subject,
            String title,
            RunState state,
            List<String> devices,
            String verdict,
            Instant at) {}
}
