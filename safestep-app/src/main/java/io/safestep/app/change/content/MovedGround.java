package io.safestep.app.change.content;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.platform.Platforms;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Where a device holds something else than what its script was derived from, as far as is known since it was read last; a run
 * looks again (law 4).
 */
@Component
public class MovedGround {

    private final Backups backups;
    private final Platforms platforms;

    MovedGround(Backups backups, Platforms platforms) {
        this.backups = backups;
        this.platforms = platforms;
    }

    /** The parts that the script touches and that differ, in words; empty when none is known. */
    public List<String> of(ChangeTarget target) {
        Long base = target.baselineBackupId();
        String platform = target.device().platform();
        Optional<Long> held = held(target.device());
        if (!target.hasScript()
                || base == null
                || held.isEmpty()
                || held.get().equals(base)
                || !platforms.has(platform)) {
            return List.of();
        }
        ConfigEngine engine = platforms.engine(platform);
        try {
            return engine.touchedDifferences(
                    backups.keptTree(base), backups.keptTree(held.get()), engine.readScript(target.script()));
        } catch (ConfigSyntaxException e) {
            // What can't be compared here stops the run, which says so.
            return List.of();
        }
    }

    /** The version that it holds. The newest alone does not say: what was backed up within a run may have been taken back. */
    private Optional<Long> held(Device device) {
        return switch (device.match()) {
            case MATCHES -> Optional.ofNullable(device.baselineBackupId());
            case DIFFERS -> backups.newestRunning(device.id());
            case NOT_KNOWN -> Optional.empty();
        };
    }

    /** For example {@code dun-ac-1 in interface ge-0/1}. */
    public static String words(ChangeTarget target, List<String> parts) {
        return target.device().name() + " in " + String.join(", ", parts);
    }
}
