package io.safestep.app.change.beside;

import io.safestep.app.backup.Backups;
import io.safestep.app.device.Device;
import io.safestep.app.platform.Platforms;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * What the save of a change would put into startup beside the change, as far as it is known since the device was read last;
 * a run looks again.
 */
@Component
public class SavedBeside {

    private final Backups backups;
    private final Platforms platforms;
    private final UndecidedDriftRule rule;

    SavedBeside(Backups backups, Platforms platforms, UndecidedDriftRule rule) {
        this.backups = backups;
        this.platforms = platforms;
        this.rule = rule;
    }

    /** In sentences; empty when nothing is known of the kind. */
    public Optional<String> of(Device device) {
        boolean unsaved = device.saved() == Saved.UNSAVED;
        if (device.match() == Match.DIFFERS) {
            return Optional.of(drifted(device, unsaved));
        }
        return unsaved ? Optional.of(unsaved(device)) : Optional.empty();
    }

    private String drifted(Device device, boolean unsaved) {
        boolean inStartup = device.saved() == Saved.SAVED;
        return "It differs from its baseline"
                + where(device, Optional.ofNullable(device.baselineBackupId()), " in ")
                + ", and nobody has decided about that"
                + (unsaved ? "; it is not saved" : "")
                + (inStartup
                        ? ". Startup holds that already."
                        : ". The save of this change puts that into startup, too.")
                + (rule.of(device.id()) == UndecidedDrift.HOLD
                        ? " A policy of its group holds: nothing is written to it before that is decided."
                        : "");
    }

    private String unsaved(Device device) {
        return "It runs what is not saved" + where(device, backups.newestStartup(device.id()), ": ")
                + ". The save of this change puts that into startup, too.";
    }

    /** Nothing when there is nothing to compare with, or it can't be read as the platform says. */
    private String where(Device device, Optional<Long> than, String joined) {
        Optional<Long> running = backups.newestRunning(device.id());
        if (than.isEmpty() || running.isEmpty() || !platforms.has(device.platform())) {
            return "";
        }
        ConfigEngine engine = platforms.engine(device.platform());
        try {
            String parts = engine.differingParts(backups.keptTree(than.get()), backups.keptTree(running.get()));
            return parts.isEmpty() ? "" : joined + parts;
        } catch (ConfigSyntaxException e) {
            // That it differs is told all the same; who writes lines for it is told that it can't be read.
            return "";
        }
    }
}
