package io.safestep.core.network.gateway;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.segment.Port;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What an interface is in a virtual router (RFC 5798).
 *
 * @param id virtual router identifier
 * @param shared the addresses that the members share
 * @param priority in force: 255 for the owner of a shared address
 * @param active the member that this one takes for the active one; null while this one is down
 * @param note what a person should know about it, as a sentence; null when there is nothing
 */
public record GatewayRole(
        Port port,
        int id,
        List<IpAddress> shared,
        State state,
        int priority,
        @Nullable Port active,
        @Nullable String note) {

    /** RFC 5798, section 6.4, in the words of RFC 9568. */
    public enum State {
        DOWN,
        STANDBY,
        ACTIVE
    }
}
