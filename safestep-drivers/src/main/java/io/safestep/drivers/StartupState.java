package io.safestep.drivers;

import io.safestep.core.config.ConfigEngine;

/** What can be told of the startup configuration of a device, beside what is running. */
public enum StartupState {
    EQUALS_RUNNING("startup equals running"),
    DIFFERS("startup does not equal running"),
    /** The platform gives no way to read it: whether it was written is known from the device's word alone. */
    NOT_SHOWN("startup can't be read on this platform"),
    /** There is none beside the running configuration. */
    IS_RUNNING("running outlives a restart by itself");

    private final String words;

    StartupState(String words) {
        this.words = words;
    }

    /** Reads both and compares them. */
    public static StartupState of(DeviceSession session, ConfigEngine engine) throws DeviceException {
        if (session.keepsRunning()) {
            return IS_RUNNING;
        }
        String startup;
        try {
            startup = session.readStartup();
        } catch (DeviceException e) {
            if (e.reason() == DeviceException.Reason.NOT_POSSIBLE) {
                return NOT_SHOWN;
            }
            throw e;
        }
        return engine.same(engine.read(session.readRunning()), engine.read(startup)) ? EQUALS_RUNNING : DIFFERS;
    }

    /** What goes on a sentence, without a final stop. */
    public String words() {
        return words;
    }
}
