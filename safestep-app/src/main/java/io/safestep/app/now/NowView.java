package io.safestep.app.now;

import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.schedule.ScheduleViews;
import io.safestep.app.standard.StandardApprovals;
import io.safestep.core.next.FirstChange;
import io.safestep.core.next.NextStep;
import io.safestep.core.next.Rung;
import io.safestep.core.next.Standing;
import io.safestep.core.run.RunState;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the page Now says.
 *
 * @param needsYou what waits for the person who asks, most pressing first
 * @param standards standard changes that wait for the person who asks
 * @param window the window that is open now, or else the next; null when none opens within seven days
 * @param notRight what is not as it should be in the network
 * @param firstChange what is missing before the first change can run; empty once one has run, or could
 * @param recent runs that ended in the last 24 hours, newest first
 */
public record NowView(
        List<Need> needsYou,
        List<StandardApprovals.Awaiting> standards,
        ScheduleViews.@Nullable Opening window,
        List<NotRight> notRight,
        List<ManyNotRight> manyNotRight,
        List<Recent> recent,
        List<Preparation> firstChange) {

    /**
     * Something that has to be there before the first change can run.
     *
     * @param path of the page on which it is done
     * @param sentence what to do, or what there is
     */
    public record Preparation(String title, String path, Standing standing, String sentence) {

        static Preparation of(FirstChange.Item item) {
            return new Preparation(item.need().title(), item.need().path(), item.standing(), item.sentence());
        }
    }

    /**
     * A change that waits for the person who asks.
     *
     * @param title of the change
     * @param action what is to be done about it
     * @param sentence what it waits for
     * @param mark how pressing that is
     * @param rung where it is done
     * @param since when the change was moved last, UTC
     */
    public record Need(
            NextStep.Kind kind,
            int number,
            String subject,
            String title,
            String action,
            String sentence,
            Standing mark,
            Rung rung,
            Instant since) {

        static Need of(Outline change, NextStep step) {
            return new Need(
                    step.kind(),
                    change.number(),
                    change.subject(),
                    change.title(),
                    step.title(),
                    step.sentence(),
                    step.kind().mark(),
                    step.rung(),
                    change.updatedAt());
        }
    }

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
