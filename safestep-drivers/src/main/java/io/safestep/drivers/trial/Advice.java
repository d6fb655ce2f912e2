package io.safestep.drivers.trial;

import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceTarget;

/** What to do about a stage that failed. */
final class Advice {

    private Advice() {}

    static String on(Stage stage, Reason reason, DeviceTarget target) {
        if (reason == Reason.BUSY) {
            return "Wait until the devices that are being talked with are done, and test again.";
        }
        if (reason == Reason.PROMPT_NOT_RECOGNISED) {
            return "Look whether the platform profile " + target.profile().name() + " fits, its prompt above all.";
        }
        return switch (stage) {
            case NAME -> "Correct the name, or have it entered in the name service that this machine asks.";
            case ROUTE ->
                "Look at the routes of the machine on which Safe Step runs, and at the address of the device.";
            case PORT ->
                reason == Reason.TIMED_OUT
                        ? "Look whether the device is powered and whether a packet filter on the way drops port "
                                + target.port() + "."
                        : "Look whether port " + target.port() + " is the right one and its service is switched on.";
            case HOST_KEY ->
                reason == Reason.HOST_KEY_CHANGED
                        ? "Find out whether the device was exchanged or set up anew. Then accept the new key on its page."
                        : "The port is taken by something that does not speak as the platform profile says. Look what"
                                + " listens there, and whether the device is overloaded.";
            case LOG_IN -> "Look at the credential that is used for this device, and at the account on the device.";
            case RIGHT_TO_CONFIGURE ->
                reason == Reason.IN_USE
                        ? "Somebody else is changing the configuration. Test again when they are done."
                        : "Give the account the right to configure, or use another credential.";
            case READ_CONFIGURATION -> "Give the account the right to read all of the configuration.";
            case TRANSFER, ROUND_TRIP -> "The session broke off. Look at the way to the device, and test again.";
        };
    }
}
