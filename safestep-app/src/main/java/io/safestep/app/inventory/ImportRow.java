package io.safestep.app.inventory;

import java.util.List;
import java.util.Locale;

/**
 * What a row of an import would do.
 *
 * @param row its number in the file, counted from 1
 * @param device the name in the row; empty when there is none
 * @param verdict {@code add}, {@code change}, {@code same} or {@code bad}
 * @param words what changes, or what is wrong, each a sentence
 */
record ImportRow(int row, String device, String verdict, List<String> words) {

    enum Verdict {
        ADD,
        CHANGE,
        SAME,
        BAD
    }

    static ImportRow of(int row, String device, Verdict verdict, List<String> words) {
        return new ImportRow(row, device, verdict.name().toLowerCase(Locale.ROOT), words);
    }

    boolean is(Verdict wanted) {
        return verdict.equals(wanted.name().toLowerCase(Locale.ROOT));
    }
}
