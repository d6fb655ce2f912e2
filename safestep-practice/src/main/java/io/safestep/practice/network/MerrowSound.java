package io.safestep.practice.network;

import io.safestep.practice.network.Cabling.Cable;
import io.safestep.practice.network.Cabling.Host;
import io.safestep.practice.network.Cabling.Port;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The network of Merrow Sound Ferries, as far as it is built: the core at Operations House and terminal Brinehaven. */
public final class MerrowSound {

    private MerrowSound() {}

    /** Device name to its address in the network. */
    public static Map<String, String> addresses() {
        return new TreeMap<>(Map.of(
                "ops-co-a", "10.77.0.1",
                "brn-gw-a", "10.77.2.1",
                "brn-gw-b", "10.77.2.2",
                "brn-ac-1", "10.77.2.34"));
    }

    public static Cabling cabling() {
        return new Cabling(
                List.of(
                        cable("ops-co-a", "port 1", "brn-gw-a", "port 1"),
                        cable("ops-co-a", "port 2", "brn-gw-b", "port 1"),
                        cable("brn-gw-a", "port 2", "brn-ac-1", "port 1"),
                        cable("brn-gw-b", "port 2", "brn-ac-1", "port 2")),
                List.of(
                        new Host("booking server", "10.77.8.20", "10.77.8.1", new Port("ops-co-a", "port 10")),
                        new Host("gate reader", "10.77.60.50", "10.77.60.1", new Port("brn-ac-1", "port 10")),
                        new Host("ticket kiosk", "10.77.40.50", "10.77.40.1", new Port("brn-ac-1", "port 11"))));
    }

    private static Cable cable(String one, String onePort, String other, String otherPort) {
        return new Cable(new Port(one, onePort), new Port(other, otherPort));
    }
}
