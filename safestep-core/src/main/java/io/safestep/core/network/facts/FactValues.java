package io.safestep.core.network.facts;

import io.safestep.core.network.facts.FactObject.Said;
import io.safestep.core.platform.network.NetworkLanguage;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What the lines of a device say, value by value. A value that can't be read counts as not modelled. */
final class FactValues {

    private final NetworkLanguage defaults;
    private final Map<String, List<FactObject>> objects;
    private final List<UnmodelledLine> unmodelled;

    /** Of kinds that belong to another: by kind, then by the name of the owner. A kind has one kind of owner. */
    private final Map<String, Map<String, List<FactObject>>> byOwner = new HashMap<>();

    FactValues(NetworkLanguage defaults, List<FactObject> objects, List<UnmodelledLine> unmodelled) {
        this.defaults = defaults;
        this.objects = objects.stream().collect(Collectors.groupingBy(FactObject::kind));
        this.unmodelled = new ArrayList<>(unmodelled);
    }

    /** What the platform does when nothing is said. */
    NetworkLanguage defaults() {
        return defaults;
    }

    /** What was not understood so far. */
    List<UnmodelledLine> unmodelled() {
        return List.copyOf(unmodelled);
    }

    List<FactObject> of(String kind) {
        return objects.getOrDefault(kind, List.of());
    }

    List<FactObject> of(String kind, String owner, String ownerName) {
        return byOwner.computeIfAbsent(
                        kind,
                        k -> of(k).stream()
                                .filter(o -> o.around(owner) != null)
                                .collect(Collectors.groupingBy(o -> o.around(owner))))
                .getOrDefault(ownerName, List.of());
    }

    FactObject single(String kind) {
        return of(kind).stream().findFirst().orElse(null);
    }

    <T> T value(FactObject object, String attribute, T fallback, Function<String, T> reading) {
        Said said = object.last(attribute);
        return said == null ? fallback : read(said, fallback, reading);
    }

    <T> T read(Said said, T fallback, Function<String, T> reading) {
        try {
            return reading.apply(said.value());
        } catch (IllegalArgumentException e) {
            unmodelled.add(new UnmodelledLine(
                    said.line(), said.trail().toString(), "The value can't be read: " + e.getMessage() + "."));
            return fallback;
        }
    }

    <T> List<T> values(FactObject object, String attribute, Function<String, T> reading) {
        List<T> values = new ArrayList<>();
        for (Said said : object.all(attribute)) {
            T value = read(said, null, reading);
            if (value != null) {
                values.add(value);
            }
        }
        return values;
    }

    int number(FactObject object, String attribute, int fallback) {
        return value(object, attribute, fallback, WrittenFacts::number);
    }

    String word(FactObject object, String attribute) {
        return value(object, attribute, null, Function.identity());
    }

    boolean flag(FactObject object, String attribute) {
        return Boolean.TRUE.equals(value(object, attribute, false, WrittenFacts::yesOrNo));
    }
}
