package io.safestep.cli;

import java.util.List;

/** The input can't be used. */
final class InputException extends RuntimeException {

    private final transient List<String> sentences;

    /** @param sentences what is wrong, with file and line where they are known */
    InputException(List<String> sentences) {
        super(String.join(" ", sentences));
        this.sentences = List.copyOf(sentences);
    }

    InputException(String sentence) {
        this(List.of(sentence));
    }

    List<String> sentences() {
        return sentences;
    }
}
