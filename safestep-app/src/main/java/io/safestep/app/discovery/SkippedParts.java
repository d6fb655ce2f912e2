package io.safestep.app.discovery;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.atomic.AtomicInteger;

/** Counts what a search did not get to see, and says it in sentences. */
final class SkippedParts {

    private static final int NET = 24;
    private static final int MOST_NAMED = 20;

    private final Map<IpPrefix, AtomicInteger> withoutRoute = new ConcurrentSkipListMap<>();
    private final List<String> sentences = new ArrayList<>();

    void withoutRoute(IpAddress address) {
        withoutRoute
                .computeIfAbsent(new IpPrefix(address.bits(), NET), p -> new AtomicInteger())
                .incrementAndGet();
    }

    synchronized void add(String sentence) {
        if (!sentences.contains(sentence)) {
            sentences.add(sentence);
        }
    }

    synchronized List<String> inWords() {
        List<String> words = new ArrayList<>(sentences);
        Map<IpPrefix, AtomicInteger> nets = new TreeMap<>(withoutRoute);
        nets.entrySet().stream()
                .limit(MOST_NAMED)
                .forEach(e -> words.add("No route leads to " + e.getValue() + " addresses in " + e.getKey() + "."));
        if (nets.size() > MOST_NAMED) {
            words.add("No route leads to addresses in " + (nets.size() - MOST_NAMED) + " more nets of 256.");
        }
        return words;
    }
}
