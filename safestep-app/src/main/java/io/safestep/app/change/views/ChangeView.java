package io.safestep.app.change.views;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.change.asked.Way;
import io.safestep.app.change.content.PeerSheetView;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.Category;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.FailureRule;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.run.WaveOrder;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A change as its page shows it.
 *
 * @param version to be given back when something is written
 * @param nothingWritten whether its run ended before anything was written
 * @param editable whether the person who asks may edit it now
 * @param outcomeNote how it went, written at closing
 * @param hiddenDevices how many of its devices are outside the scope of the person who asks
 */
public record ChangeView(
        int number,
        String subject,
        @JsonUnwrapped Purpose purpose,
        ChangeState state,
        boolean nothingWritten,
        String author,
        String authorName,
        int version,
        @JsonUnwrapped Sealed sealed,
        boolean editable,
        @JsonUnwrapped Dates dates,
        @Nullable String outcomeNote,
        int hiddenDevices,
        @JsonUnwrapped Content content) {

    /** As somebody sees it whose scope may not hold all of its devices: of the others, how many there are. */
    public ChangeView told(Sight sight) {
        return sight.actsOnEverything()
                ? this
                : new ChangeView(
                        number,
                        subject,
                        purpose,
                        state,
                        nothingWritten,
                        author,
                        authorName,
                        version,
                        sealed,
                        editable && content.targets().stream().allMatch(t -> sight.acts(t.device())),
                        dates,
                        outcomeNote,
                        (int) content.targets().stream()
                                .filter(t -> !sight.reads(t.device()))
                                .count(),
                        content.told(sight));
    }

    /**
     * What it is for.
     *
     * @param emergencyReason why it can't wait for its approval; null when it can
     * @param requestedBy name of who wants it; null for nobody in particular
     * @param requesterMail where they are told what becomes of it; null for nowhere
     * @param outsideReference what it is called elsewhere; null for nothing
     * @param referenceLink where that leads; null for nowhere
     * @param standard id of the standard change as whose use it is written; null for none
     */
    public record Purpose(
            String title,
            String reason,
            Category category,
            @Nullable String emergencyReason,
            @Nullable String requestedBy,
            @Nullable String requesterMail,
            @Nullable String outsideReference,
            @Nullable String referenceLink,
            @Nullable Long standard) {

        /** The category as it is said to people. */
        public String categoryInWords() {
            return category.word();
        }
    }

    /**
     * What approvers put their names under.
     *
     * @param seal SHA-256 of what approvers approve; null while lines are missing or wrong
     * @param sealBrief its first eight digits in two groups
     * @param restoresStartup devices whose way back can't be proven take their startup configuration back as a whole
     */
    public record Sealed(
            @Nullable String seal, @Nullable String sealBrief, boolean undoAccepted, boolean restoresStartup) {}

    /**
     * UTC.
     */
    public record Dates(
            Instant createdAt, Instant updatedAt, @Nullable Instant submittedAt) {}

    /**
     * What is changed where, and what is looked at.
     *
     * @param groups the groups by which devices were chosen, with what has changed in them since
     * @param basicLeftOut names of checks that every change should have and this one has not
     * @param sheets lines for devices that somebody else runs
     */
    public record Content(
            List<ChosenGroupView> groups,
            List<Target> targets,
            List<Check> checks,
            List<String> basicLeftOut,
            List<PeerSheetView> sheets,
            Order order) {

        private Content told(Sight sight) {
            return new Content(
                    groups.stream().map(g -> g.told(sight)).toList(),
                    targets.stream()
                            .filter(t -> sight.reads(t.device()))
                            .map(t -> t.told(sight))
                            .toList(),
                    checks.stream()
                            .filter(c -> c.concerns(sight))
                            .map(c -> c.told(sight))
                            .toList(),
                    basicLeftOut,
                    sheets.stream().filter(s -> !sight.hides(s.device())).toList(),
                    order.told(sight));
        }
    }

    /**
     * How it is run.
     *
     * @param first how many devices the first wave holds at most; null for what is usual
     * @param most how many devices any wave holds at most; null for what is usual
     * @param outsideWindows it is to run outside the usual windows
     * @param byHand a person placed the devices
     * @param waves with the reason for each
     * @param objections what stands against this order
     */
    public record Order(
            FailureRule failureRule,
            @Nullable Integer first,
            @Nullable Integer most,
            int pauseSeconds,
            boolean outsideWindows,
            boolean byHand,
            List<WaveOrder.Wave> waves,
            List<WaveOrder.Objection> objections) {

        private Order told(Sight sight) {
            return new Order(
                    failureRule,
                    first,
                    most,
                    pauseSeconds,
                    outsideWindows,
                    byHand,
                    ChangeView.waves(waves, sight),
                    objections.stream()
                            .filter(o -> sight.reads(o.device()))
                            .map(o -> new WaveOrder.Objection(o.device(), o.forbidden(), sight.told(o.sentence())))
                            .toList());
        }
    }

    /** Waves with the devices that somebody sees; also those in which there are none, so that the numbers stay. */
    public static List<WaveOrder.Wave> waves(List<WaveOrder.Wave> waves, Sight sight) {
        return waves.stream()
                .map(w -> new WaveOrder.Wave(w.number(), sight.seen(w.devices()), sight.told(w.why())))
                .toList();
    }

    /**
     * A group by which devices were chosen.
     *
     * @param exists whether there still is such a group
     * @param devices what it held when the change was saved
     * @param joined devices that it holds now and did not hold then
     * @param left devices that it held then and no longer holds
     */
    public record ChosenGroupView(
            String name, boolean exists, List<String> devices, List<String> joined, List<String> left) {

        private ChosenGroupView told(Sight sight) {
            return new ChosenGroupView(name, exists, sight.seen(devices), sight.seen(joined), sight.seen(left));
        }
    }

    /**
     * @param way how the author says what the device shall hold
     * @param lines lines, or the whole configuration as it should be; secrets in it are shown to the author only
     * @param backup the backup to return to, or of the other device
     * @param otherDevice the device whose configuration this one takes
     * @param template the template with its version
     * @param values for the template, or decisions by line; secrets are shown to the author only
     * @param complete the lines are right and script and undo script are derived
     * @param commands how many commands are sent; 0 for nothing to send
     * @param proven the undo is proven
     * @param beside what a save would put into startup beside the change, as a sentence; null for nothing that is known
     */
    public record Target(
            String device,
            String site,
            int wave,
            Way way,
            String lines,
            @Nullable Long backup,
            @Nullable String otherDevice,
            @Nullable UsedTemplate template,
            Map<String, String> values,
            boolean complete,
            int commands,
            boolean proven,
            @Nullable String beside) {

        private Target told(Sight sight) {
            return otherDevice == null || sight.reads(otherDevice)
                    ? this
                    : new Target(
                            device,
                            site,
                            wave,
                            way,
                            lines,
                            backup,
                            sight.told(otherDevice),
                            template,
                            values,
                            complete,
                            commands,
                            proven,
                            beside);
        }
    }

    /**
     * @param version names this version of the template
     * @param number of the version, counted from 1
     * @param newest number of the newest version
     */
    public record UsedTemplate(long version, String name, int number, int newest) {}

    /**
     * @param title what it is called, else what it looks at, in words
     * @param expected what it expects, in words
     * @param library name of the check in the library from which it was taken
     * @param service the service near which the change is; its checks come and go with what is changed
     * @param stays seconds for which it has to be right without a break; 0 where one look is enough
     * @param staysBecause the timer that says for how long; empty where none does
     */
    public record Check(
            String title,
            String expected,
            CheckDefinition definition,
            @Nullable String library,
            @Nullable String service,
            int stays,
            String staysBecause) {

        private boolean concerns(Sight sight) {
            return definition.devices().isEmpty()
                    || definition.devices().stream().anyMatch(sight::reads);
        }

        private Check told(Sight sight) {
            return new Check(
                    sight.told(title),
                    sight.told(expected),
                    definition.on(sight.seen(definition.devices())),
                    library,
                    service,
                    stays,
                    sight.told(staysBecause));
        }
    }

    /**
     * A change in a list.
     *
     * @param nothingWritten whether its run ended before anything was written
     * @param hiddenDevices how many of its devices are outside the scope of the person who asks
     */
    public record Row(
            int number,
            String subject,
            String title,
            ChangeState state,
            boolean nothingWritten,
            boolean emergency,
            String authorName,
            List<String> devices,
            int hiddenDevices,
            Instant updatedAt) {

        public Row told(Sight sight) {
            List<String> seen = sight.seen(devices);
            return new Row(
                    number,
                    subject,
                    title,
                    state,
                    nothingWritten,
                    emergency,
                    authorName,
                    seen,
                    devices.size() - seen.size(),
                    updatedAt);
        }

        public static Row of(Outlines.Outline change) {
            return new Row(
                    change.number(),
                    change.subject(),
                    change.title(),
                    change.state(),
                    change.nothingWritten(),
                    change.emergency(),
                    change.authorName(),
                    change.parts().stream().map(RunWork.Part::device).toList(),
                    0,
                    change.updatedAt());
        }
    }
}
