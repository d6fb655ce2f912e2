package io.safestep.core.network.facts;

import io.safestep.core.network.facts.FactObject.Said;
import io.safestep.core.platform.network.NetworkLanguage;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

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

    @Nullable
    FactObject single(String kind) {
        return of(kind).stream().findFirst().orElse(null);
    }

    /** What is said last of an object, in its own type; the fallback when nothing is, or nothing that can be read. */
    <T> T value(FactObject object, String attribute, T fallback, Function<String, T> reading) {
        T value = value(object, attribute, reading);
        return value == null ? fallback : value;
    }

    /** The same; null when nothing is said, or nothing that can be read. */
    <T> @Nullable T value(FactObject object, String attribute, Function<String, T> reading) {
        Said said = object.last(attribute);
        return said == null ? null : read(said, reading);
    }

    /** The name of an object, in its own type; null when it can't be read. */
    <T> @Nullable T name(FactObject object, Function<String, T> reading) {
        return read(new Said(object.name(), object.line(), object.trail()), reading);
    }

    private <T> @Nullable T read(Said said, Function<String, T> reading) {
        try {
            return reading.apply(said.value());
        } catch (IllegalArgumentException e) {
            unmodelled.add(new UnmodelledLine(
                    said.line(), said.trail().toString(), "The value can't be read: " + e.getMessage() + "."));
            return null;
        }
    }

    <T> List<T> values(FactObject object, String attribute, Function<String, T> reading) {
        List<T> values = new ArrayList<>();
        for (Said said : object.all(attribute)) {
            T value = read(said, reading);
            if (value != null) {
                values.add(value);
            }
        }
        return values;
    }

    int number(FactObject object, String attribute, int fallback) {
        return value(object, attribute, fallback, WrittenFacts::number);
    }

    @Nullable
    String word(FactObject object, String attribute) {
        return value(object, attribute, Function.identity());
    }

    boolean flag(FactObject object, String attribute) {
        return Boolean.TRUE.equals(value(object, attribute, false, WrittenFacts::yesOrNo));
    }
}
