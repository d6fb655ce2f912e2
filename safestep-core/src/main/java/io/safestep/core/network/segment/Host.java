package io.safestep.core.network.segment;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;

/**
 * A machine at the edge of the network. It sends untagged frames, and what is not for its own subnet to its gateway.
 *
 * @param gateway null when it has none
 * @param port the interface that it is connected to
 */
public record Host(String name, InterfaceAddress address, IpAddress gateway, Port port) {}
