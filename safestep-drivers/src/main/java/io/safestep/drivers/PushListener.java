package io.safestep.drivers;

/** Told about every command of a push as it happens. */
public interface PushListener {

    /**
     * Asked before each command.
     *
     * @param index which command, counted from 0
     * @return false to stop before it
     */
    boolean before(int index);

    /**
     * Told after each command.
     *
     * @param index which command, counted from 0
     * @param answer what the device said; empty when it took the command silently
     */
    void after(int index, String answer);
}
