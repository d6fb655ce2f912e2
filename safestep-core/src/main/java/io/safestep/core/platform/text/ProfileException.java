package io.safestep.core.platform.text;

import java.util.List;
import java.util.Objects;

/** A platform profile can't be used as it is written. The sentences say what and where, for the person who wrote it. */
public class ProfileException extends RuntimeException {

    private final transient List<Problem> problems;

    /**
     * Something wrong in a profile.
     *
     * @param line where, counted from 1
     * @param sentence what is wrong and what is expected
     */
    public record Problem(int line, String sentence) {
        @Override
        public String toString() {
            return "line " + line + ": " + sentence;
        }
    }

    /** For a part whose line its reader knows. */
    public ProfileException(String sentence) {
        super(sentence);
        this.problems = List.of();
    }

    public ProfileException(List<Problem> problems) {
        super(String.join("\n", problems.stream().map(Problem::toString).toList()));
        this.problems = List.copyOf(problems);
    }

    /** Everything that is wrong, as one text. */
    public String sentence() {
        return Objects.requireNonNull(getMessage());
    }

    /** All that is wrong, in the order of lines. */
    public List<Problem> problems() {
        return problems;
    }
}
