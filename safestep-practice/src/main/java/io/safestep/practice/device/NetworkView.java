package io.safestep.practice.device;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a device can tell about the network around it. Each fact is a list of named values, in the device's own words. */
public interface NetworkView {

    /** @param reason why the neighbour is not full; empty when it is */
    record Neighbour(String address, String over, String protocol, String state, String reason) {}

    /** @param next {@code direct}, {@code discard} or the next hop's address; several with commas */
    record NetworkRoute(String prefix, String next, String over, String source, int distance, long metric) {}

    record GatewayState(String over, int group, String role, String shared, int priority) {}

    record InterfaceInfo(String name, String state, String address) {}

    /**
     * What is heard from the device at the other end of a cable.
     *
     * @param over the interface at which it is heard
     * @param name the other device's name
     * @param port the other device's interface
     * @param address at which the other device is managed; empty when it does not say
     */
    record LinkInfo(String over, String name, String port, String address) {}

    List<Neighbour> neighbours(String device);

    List<LinkInfo> links(String device);

    List<NetworkRoute> routes(String device);

    List<GatewayState> gateways(String device);

    List<InterfaceInfo> interfaces(String device);

    /**
     * Whether the address answers the device.
     *
     * @param port the TCP port that is asked; 0 for an echo request
     * @param source one of the device's own addresses; null for the one that it would choose
     */
    boolean answers(String device, String address, int port, @Nullable String source);
}
