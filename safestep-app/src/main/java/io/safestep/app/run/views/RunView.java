package io.safestep.app.run.views;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.FailureRule;
import io.safestep.core.run.BoardRow;
import io.safestep.core.run.Decision;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunPicture;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import io.safestep.core.run.WaveOrder;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A run as its board shows it. All instants are UTC.
 *
 * @param headline how it stands, in words
 */
public record RunView(
        long id,
        int number,
        RunState state,
        String headline,
        String startedBy,
        @JsonUnwrapped Times times,
        @JsonUnwrapped Course course,
        FailureRule failureRule,
        int pauseSeconds,
        @JsonUnwrapped Halt halt,
        List<WaveOrder.Wave> waves,
        List<Device> devices,
        List<Rollback> rollbacks,
        List<Control> controls) {

    /** As somebody sees it whose scope may not hold all of its devices. */
    public RunView told(Sight sight) {
        return sight.readsEverything()
                ? this
                : new RunView(
                        id,
                        number,
                        state,
                        sight.told(headline),
                        startedBy,
                        times,
                        new Course(course.stopRequestedBy(), sight.toldOrNull(course.verdict()), course.attended()),
                        failureRule,
                        pauseSeconds,
                        halt.told(sight),
                        ChangeView.waves(waves, sight),
                        sight.seen(devices, Device::name).stream()
                                .map(d -> d.told(sight))
                                .toList(),
                        rollbacks.stream().map(r -> r.told(sight)).toList(),
                        controls.stream()
                                .filter(c -> c.device() == null || sight.reads(c.device()))
                                .toList());
    }

    /**
     * When it began, when it will be done, and until when it has to be.
     *
     * @param estimatedEnd when the rest is done, as reckoned now
     * @param turnBackAt the last moment at which there is still time to undo everything inside the window
     * @param wayBackSeconds how long undoing everything takes, as reckoned now
     * @param windowClosesAt when all has to be done or undone
     * @param freeze the freeze that begins then; null when that is the end of the window
     */
    public record Times(
            Instant startedAt,
            @Nullable Instant endedAt,
            Instant estimatedEnd,
            Instant turnBackAt,
            long wayBackSeconds,
            Instant windowOpensAt,
            Instant windowClosesAt,
            @Nullable String freeze) {}

    /**
     * How it goes, or went.
     *
     * @param verdict how it ended, in words; null while it goes on
     * @param attended whether a living process drives it now; when not, what is shown as going on may have been broken off
     */
    public record Course(
            @Nullable String stopRequestedBy, @Nullable String verdict, boolean attended) {}

    /**
     * What keeps it from simply going on.
     *
     * @param pause where a person asked to pause
     * @param hold why the run waits for a person; null when it does not
     * @param questions what checks ask people, while the run goes on
     */
    public record Halt(
            boolean turningBack,
            RunPicture.Pause pause,
            @Nullable Hold hold,
            List<Question> questions) {

        private Halt told(Sight sight) {
            return new Halt(
                    turningBack,
                    pause,
                    hold == null
                            ? null
                            : new Hold(
                                    hold.reason(), sight.seen(hold.devices()), hold.since(), sight.told(hold.words())),
                    questions.stream()
                            .filter(q -> q.devices().stream().anyMatch(sight::reads))
                            .map(q -> new Question(q.check(), q.question(), sight.seen(q.devices()), q.waitsUntil()))
                            .toList());
        }
    }

    /** @param words what is waited for */
    public record Hold(Decision.Hold.Reason reason, List<String> devices, Instant since, String words) {}

    /**
     * One time that something was taken back.
     *
     * @param whole everything was, and nothing more was done on the way there
     */
    public record Rollback(
            int number,
            String cause,
            String words,
            boolean whole,
            List<String> devices,
            Instant begunAt,
            @Nullable Instant endedAt,
            @Nullable RunState state,
            @Nullable String verdict) {

        private Rollback told(Sight sight) {
            return new Rollback(
                    number,
                    cause,
                    sight.told(words),
                    whole,
                    sight.seen(devices),
                    begunAt,
                    endedAt,
                    state,
                    sight.toldOrNull(verdict));
        }
    }

    /**
     * What a person did to the run.
     *
     * @param waitsForSecond it counts when a second person agrees
     */
    public record Control(
            String kind,
            @Nullable String device,
            @Nullable Phase phase,
            String reason,
            String askedBy,
            Instant askedAt,
            @Nullable String secondedBy,
            boolean waitsForSecond) {}

    /**
     * @param nothingToSend the device is only looked at
     * @param steps the latest attempt at each phase that was begun
     * @param holds what it really holds, as last read
     * @param before the backup before the change
     * @param after the backup after it
     * @param timerUntil when the timer that runs on it ends
     * @param takenBack it was decided that it is brought back to what it held before
     * @param leftOut who left it out, and why
     * @param board what the board says of it
     */
    public record Device(
            long id,
            String name,
            int wave,
            @Nullable String partner,
            boolean nothingToSend,
            List<Step> steps,
            @Nullable String holds,
            @Nullable Copy before,
            @Nullable Copy after,
            @Nullable Instant timerUntil,
            boolean written,
            boolean takenBack,
            @Nullable LeftOut leftOut,
            BoardRow board) {

        private Device told(Sight sight) {
            return partner == null || sight.reads(partner)
                    ? this
                    : new Device(
                            id,
                            name,
                            wave,
                            null,
                            nothingToSend,
                            steps,
                            holds,
                            before,
                            after,
                            timerUntil,
                            written,
                            takenBack,
                            leftOut,
                            board);
        }
    }

    /**
     * A backup.
     *
     * @param hash SHA-256 of the configuration
     */
    public record Copy(long backup, String hash) {}

    public record LeftOut(String by, String reason) {}

    public record Step(
            Phase phase,
            StepState state,
            Instant startedAt,
            @Nullable Instant endedAt,
            @Nullable String words) {}

    /**
     * What a check asks a person now.
     *
     * @param check names the check within the run
     * @param devices about which it is asked
     */
    public record Question(long check, String question, List<String> devices, Instant waitsUntil) {}

    /**
     * @param kind {@code SENT} to the device, {@code HEARD} from it, {@code NOTE} by Safe Step
     * @param phase the phase of which the line tells the state; null when it is about something else
     */
    public record Line(
            long id,
            @Nullable String device,
            Instant at,
            String kind,
            String text,
            @Nullable Phase phase,
            @Nullable StepState state) {

        /** Whether it is about no device, or about one that somebody sees. */
        public boolean isFor(Sight sight) {
            return device == null || sight.reads(device);
        }

        /** What Safe Step itself says about no single device may speak of several. */
        public Line told(Sight sight) {
            return device != null ? this : new Line(id, null, at, kind, sight.told(text), phase, state);
        }
    }
}
