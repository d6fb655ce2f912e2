package io.safestep.drivers.netconf;

import io.safestep.drivers.DeviceException;

/** The device answered with an error, and the session goes on. */
final class RpcErrorException extends DeviceException {

    private final transient RpcError error;

    RpcErrorException(String device, RpcError error) {
        super(reason(error), device + " answered: " + error.words());
        this.error = error;
    }

    RpcError error() {
        return error;
    }

    private static Reason reason(RpcError error) {
        return switch (error.tag()) {
            case "access-denied" -> Reason.NO_RIGHT_TO_CONFIGURE;
            case "lock-denied", "in-use" -> Reason.IN_USE;
            case "operation-not-supported" -> Reason.NOT_POSSIBLE;
            default -> Reason.LINE_REFUSED;
        };
    }
}
