package io.safestep.core.platform;

import java.util.List;

/**
 * A node of a structured configuration, in the terms of YANG (RFC 7950, section 4.2.2).
 *
 * @param keyLeaves names of the keys of a list, in order
 * @param valueTypes types of the key leaves, or of the leaf's own value
 * @param module namespace (XML) or module (JSON) of a node at the top level; null elsewhere
 */
public record StructuredElement(
        String name, Kind kind, List<String> keyLeaves, List<ValueType> valueTypes, String module) {

    public enum Kind {
        CONTAINER,
        LIST,
        LEAF,
        LEAF_LIST,
        /** A leaf that is there or not, without a value (RFC 7950, section 9.11). */
        EMPTY
    }

    public enum ValueType {
        TEXT,
        NUMBER,
        BOOLEAN
    }
}
