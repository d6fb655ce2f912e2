package io.safestep.core.network;

import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Link;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * All that the network model starts from.
 *
 * @param devices what the configurations say, by name of the device
 * @param links cables and radio hops
 * @param hosts machines at the edge
 * @param conditions what is so although no configuration says it
 */
public record NetworkDescription(
        Map<String, DeviceFacts> devices, List<Link> links, List<Host> hosts, Conditions conditions) {

    public NetworkDescription {
        devices = new TreeMap<>(devices);
        links = List.copyOf(links);
        hosts = List.copyOf(hosts);
    }
}
