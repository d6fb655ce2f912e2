package io.safestep.practice.netconf;

import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.device.Refusal;
import io.safestep.practice.structured.TreeConfiguration;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/**
 * The datastores of one device beside running and startup: the candidate, the locks on all three, and the commit that
 * waits to be confirmed (RFC 6241, sections 8.3 and 8.4).
 */
final class Datastores {

    private final PracticeDevice device;
    private final ScheduledExecutorService timers;
    private final Runnable changed;
    private final Map<String, Integer> locks = new HashMap<>();
    private @Nullable TreeConfiguration candidate;
    private boolean candidateChanged;
    private @Nullable Unconfirmed unconfirmed;

    /** A commit that goes back unless it is confirmed. */
    private record Unconfirmed(
            TreeConfiguration before, int session, @Nullable String persist, int boot, ScheduledFuture<?> timer) {}

    Datastores(PracticeDevice device, ScheduledExecutorService timers, Runnable changed) {
        this.device = device;
        this.timers = timers;
        this.changed = changed;
    }

    private TreeConfiguration running() {
        return (TreeConfiguration) device.running();
    }

    synchronized TreeConfiguration get(String name) {
        return switch (name) {
            case "running" -> running();
            case "startup" -> (TreeConfiguration) device.startup();
            case "candidate" -> candidate != null && candidateChanged ? candidate.copy() : running();
            default -> throw new RpcError("invalid-value", "There is no datastore " + name + ".");
        };
    }

    synchronized void lock(String name, int session) {
        get(name);
        Integer holder = locks.get(name);
        if (holder != null) {
            throw new RpcError(
                    "lock-denied",
                    null,
                    "The datastore " + name + " is locked by session " + holder + ".",
                    "<session-id>" + holder + "</session-id>");
        }
        if (name.equals("candidate") && candidateChanged) {
            throw new RpcError(
                    "lock-denied",
                    null,
                    "The candidate has changes that nobody committed.",
                    "<session-id>0</session-id>");
        }
        locks.put(name, session);
    }

    synchronized void unlock(String name, int session) {
        if (!Integer.valueOf(session).equals(locks.get(name))) {
            throw new RpcError("operation-failed", "The datastore " + name + " is not locked by this session.");
        }
        locks.remove(name);
        if (name.equals("candidate")) {
            discard();
        }
    }

    private void mayWrite(String name, int session) {
        Integer holder = locks.get(name);
        if (holder != null && holder != session) {
            throw new RpcError("in-use", null, "The datastore " + name + " is locked by session " + holder + ".", null);
        }
    }

    synchronized void editCandidate(int session, Consumer<TreeConfiguration> edit) {
        mayWrite("candidate", session);
        TreeConfiguration next = get("candidate");
        edit.accept(next);
        candidate = next;
        candidateChanged = true;
    }

    synchronized void discard() {
        candidate = null;
        candidateChanged = false;
    }

    /** @param timeout null for a commit that stays; else how long it waits to be confirmed */
    synchronized void commit(
            int session, @Nullable Duration timeout, @Nullable String persist, @Nullable String persistId) {
        mayWrite("running", session);
        mayWrite("candidate", session);
        checkConfirms(session, persistId);
        TreeConfiguration before = unconfirmed == null ? running() : unconfirmed.before();
        stopTimer();
        if (candidateChanged && candidate != null) {
            device.replace(candidate);
        }
        discard();
        if (timeout != null) {
            int boot = device.boots();
            ScheduledFuture<?> timer = timers.schedule(() -> goBack(boot), timeout.toMillis(), TimeUnit.MILLISECONDS);
            unconfirmed = new Unconfirmed(before, session, persist, boot, timer);
        }
        changed.run();
    }

    private void checkConfirms(int session, @Nullable String persistId) {
        if (unconfirmed == null) {
            if (persistId != null) {
                throw new RpcError("invalid-value", "No commit with this persist-id waits to be confirmed.");
            }
            return;
        }
        boolean own = unconfirmed.persist() == null
                ? unconfirmed.session() == session && persistId == null
                : unconfirmed.persist().equals(persistId);
        if (!own) {
            throw new RpcError("in-use", "Another session's commit waits to be confirmed.");
        }
    }

    synchronized void cancel(int session, @Nullable String persistId) {
        if (unconfirmed == null) {
            throw new RpcError("invalid-value", "No commit waits to be confirmed.");
        }
        checkConfirms(session, persistId);
        goBack(unconfirmed.boot());
    }

    private synchronized void goBack(int boot) {
        if (unconfirmed == null || unconfirmed.boot() != boot) {
            return;
        }
        TreeConfiguration before = unconfirmed.before();
        stopTimer();
        // A device that was started again meanwhile runs startup; there is nothing to go back from.
        if (device.boots() == boot) {
            device.replace(before);
            changed.run();
        }
    }

    private void stopTimer() {
        if (unconfirmed != null) {
            unconfirmed.timer().cancel(false);
            unconfirmed = null;
        }
    }

    synchronized void copyStartupToCandidate(int session) {
        mayWrite("candidate", session);
        candidate = (TreeConfiguration) device.startup();
        candidateChanged = true;
    }

    synchronized void copyRunningToStartup(int session) {
        mayWrite("startup", session);
        try {
            device.save();
        } catch (Refusal refusal) {
            throw new RpcError("operation-failed", String.valueOf(refusal.getMessage()));
        }
    }

    /** What the end of a session means: its locks go, its unconfirmed commit goes back (RFC 6241, section 8.4.1). */
    synchronized void sessionEnded(int session) {
        if (locks.values().removeIf(holder -> holder == session)) {
            discard();
        }
        if (unconfirmed != null && unconfirmed.persist() == null && unconfirmed.session() == session) {
            goBack(unconfirmed.boot());
        }
    }
}
