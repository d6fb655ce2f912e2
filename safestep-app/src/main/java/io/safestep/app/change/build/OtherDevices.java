package io.safestep.app.change.build;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.identity.Decided;
import io.safestep.core.identity.IdentityLine;
import io.safestep.core.identity.IdentityLines;
import io.safestep.core.identity.IdentityLines.Holder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Gives a device the configuration of another one, for a replacement or a twin. */
@Component
public class OtherDevices {

    private final Backups backups;
    private final Devices devices;
    private final Platforms platforms;

    OtherDevices(Backups backups, Devices devices, Platforms platforms) {
        this.backups = backups;
        this.devices = devices;
        this.platforms = platforms;
    }

    /**
     * What a device would take over from another one.
     *
     * @param backup of the other device, from which everything is taken
     * @param lines those that say who the other device is
     */
    public record Takeover(String from, long backup, List<IdentityLine> lines) {}

    /** @throws ProblemException when the other device has no configuration for this one */
    public Takeover takeover(String deviceName, String otherName) {
        Device device = devices.named(deviceName);
        Device other = devices.named(otherName);
        if (device.id().equals(other.id())) {
            throw ProblemException.invalid("from", "Choose another device than " + deviceName + " itself.");
        }
        if (!device.platform().equals(other.platform())) {
            throw ProblemException.invalid(
                    "from",
                    otherName + " is " + other.platform() + ", " + deviceName + " is " + device.platform()
                            + "; they do not understand each other's configurations.");
        }
        if (device.baselineBackupId() == null || other.baselineBackupId() == null) {
            throw ProblemException.invalid(
                    "from",
                    (device.baselineBackupId() == null ? deviceName : otherName)
                            + " has no backup yet. Take one on its page.");
        }
        ConfigEngine engine = platforms.engine(device.platform());
        ConfigTree own = backups.keptTree(device.baselineBackupId());
        ConfigTree taken = backups.keptTree(other.baselineBackupId());
        return new Takeover(
                otherName, other.baselineBackupId(), identity(device).of(holder(other, taken), holder(device, own)));
    }

    Decided decided(Device device, ConfigTree own, Asked asked) {
        Device other = devices.withId(backups.deviceOf(asked.backup()));
        if (!other.platform().equals(device.platform())) {
            return new Decided(
                    own, List.of(), List.of(other.name() + " is of another platform; choose another device."));
        }
        ConfigTree taken = backups.keptTree(asked.backup());
        IdentityLines identity = identity(device);
        return identity.decided(
                taken, identity.of(holder(other, taken), holder(device, own)), Map.copyOf(asked.values()));
    }

    private IdentityLines identity(Device device) {
        return new IdentityLines(platforms.profile(device.platform()));
    }

    private static Holder holder(Device device, ConfigTree configuration) {
        return new Holder(device.name(), device.serial(), configuration);
    }

    static List<LineComplaint> complaints(Decided decided) {
        List<LineComplaint> complaints = new ArrayList<>();
        decided.complaints().forEach(c -> complaints.add(LineComplaint.error(0, c)));
        decided.undecided()
                .forEach(line -> complaints.add(LineComplaint.error(
                        0, "Decide about \"" + line.path() + "\": it says who the other device is.")));
        return complaints;
    }
}
