package io.safestep.app.change;

import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.content.PeerSheetView;
import io.safestep.app.change.content.PeerSheets;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.config.ConfigEngine;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Everything that approvers approve, as plain text: differences, scripts, undo scripts, checks. Secrets are masked. */
@Component
@Transactional(readOnly = true)
public class ChangeText {

    private static final int CONTEXT = 3;

    private final Changes changes;
    private final CheckRules checkRules;
    private final DeviceBuilds builds;
    private final Platforms platforms;
    private final PeerSheets peerSheets;

    ChangeText(
            Changes changes, CheckRules checkRules, DeviceBuilds builds, Platforms platforms, PeerSheets peerSheets) {
        this.changes = changes;
        this.checkRules = checkRules;
        this.builds = builds;
        this.platforms = platforms;
        this.peerSheets = peerSheets;
    }

    /** @param sight of who reads it: of devices that they do not see, only the number is in it */
    public String of(int number, Sight sight) {
        Change change = changes.numbered(number);
        List<String> parts = new ArrayList<>();
        parts.add(change.subject() + ": " + change.title());
        parts.add(change.reason());
        parts.add(change.seal() == null ? "No seal yet: lines are missing or wrong." : "Seal " + change.seal());
        parts.add(
                change.checks().isEmpty()
                        ? "No checks."
                        : "Checks:\n"
                                + String.join(
                                        "\n",
                                        change.checks().stream()
                                                .filter(c -> concerns(c.inForce(), sight))
                                                .map(c -> "  " + sight.told(checkRules.line(c.inForce())))
                                                .toList()));
        List<ChangeTarget> seen =
                sight.seen(change.targets(), target -> target.device().name());
        int hidden = change.targets().size() - seen.size();
        if (hidden > 0) {
            parts.add((hidden == 1 ? "1 device" : hidden + " devices") + " outside your scope left out.");
        }
        seen.forEach(target -> parts.add(device(target)));
        peerSheets.views(change, false).stream()
                .filter(sheet -> !sight.hides(sheet.device()))
                .forEach(sheet -> parts.add(PeerSheets.text(change, sheet)));
        return String.join("\n\n", parts) + "\n";
    }

    /** One sheet for somebody else, to hand over. */
    String sheet(int number, int index, Sight sight) {
        List<PeerSheetView> all = peerSheets.views(changes.numbered(number), false);
        if (index >= 0 && index < all.size() && sight.hides(all.get(index).device())) {
            throw ProblemException.notFound("This sheet");
        }
        return peerSheets.text(changes.numbered(number), index);
    }

    private static boolean concerns(CheckDefinition check, Sight sight) {
        return check.devices().isEmpty() || check.devices().stream().anyMatch(sight::reads);
    }

    private String device(ChangeTarget target) {
        String name = target.device().name();
        String title = name + ", wave " + target.wave() + "\n" + "=".repeat(name.length());
        if (target.script() == null) {
            return title + "\nNothing is derived: lines are missing or wrong.";
        }
        if (!target.hasScript()) {
            return title + "\nNothing to send.";
        }
        ConfigEngine engine = platforms.engine(target.device().platform());
        Outcome outcome = builds.outcome(target.device(), target.baselineBackupId(), target.asked());
        String difference = engine.unified(
                engine.rows(outcome.derived().baseline(), outcome.derived().outcome()), CONTEXT);
        return title + "\n\nDifference\n" + difference + "\nScript\n"
                + engine.masked(engine.readScript(target.script())) + "\nUndo script, "
                + (target.proven()
                        ? "proven"
                        : target.restoresStartup() ? "not proven: startup is taken back as a whole" : "not proven")
                + "\n" + engine.masked(engine.readScript(target.undo()));
    }
}
