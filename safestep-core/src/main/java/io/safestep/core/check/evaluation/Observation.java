package io.safestep.core.check.evaluation;

import java.util.List;
import java.util.TreeMap;

/**
 * What was found.
 *
 * @param rows one text a row: what it is about, a tab, and what it is like
 * @param output the device's own words, with what is masked masked
 */
public record Observation(List<String> rows, String output) {

    public Observation {
        rows = List.copyOf(rows);
    }

    public Observation(List<String> rows) {
        this(rows, String.join("\n", rows).replace('\t', ' '));
    }

    /** For people: the rows themselves when they are few, else how many there are of each kind. */
    public String summary() {
        if (rows.isEmpty()) {
            return "nothing";
        }
        if (rows.size() <= 2) {
            return String.join(", ", rows).replace('\t', ' ').strip();
        }
        TreeMap<String, Integer> counts = new TreeMap<>();
        for (String row : rows) {
            String value = row.substring(row.indexOf('\t') + 1);
            counts.merge(value.startsWith("via ") ? "via a neighbour" : value, 1, Integer::sum);
        }
        if (counts.size() > 6) {
            return rows.size() + " rows";
        }
        StringBuilder text = new StringBuilder();
        counts.forEach((value, count) -> text.append(text.isEmpty() ? "" : ", ")
                .append(count)
                .append(' ')
                .append(value));
        return text.toString();
    }
}
