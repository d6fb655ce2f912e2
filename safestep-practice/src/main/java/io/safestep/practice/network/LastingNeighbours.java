package io.safestep.practice.network;

import io.safestep.practice.device.NetworkView.Neighbour;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What devices show of neighbours that are lost, until a timer tells them. */
final class LastingNeighbours {

    private static final String UP = "full";

    /** @param since when it was seen last as it really was, UTC */
    private record Last(Neighbour neighbour, Instant since) {}

    private final Map<String, Map<String, Last>> known = new HashMap<>();

    synchronized void forget(String device) {
        known.remove(device);
    }

    /** @param timer for how long a neighbour outlasts its end */
    synchronized List<Neighbour> shown(String device, List<Neighbour> really, Duration timer, Instant now) {
        Map<String, Last> before = known.computeIfAbsent(device, d -> new LinkedHashMap<>());
        Map<String, Neighbour> shown = new LinkedHashMap<>();
        really.forEach(n -> shown.put(n.address(), n));
        really.stream().filter(n -> n.state().equals(UP)).forEach(n -> before.put(n.address(), new Last(n, now)));
        before.values().removeIf(last -> last.since().plus(timer).isBefore(now));
        before.forEach((address, last) -> shown.put(address, last.neighbour()));
        return List.copyOf(shown.values());
    }
}
