package io.safestep.drivers.netconf;

import io.safestep.core.config.script.Script;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.structured.Verification;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * An edit that goes through the candidate: looked at by the server, committed on trial where the server can, and confirmed
 * only after running was read (RFC 6241, sections 8.3, 8.4 and 8.6). Before each commit the candidate is compared with what
 * was put there: a commit puts into force whatever it holds, whoever wrote it.
 */
final class CandidateCommit {

    private static final Duration FIRST_PAUSE = Duration.ofMillis(500);
    private static final Duration LONGEST_PAUSE = Duration.ofSeconds(15);

    private final RpcChannel channel;
    private final String device;
    private final Duration confirmWithin;
    private final @Nullable DeadManTimer timer;
    private final Locks locks;
    private final Datastores datastores;
    private final Verification verification;
    private final CommitHabits habits;

    /**
     * @param timer to leave the commit on trial until another session confirms it; null to confirm it here
     * @param locks held meanwhile
     * @param habits what is known of how this server commits; is told what turns out
     */
    CandidateCommit(
            RpcChannel channel,
            String device,
            Duration confirmWithin,
            @Nullable DeadManTimer timer,
            Locks locks,
            Datastores datastores,
            Verification verification,
            CommitHabits habits) {
        this.channel = channel;
        this.device = device;
        this.confirmWithin = timer == null ? confirmWithin : timer.within();
        this.timer = timer;
        this.locks = locks;
        this.datastores = datastores;
        this.verification = verification;
        this.habits = habits;
    }

    static DeviceException unchanged(String device) {
        return new DeviceException(
                Reason.TRANSFER_FAILED, device + " answered ok, but its running configuration has not changed.");
    }

    void run(String edit, String before, Script script) throws DeviceException {
        boolean onTrial =
                channel.offers("capability:confirmed-commit:1.0") || channel.offers("capability:confirmed-commit:1.1");
        datastores.refuseForeignEdits(before, "edits that nobody has committed");
        boolean committed = false;
        try {
            boolean validated = prepare(edit, before, script);
            commit(onTrial);
            committed = true;
            String after = datastores.running();
            if (verification.hadNoEffect(before, after, script) && validated) {
                habits.commitsOnlyUnvalidated(true);
                takeBack(onTrial);
                prepare(edit, before, script);
                commit(onTrial);
                after = datastores.running();
            }
            if (verification.hadNoEffect(before, after, script)) {
                throw unchanged(device);
            }
            if (onTrial && timer == null) {
                confirmHere(after);
            }
        } catch (DeviceException e) {
            goBack(e, before, committed && onTrial);
            throw e;
        }
    }

    /** @return whether the server has looked at it */
    private boolean prepare(String edit, String before, Script script) throws DeviceException {
        channel.call("<edit-config><target><candidate/></target>" + edit + "</edit-config>");
        Optional<String> foreign = datastores.foreignEdits(before, script);
        if (foreign.isPresent()) {
            throw Datastores.foreign(device, foreign.get(), "edits beside those of this change");
        }
        boolean validates = habits.validates()
                && (channel.offers("capability:validate:1.0") || channel.offers("capability:validate:1.1"));
        if (validates) {
            channel.call("<validate><source><candidate/></source></validate>");
        }
        return validates;
    }

    private void commit(boolean onTrial) throws DeviceException {
        channel.call(
                onTrial
                        ? "<commit><confirmed/><confirm-timeout>" + confirmWithin.toSeconds() + "</confirm-timeout>"
                                + persist() + "</commit>"
                        : "<commit/>");
    }

    private void confirmHere(String after) throws DeviceException {
        datastores.refuseForeignEdits(after, "edits that came while the commit was on trial");
        channel.call("<commit/>");
        if (!verification.same(after, datastores.running())) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED,
                    device + " took the confirmation, but holds another configuration than before it.");
        }
    }

    private String persist() {
        return timer == null ? "" : "<persist>" + timer.token() + "</persist>";
    }

    /** Takes a commit without effect back, as far as there is anything to be taken back. */
    private void takeBack(boolean onTrial) throws DeviceException {
        if (onTrial && channel.offers("capability:confirmed-commit:1.1")) {
            try {
                channel.call(cancel());
            } catch (RpcErrorException e) {
                // Where nothing was committed, nothing waits for a confirmation.
            }
        }
        channel.call("<discard-changes/>");
    }

    private String cancel() {
        return timer == null
                ? "<cancel-commit/>"
                : "<cancel-commit><persist-id>" + timer.token() + "</persist-id></cancel-commit>";
    }

    /** Takes back what is not in force yet, and waits until what was on trial is gone. */
    private void goBack(DeviceException cause, String before, boolean onTrial) {
        if (!channel.isOpen()) {
            return;
        }
        try {
            channel.call("<discard-changes/>");
            if (!onTrial) {
                return;
            }
            if (channel.offers("capability:confirmed-commit:1.1")) {
                cancelOnTrial();
            }
            awaitRevert(before);
        } catch (DeviceException e) {
            cause.addSuppressed(e);
        }
    }

    /** Some servers don't write running while somebody holds its lock, not even for who holds it. */
    private void cancelOnTrial() throws DeviceException {
        try {
            channel.call(cancel());
        } catch (RpcErrorException e) {
            locks.giveBack("candidate");
            locks.giveBack("running");
            channel.call(cancel());
        }
    }

    /** Asks more and more seldom: some servers never go back while they are asked without pause. */
    private void awaitRevert(String before) throws DeviceException {
        long deadline = System.nanoTime() + confirmWithin.plusSeconds(10).toNanos();
        Duration pause = FIRST_PAUSE;
        while (!verification.same(before, datastores.running()) && System.nanoTime() < deadline) {
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
