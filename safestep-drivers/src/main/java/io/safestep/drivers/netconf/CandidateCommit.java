package io.safestep.drivers.netconf;

import io.safestep.core.config.Script;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.structured.Verification;
import java.time.Duration;
import java.util.concurrent.TimeUnit;

/**
 * An edit that goes through the candidate: looked at by the server, committed on trial where the server can, and
 * confirmed only after running was read (RFC 6241, sections 8.3, 8.4 and 8.6).
 */
final class CandidateCommit {

    /** Reads running. */
    interface Running {
        String read() throws DeviceException;
    }

    private static final Duration FIRST_PAUSE = Duration.ofMillis(500);
    private static final Duration LONGEST_PAUSE = Duration.ofSeconds(15);

    private final RpcChannel channel;
    private final String device;
    private final Duration confirmWithin;
    private final DeadManTimer timer;
    private final Running running;
    private final Verification verification;

    /** @param timer to leave the commit on trial until another session confirms it; null to confirm it here */
    CandidateCommit(
            RpcChannel channel,
            String device,
            Duration confirmWithin,
            DeadManTimer timer,
            Running running,
            Verification verification) {
        this.channel = channel;
        this.device = device;
        this.confirmWithin = timer == null ? confirmWithin : timer.within();
        this.timer = timer;
        this.running = running;
        this.verification = verification;
    }

    static DeviceException unchanged(String device) {
        return new DeviceException(
                Reason.TRANSFER_FAILED, device + " answered ok, but its running configuration has not changed.");
    }

    void run(String edit, String before, Script script) throws DeviceException {
        boolean onTrial =
                channel.offers("capability:confirmed-commit:1.0") || channel.offers("capability:confirmed-commit:1.1");
        boolean committed = false;
        try {
            channel.call("<edit-config><target><candidate/></target>" + edit + "</edit-config>");
            if (channel.offers("capability:validate:1.0") || channel.offers("capability:validate:1.1")) {
                channel.call("<validate><source><candidate/></source></validate>");
            }
            channel.call(
                    onTrial
                            ? "<commit><confirmed/><confirm-timeout>" + confirmWithin.toSeconds() + "</confirm-timeout>"
                                    + persist() + "</commit>"
                            : "<commit/>");
            committed = true;
            String after = running.read();
            if (verification.hadNoEffect(before, after, script)) {
                throw unchanged(device);
            }
            if (onTrial && timer == null) {
                channel.call("<commit/>");
                if (!verification.same(after, running.read())) {
                    throw new DeviceException(
                            Reason.TRANSFER_FAILED,
                            device + " took the confirmation, but holds another configuration than before it.");
                }
            }
        } catch (DeviceException e) {
            goBack(e, before, committed && onTrial);
            throw e;
        }
    }

    private String persist() {
        return timer == null ? "" : "<persist>" + timer.token() + "</persist>";
    }

    /** Takes back what is not in force yet, and waits until what was on trial is gone. */
    private void goBack(DeviceException cause, String before, boolean onTrial) {
        if (!channel.isOpen()) {
            return;
        }
        try {
            if (!onTrial) {
                channel.call("<discard-changes/>");
                return;
            }
            if (channel.offers("capability:confirmed-commit:1.1")) {
                channel.call(
                        timer == null
                                ? "<cancel-commit/>"
                                : "<cancel-commit><persist-id>" + timer.token() + "</persist-id></cancel-commit>");
            }
            awaitRevert(before);
        } catch (DeviceException e) {
            cause.addSuppressed(e);
        }
    }

    /** Asks more and more seldom: some servers never go back while they are asked without pause. */
    private void awaitRevert(String before) throws DeviceException {
        long deadline = System.nanoTime() + confirmWithin.plusSeconds(10).toNanos();
        Duration pause = FIRST_PAUSE;
        while (!verification.same(before, running.read()) && System.nanoTime() < deadline) {
            try {
                TimeUnit.NANOSECONDS.sleep(Math.min(pause.toNanos(), Math.max(1, deadline - System.nanoTime())));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new DeviceException(Reason.SESSION_LOST, "Waiting for " + device + " was broken off.", e);
            }
            pause = pause.multipliedBy(2).compareTo(LONGEST_PAUSE) < 0 ? pause.multipliedBy(2) : LONGEST_PAUSE;
        }
    }
}
