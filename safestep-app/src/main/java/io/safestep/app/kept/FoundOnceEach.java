package io.safestep.app.kept;

import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;

/** As {@link FoundOnce}, for each of several questions; those that were asked last are kept. */
public final class FoundOnceEach<K, T> {

    private final Stamps stamps;
    private final Stamps.Listed list;
    private final Clock clock;
    private final Map<K, FoundOnce<T>> kept;

    /**
     * @param list what all of it depends on
     * @param most for how many questions it is kept
     */
    public FoundOnceEach(Stamps stamps, Stamps.Listed list, Clock clock, int most) {
        this.stamps = stamps;
        this.list = list;
        this.clock = clock;
        this.kept = new LinkedHashMap<>(16, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, FoundOnce<T>> eldest) {
                return size() > most;
            }
        };
    }

    /** @param finding finds it out; what it gives is shared between threads, and with whoever asks the same */
    public T now(K question, Function<K, T> finding) {
        FoundOnce<T> once;
        synchronized (kept) {
            once = kept.computeIfAbsent(
                    question, asked -> new FoundOnce<>(stamps, list, clock, () -> finding.apply(asked)));
        }
        return once.now();
    }
}
