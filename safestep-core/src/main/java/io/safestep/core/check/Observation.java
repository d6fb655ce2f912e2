package io.safestep.core.check;

import java.util.List;
import java.util.TreeMap;

/**
 * What a device said to a read command.
 *
 * @param rows one text a row: what it is about, a tab, and what it is like
 */
public record Observation(List<String> rows) {

    public Observation {
        rows = List.copyOf(rows);
    }

    /** For people: the rows themselves when they are few, else how many there are of each kind. */
    public String summary() {
        if (rows.isEmpty()) {
            return "nothing";
        }
        if (rows.size() <= 2) {
            return String.join(", ", rows).replace('\t', ' ');
        }
        TreeMap<String, Integer> counts = new TreeMap<>();
        for (String row : rows) {
            String value = row.substring(row.indexOf('\t') + 1);
            counts.merge(value.startsWith("via ") ? "via a neighbour" : value, 1, Integer::sum);
        }
        StringBuilder text = new StringBuilder();
        counts.forEach((value, count) -> text.append(text.isEmpty() ? "" : ", ")
                .append(count)
                .append(' ')
                .append(value));
        return text.toString();
    }
}
