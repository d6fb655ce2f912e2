package io.safestep.drivers.discovery;

import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Which platform was recognised behind the software with which servers of SSH identify themselves. A maker's devices run
 * the same one, so that the platform of most devices of a range can be guessed from the first of them. Only a guess: it
 * tells what is tried first.
 */
final class KnownServers {

    /** Others write these: there is no end to what they could be. */
    private static final int MOST = 1_000;

    /** Software behind which more than one platform was recognised tells nothing. */
    private final Map<String, Set<String>> recognised = new ConcurrentHashMap<>();

    /**
     * @param identification as {@code SSH-2.0-software}
     * @return the name of its profile
     */
    Optional<String> platformOf(String identification) {
        Set<String> platforms = recognised.getOrDefault(identification, Set.of());
        return platforms.size() == 1 ? platforms.stream().findFirst() : Optional.empty();
    }

    void recognised(String identification, String platform) {
        if (recognised.containsKey(identification) || recognised.size() < MOST) {
            recognised.merge(identification, Set.of(platform), KnownServers::together);
        }
    }

    private static Set<String> together(Set<String> some, Set<String> more) {
        if (some.containsAll(more)) {
            return some;
        }
        Set<String> all = new HashSet<>(some);
        all.addAll(more);
        return Set.copyOf(all);
    }
}
