package io.safestep.core.network.facts;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What two configurations of a device say about the network, before a change and after it. Each is read once, and only when
 * somebody asks. For one thread.
 */
public final class FactsOfChange {

    private final FactReader reader;
    private final String device;
    private final ConfigTree was;
    private final ConfigTree is;
    private final Map<String, Set<String>> differing = new HashMap<>();
    private @Nullable DeviceFacts before;
    private @Nullable DeviceFacts after;

    /**
     * @param reader of the device's platform
     * @param was the configuration before the change
     * @param is the configuration after it
     */
    public FactsOfChange(FactReader reader, String device, ConfigTree was, ConfigTree is) {
        this.reader = reader;
        this.device = device;
        this.was = was;
        this.is = is;
    }

    public DeviceFacts before() {
        if (before == null) {
            before = reader.read(device, was);
        }
        return before;
    }

    public DeviceFacts after() {
        if (after == null) {
            after = reader.read(device, is);
        }
        return after;
    }

    /**
     * Names of the objects of a kind whose lines differ, whether the model understands those lines or not.
     *
     * @param kind of objects, such as {@code interface}
     */
    public Set<String> differing(String kind) {
        return differing.computeIfAbsent(kind, this::compared);
    }

    private Set<String> compared(String kind) {
        // Lines that a change does not touch are the very same objects in both, and most are.
        Map<String, String> left = reader.blocks(beside(was, is), kind);
        Map<String, String> right = reader.blocks(beside(is, was), kind);
        Set<String> names = new HashSet<>(left.keySet());
        names.addAll(right.keySet());
        names.removeIf(name -> Objects.equals(left.get(name), right.get(name)));
        return Set.copyOf(names);
    }

    private static ConfigTree beside(ConfigTree one, ConfigTree other) {
        Set<ConfigLine> shared = Collections.newSetFromMap(new IdentityHashMap<>());
        shared.addAll(other.lines());
        List<ConfigLine> own =
                one.lines().stream().filter(line -> !shared.contains(line)).toList();
        return new ConfigTree(own);
    }
}
