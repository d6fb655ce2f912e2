package io.safestep.core.network.facts;

import io.safestep.core.platform.network.FactName;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** A thing that lines of a configuration speak about, with what they say, still as words. */
final class FactObject {

    /** A value as it was written. */
    record Said(String value, int line, Trail trail) {}

    private static final Pattern NUMBER = Pattern.compile("\\d{1,9}");

    private final String kind;
    private final String name;
    private final Map<String, String> within;
    private final int line;
    private final Trail trail;
    private final Map<String, List<Said>> attributes = new HashMap<>(4);

    /**
     * @param within the objects in whose block this one stands, and perhaps itself: kind to name. Not copied, since there is
     *     one for each line: it must not change any more.
     */
    FactObject(String kind, String name, Map<String, String> within, int line, Trail trail) {
        this.kind = kind;
        this.name = name;
        this.within = within;
        this.line = line;
        this.trail = trail;
    }

    /** Those that have numbers for names go by their numbers, others by their lines. */
    static List<FactObject> inOrder(List<FactObject> objects) {
        boolean numbered = objects.stream().allMatch(o -> NUMBER.matcher(o.name).matches());
        return numbered
                ? objects.stream()
                        .sorted(Comparator.comparingInt(o -> Integer.parseInt(o.name)))
                        .toList()
                : objects;
    }

    String kind() {
        return kind;
    }

    String name() {
        return name;
    }

    int line() {
        return line;
    }

    Trail trail() {
        return trail;
    }

    /** The name of the object of that kind around this one; null when there is none. */
    @Nullable
    String around(String otherKind) {
        return otherKind.equals(kind) ? null : within.get(otherKind);
    }

    void say(FactName fact, String value, int lineNumber, Trail lineTrail) {
        attributes
                .computeIfAbsent(fact.attribute(), a -> new ArrayList<>(1))
                .add(new Said(value, lineNumber, lineTrail));
    }

    List<Said> all(String attribute) {
        return attributes.getOrDefault(attribute, List.of());
    }

    /** The last word counts, as for a device that is told one thing after the other. */
    @Nullable
    Said last(String attribute) {
        List<Said> said = all(attribute);
        return said.isEmpty() ? null : said.get(said.size() - 1);
    }

    boolean has(String attribute) {
        return attributes.containsKey(attribute);
    }
}
