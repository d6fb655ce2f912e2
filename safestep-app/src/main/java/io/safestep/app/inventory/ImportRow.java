package io.safestep.app.inventory;

import java.util.List;

/**
 * What a row of an import would do.
 *
 * @param row its number in the file, counted from 1
 * @param device the name in the row; empty when there is none
 * @param words what changes, or what is wrong, each a sentence
 */
record ImportRow(int row, String device, Verdict verdict, List<String> words) {

    enum Verdict {
        ADD,
        CHANGE,
        SAME,
        BAD
    }

    static ImportRow of(int row, String device, Verdict verdict, List<String> words) {
        return new ImportRow(row, device, verdict, words);
    }

    boolean is(Verdict wanted) {
        return verdict == wanted;
    }
}
