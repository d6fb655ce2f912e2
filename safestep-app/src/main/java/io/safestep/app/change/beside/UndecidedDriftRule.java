package io.safestep.app.change.beside;

/** What holds for a device that differs from its baseline beside a change. */
public interface UndecidedDriftRule {

    /** The strictest of what its groups ask for; what the installation says where none does. */
    UndecidedDrift of(long deviceId);
}
