package io.safestep.core.platform.form;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A node of a structured configuration, in the terms of YANG (RFC 7950, section 4.2.2).
 *
 * @param word the word by which lines name it
 * @param name its name in the device's own notation
 * @param keyLeaves names of the keys of a list, in order
 * @param valueTypes types of the key leaves, or of the leaf's own value
 * @param module its namespace (XML) or module (JSON); null when it is that of the node around
 */
public record StructuredElement(
        String word,
        String name,
        Kind kind,
        List<String> keyLeaves,
        List<ValueType> valueTypes,
        @Nullable String module) {

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
        /** Of at most 32 bits, which JSON writes as a number (RFC 7951, section 6.1). */
        NUMBER,
        BOOLEAN,
        /** A name that belongs to a module (RFC 7950, section 9.10). */
        IDENTITY,
        /** A path whose names belong to modules (RFC 7950, section 9.13). */
        PATH
    }

    /** The type of the value at a place: that of a key leaf, or of the leaf itself at 0. */
    public ValueType typeAt(int index) {
        return index < valueTypes.size() ? valueTypes.get(index) : ValueType.TEXT;
    }

    /** Whether it is the node with this name, that stands in a node of the other module. */
    public boolean is(String otherName, @Nullable String otherModule, @Nullable String moduleAround) {
        if (!name.equals(otherName)) {
            return false;
        }
        String own = module == null ? moduleAround : module;
        return own == null || otherModule == null || own.equals(otherModule);
    }
}
