package io.safestep.core.network.route;

import io.safestep.core.address.IpAddress;
import org.jspecify.annotations.Nullable;

/**
 * Where packets go from a device.
 *
 * @param via the neighbouring address that takes them; null when their destination is on the subnet itself
 * @param exit the interface that they leave through
 */
public record NextHop(@Nullable IpAddress via, String exit) implements Comparable<NextHop> {

    @Override
    public int compareTo(NextHop other) {
        int byVia = via == null ? (other.via == null ? 0 : -1) : other.via == null ? 1 : via.compareTo(other.via);
        return byVia != 0 ? byVia : exit.compareTo(other.exit);
    }
}
