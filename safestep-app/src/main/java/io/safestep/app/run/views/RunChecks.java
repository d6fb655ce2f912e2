package io.safestep.app.run.views;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.sight.Sight;
import io.safestep.core.check.definition.Severity;
import io.safestep.core.check.evaluation.CheckOutcome;
import io.safestep.core.check.evaluation.CheckStanding;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the checks of a run found. All instants are UTC.
 *
 * @param verdict over all of them, in words
 * @param rows one check on one device each, worst first
 */
public record RunChecks(long runId, String verdict, List<Row> rows) {

    /** With the devices that somebody sees; the verdict is that over all of them. */
    public RunChecks told(Sight sight) {
        return new RunChecks(
                runId,
                sight.told(verdict),
                sight.seen(rows, Row::device).stream().map(r -> r.told(sight)).toList());
    }

    /**
     * A check on a device: what was found before, what is expected, what was found since.
     *
     * @param check names the check within the run
     * @param expected what is expected, in words
     * @param service the service because of which it is looked at; null when somebody chose it
     * @param outcome what came of it as it stands now; null when it was not looked at yet
     * @param standing the same in a word, with what was asked and undone
     * @param openedBy who opened what was found first; null when nobody did
     * @param question what a person is asked; null where nobody is
     * @param waitsUntil until when an answer is waited for; null when none is
     */
    public record Row(
            String device,
            int wave,
            long check,
            String title,
            String expected,
            Severity severity,
            @Nullable String service,
            @Nullable CheckOutcome outcome,
            CheckStanding standing,
            @JsonUnwrapped Looks looked,
            @Nullable String openedBy,
            @Nullable String question,
            @Nullable Instant waitsUntil) {

        private Row told(Sight sight) {
            return sight.readsEverything()
                    ? this
                    : new Row(
                            device,
                            wave,
                            check,
                            sight.told(title),
                            sight.told(expected),
                            severity,
                            service,
                            outcome,
                            standing,
                            looked,
                            openedBy,
                            question,
                            waitsUntil);
        }

        /**
         * What was found.
         *
         * @param after the latest look after the change; null when there was none
         * @param undone the latest look after an undo
         * @param looks how often it was looked at after the change
         */
        public record Looks(
                @Nullable Found before,
                @Nullable Found after,
                @Nullable Found undone,
                int looks) {}
    }

    /**
     * @param summary what was found, short
     * @param words what that means
     */
    public record Found(CheckOutcome outcome, String summary, String words, Instant at) {}

    /** Everything about one check on one device. */
    public record Detail(
            Row row,
            @Nullable Output before,
            @Nullable Output after,
            @Nullable Output undone) {

        public Detail told(Sight sight) {
            return new Detail(row.told(sight), before, after, undone);
        }
    }

    /**
     * @param rows what was taken from the answer: what each is about, a tab, and what it is like
     * @param text the device's own words, with what is masked masked
     */
    public record Output(Instant at, List<String> rows, String text) {}
}
