package io.safestep.drivers.netconf;

import io.safestep.drivers.DeviceException;
import java.util.List;
import java.util.stream.Collectors;

/** The device answered with an error, and the session goes on. */
final class RpcErrorException extends DeviceException {

    private static final int MOST_SHOWN = 10;

    private final transient RpcError error;

    /** @param errors in the order of the reply; the first one decides how to act */
    RpcErrorException(String device, List<RpcError> errors) {
        super(reason(errors.get(0)), device + " answered: " + words(errors));
        this.error = errors.get(0);
    }

    private static String words(List<RpcError> errors) {
        String all = errors.stream()
                .limit(MOST_SHOWN)
                .map(RpcError::words)
                .distinct()
                .collect(Collectors.joining("; "));
        int more = errors.size() - MOST_SHOWN;
        return more > 0 ? all + "; and " + more + " more errors" : all;
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
