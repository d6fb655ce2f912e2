package io.safestep.core.record;

import java.util.List;

/**
 * What a file with a record proves.
 *
 * @param proven whether everything in it is as it was written
 * @param wrong what is not, each a sentence; empty when it is proven
 * @param told sentences about what it holds and what the proof does not cover
 */
public record ExportVerdict(boolean proven, List<String> wrong, List<String> told) {

    public ExportVerdict {
        wrong = List.copyOf(wrong);
        told = List.copyOf(told);
    }
}
