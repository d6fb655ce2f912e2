package io.safestep.core.run;

import io.safestep.core.change.ChangeState;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Whether a run may begin, and whether it may go on to a device: nothing is sent that was not approved as it is (law 2), to
 * ground that has moved (law 4), or to a device that another run or its partner's run has (law 6). Asked at the start and
 * again before each device.
 */
public final class StartGate {

    private StartGate() {}

    /** What speaks against it. */
    public enum Objection {
        RUNNING_ALREADY,
        NOT_APPROVED,
        NOT_BOOKED,
        NOT_OPEN_YET,
        WINDOW_CLOSED,
        SEAL_NOT_APPROVED,
        APPROVER_STARTS,
        FROZEN,
        NO_TIME,
        OBSERVED,
        TAKEN,
        PARTNER_TAKEN,
        ANOTHER_BOX,
        GROUND_MOVED,
        CUTS_ITSELF
    }

    /** @param device of which it is; null when it is of the whole change */
    public record Stop(Objection objection, @Nullable String device) {}

    /** Which run has a device. */
    public enum Claim {
        NONE,
        OURS,
        ANOTHERS
    }

    /**
     * When a change may be run.
     *
     * @param opens UTC; null when the change has no window
     * @param closes UTC, the first moment after it
     */
    public record Hours(@Nullable Instant opens, @Nullable Instant closes) {
        public static final Hours NONE = new Hours(null, null);
    }

    /**
     * What is known of the change as a whole.
     *
     * @param emergency it waits for no window and is kept by no freeze
     * @param sealApproved an approval in force carries the seal of what would be sent
     * @param approverStarts who starts it approved it, and a rule keeps the two apart
     * @param frozen a freeze leaves no time for it
     * @param fits there is time to do and, if need be, to undo everything
     */
    public record OfChange(
            ChangeState state,
            boolean emergency,
            Instant now,
            Hours hours,
            boolean sealApproved,
            boolean approverStarts,
            boolean frozen,
            boolean fits) {

        /** An emergency that was let run goes at once. */
        public boolean atOnce() {
            return emergency && state == ChangeState.APPROVED;
        }
    }

    /**
     * What is stored of a device.
     *
     * @param managed Safe Step may write to it
     * @param partnerClaim of its partner; {@link Claim#NONE} when it has none
     */
    public record OfDevice(String name, boolean managed, Claim claim, Claim partnerClaim) {}

    /**
     * What the device itself shows.
     *
     * @param anotherBox it shows another serial number than the one on record
     * @param moved something has changed where the script writes
     * @param cutsItself the script cuts the path to it
     * @param timer it goes back by itself when nobody confirms
     */
    public record Shown(boolean anotherBox, boolean moved, boolean cutsItself, boolean timer) {}

    /** Whether the change may be run now, as far as its devices are not asked. */
    public static Optional<Stop> atStart(OfChange change) {
        Objection early = change.atOnce() ? null : early(change);
        if (early != null) {
            return stop(early);
        }
        Objection late = late(change);
        return stop(late == null && change.approverStarts() ? Objection.APPROVER_STARTS : late);
    }

    private static @Nullable Objection early(OfChange change) {
        if (change.state() == ChangeState.RUNNING) {
            return Objection.RUNNING_ALREADY;
        }
        if (change.state() != ChangeState.BOOKED) {
            return change.state() == ChangeState.APPROVED ? Objection.NOT_BOOKED : Objection.NOT_APPROVED;
        }
        Instant opens = change.hours().opens();
        return opens == null || change.now().isBefore(opens) ? Objection.NOT_OPEN_YET : null;
    }

    /** What may come up at any time, before the first device and before the last. */
    private static @Nullable Objection late(OfChange change) {
        Instant closes = change.hours().closes();
        if (closes == null ? !change.atOnce() : !change.now().isBefore(closes)) {
            return Objection.WINDOW_CLOSED;
        }
        if (!change.sealApproved()) {
            return Objection.SEAL_NOT_APPROVED;
        }
        if (change.frozen() && !change.emergency()) {
            return Objection.FROZEN;
        }
        return change.fits() ? null : Objection.NO_TIME;
    }

    /**
     * Whether all devices may be taken for a run.
     *
     * @param devices after the run has claimed what it could
     */
    public static Optional<Stop> toTake(List<OfDevice> devices) {
        return devices.stream()
                .filter(d -> !d.managed())
                .findFirst()
                .map(d -> new Stop(Objection.OBSERVED, d.name()))
                .or(() -> devices.stream().flatMap(d -> taken(d).stream()).findFirst());
    }

    private static Optional<Stop> taken(OfDevice device) {
        if (device.claim() != Claim.OURS) {
            return Optional.of(new Stop(Objection.TAKEN, device.name()));
        }
        return device.partnerClaim() == Claim.ANOTHERS
                ? Optional.of(new Stop(Objection.PARTNER_TAKEN, device.name()))
                : Optional.empty();
    }

    /** Whether a run that goes on may write to a device, as far as what is stored tells. */
    public static Optional<Stop> beforeDevice(OfChange change, OfDevice device) {
        return stop(late(change)).or(() -> toTake(List.of(device)));
    }

    /** Whether it may, with what the device shows. */
    public static Optional<Stop> onDevice(String name, Shown shown) {
        Objection objection = shown.anotherBox()
                ? Objection.ANOTHER_BOX
                : shown.moved()
                        ? Objection.GROUND_MOVED
                        : shown.cutsItself() && !shown.timer() ? Objection.CUTS_ITSELF : null;
        return Optional.ofNullable(objection).map(o -> new Stop(o, name));
    }

    private static Optional<Stop> stop(@Nullable Objection objection) {
        return Optional.ofNullable(objection).map(o -> new Stop(o, null));
    }
}
