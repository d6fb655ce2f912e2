package io.safestep.core.check.definition;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is taken from the answer of a device.
 *
 * @param expression the pattern (RE2) or the path; null where the kind needs none
 * @param columns headings of the columns that are wanted: the first tells rows apart, the others say what they are like
 * @param only a pattern (RE2): rows in which it is not found are left out; null to keep all
 * @param masked patterns (RE2) for what is different at every look and means nothing, such as an age
 * @param number what is found is one number; otherwise rows are counted where an amount is needed
 */
public record Extraction(
        Kind kind,
        @Nullable String expression,
        List<String> columns,
        @Nullable String only,
        List<String> masked,
        boolean number) {

    /** How rows are found in an answer. */
    public enum Kind {
        /** As the profile finds them. */
        ROWS,
        /** Columns of a table, by their headings. */
        COLUMNS,
        /** A pattern, line by line, with groups called key and value. */
        PATTERN,
        /** A path into structured data: XPath for XML, JSONPath (RFC 9535) for JSON. */
        PATH,
        /** Every line that is not blank. */
        TEXT
    }

    public Extraction {
        columns = List.copyOf(columns);
        masked = List.copyOf(masked);
    }

    /** All rows as the profile finds them. */
    public static Extraction rows() {
        return new Extraction(Kind.ROWS, null, List.of(), null, List.of(), false);
    }
}
