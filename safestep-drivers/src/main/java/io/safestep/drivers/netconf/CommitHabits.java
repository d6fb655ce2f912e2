package io.safestep.drivers.netconf;

/** How one server commits, as the profile says and as it turned out. Remembered for the device, beyond a session. */
public final class CommitHabits {

    private volatile boolean unvalidated;

    /** @param validates whether candidates are to be validated before a commit, where the server offers it */
    public CommitHabits(boolean validates) {
        this.unvalidated = !validates;
    }

    boolean validates() {
        return !unvalidated;
    }

    /** Some servers take what was validated for committed: they answer ok to the commit and change nothing. */
    void commitsOnlyUnvalidated(boolean so) {
        unvalidated = so;
    }
}
