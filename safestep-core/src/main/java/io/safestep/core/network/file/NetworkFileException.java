package io.safestep.core.network.file;

import java.util.List;

/** A description of a network that can't be used. */
public class NetworkFileException extends RuntimeException {

    private final List<String> problems;

    /** @param problems sentences that say what is wrong and where */
    public NetworkFileException(List<String> problems) {
        super(String.join(" ", problems));
        this.problems = List.copyOf(problems);
    }

    public List<String> problems() {
        return problems;
    }
}
