package io.safestep.app.run.phases;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.approval.Approvals;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.device.Device;
import io.safestep.app.device.record.Stance;
import io.safestep.app.run.journal.PhaseResult;
import io.safestep.app.run.journal.Run;
import io.safestep.app.run.journal.RunDevice;
import io.safestep.app.run.journal.RunDeviceRepository;
import io.safestep.app.run.journal.RunRepository;
import io.safestep.app.schedule.freezes.Freezes;
import io.safestep.app.schedule.freezes.Frozen;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.core.run.StartGate;
import io.safestep.core.run.StartGate.Claim;
import io.safestep.core.run.StartGate.Hours;
import io.safestep.core.run.StartGate.OfChange;
import io.safestep.core.run.StartGate.OfDevice;
import io.safestep.core.run.StartGate.Shown;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks, before a device is written to, whether anything has come up since the run began that speaks against it. */
@Component
class GatePhase {

    private final RunDeviceRepository devices;
    private final RunRepository runs;
    private final Changes changes;
    private final Approvals approvals;
    private final Freezes freezes;
    private final DeviceAccess access;
    private final TransactionTemplate transaction;
    private final Clock clock;

    GatePhase(
            RunDeviceRepository devices,
            RunRepository runs,
            Changes changes,
            Approvals approvals,
            Freezes freezes,
            DeviceAccess access,
            TransactionTemplate transaction,
            Clock clock) {
        this.devices = devices;
        this.runs = runs;
        this.changes = changes;
        this.approvals = approvals;
        this.freezes = freezes;
        this.access = access;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * @param objection null for none
     * @param partner its partner; null when it has none
     */
    private record Stored(@Nullable String objection, Device device, Device.@Nullable Partner partner) {}

    PhaseResult look(DeviceWork work) throws DeviceException {
        Stored stored = transaction.execute(t -> stored(work));
        if (stored.objection() != null) {
            return closed(stored.objection());
        }
        Optional<String> partner = partnerObjection(stored);
        if (partner.isPresent()) {
            return closed(partner.get());
        }
        return work.visits().visit(work.deviceId(), (device, session) -> onTheDevice(work, stored, session));
    }

    private static PhaseResult closed(String objection) {
        return PhaseResult.failed(objection + "; nothing was written to this device");
    }

    private Stored stored(DeviceWork work) {
        RunDevice device = devices.findById(work.runDeviceId()).orElseThrow();
        Run run = device.run();
        Change change = changes.withId(run.changeId());
        Device entity = device.device();
        Device.Partner partner = entity.partner();
        return new Stored(objection(run, change, entity), entity, partner);
    }

    private @Nullable String objection(Run run, Change change, Device device) {
        Instant now = clock.instant();
        List<Frozen> frozen = freezes.over(List.of(device.id()), now, now.plusMillis(1));
        Device.Partner partner = device.partner();
        OfChange ofChange = new OfChange(
                change.state(),
                change.isEmergency(),
                now,
                new Hours(run.window().start(), run.window().end()),
                run.seal().equals(change.seal()) && approvals.approved(change, run.seal(), run.startedAt()),
                false,
                !frozen.isEmpty(),
                true);
        OfDevice ofDevice = new OfDevice(
                device.name(),
                device.stance() == Stance.MANAGED,
                claim(device.id(), run),
                partner == null ? Claim.NONE : claim(partner.id(), run));
        return StartGate.beforeDevice(ofChange, ofDevice)
                .map(stop -> switch (stop.objection()) {
                    case SEAL_NOT_APPROVED -> "the seal on the approvals is not that of what would be sent";
                    case WINDOW_CLOSED -> "the window has closed";
                    case FROZEN ->
                        "the freeze " + frozen.get(0).name() + " holds for "
                                + frozen.get(0).scope();
                    case OBSERVED -> "its stance is observe by now: Safe Step may not write to it";
                    case TAKEN -> "another run has taken the device";
                    case PARTNER_TAKEN ->
                        Objects.requireNonNull(partner).name() + ", its partner, is being changed by another run";
                    default -> throw new IllegalStateException(stop + " is not asked in the middle of a run.");
                })
                .orElse(null);
    }

    private Claim claim(long deviceId, Run run) {
        return runs.claimedBy(deviceId)
                .map(holder -> holder.equals(run.id()) ? Claim.OURS : Claim.ANOTHERS)
                .orElse(Claim.NONE);
    }

    /** A device is not taken out of a pair whose other half does not answer. */
    private Optional<String> partnerObjection(Stored stored) {
        Device.Partner partner = stored.partner();
        if (partner == null) {
            return Optional.empty();
        }
        try {
            access.visit(partner.id(), (device, session) -> access.identify(partner.id(), session));
            return Optional.empty();
        } catch (DeviceException e) {
            return Optional.of(partner.name() + ", its partner, is not well: " + e.getMessage());
        }
    }

    private PhaseResult onTheDevice(DeviceWork work, Stored stored, DeviceSession session) throws DeviceException {
        Device device = stored.device();
        String serial =
                access.identify(device, session).map(DeviceIdentity::serial).orElse(null);
        boolean anotherBox = device.serial() != null && serial != null && !serial.equals(device.serial());
        // Time has passed since the backup: another device was changed, or a person was at work here. Of another box
        // nothing is read, since nothing says that it speaks the same language.
        ConfigTree current = anotherBox ? work.before() : work.engine().read(session.readRunning());
        List<String> moved = work.engine().touchedDifferences(work.before(), current, work.script());
        Shown shown = new Shown(
                anotherBox, !moved.isEmpty(), cutsItself(work, device.address(), current), session.hasTimer());
        return StartGate.onDevice(device.name(), shown)
                .map(stop -> closed(
                        switch (stop.objection()) {
                            case ANOTHER_BOX ->
                                "another box stands in its place: it shows serial number " + serial + ", on record is "
                                        + device.serial();
                            case GROUND_MOVED -> "changed since its backup a moment ago: " + String.join(", ", moved);
                            case CUTS_ITSELF ->
                                "the script cuts the path to it, and the device has no timer by which it would go back by itself";
                            default -> throw new IllegalStateException(stop + " is not what a device shows.");
                        }))
                .orElseGet(() -> PhaseResult.done("nothing speaks against it"));
    }

    private static boolean cutsItself(DeviceWork work, String address, ConfigTree current) {
        return WrittenForms.isAddress(address)
                && new OwnPath(work.profile(), IpAddress.parse(address))
                        .cut(current, work.script())
                        .isPresent();
    }
}
