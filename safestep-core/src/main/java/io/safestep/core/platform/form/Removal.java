package io.safestep.core.platform.form;

import io.safestep.core.platform.text.ProfileException;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How a device takes a line away.
 *
 * @param template the words of {@link Kind#WRITTEN}; else null
 */
public record Removal(Kind kind, @Nullable LineTemplate template) {

    public enum Kind {
        /** The negation in front of the line, or of its key where it has one: the device takes both. */
        EITHER,
        /** The negation in front of the whole line, and nothing shorter. */
        WHOLE_LINE,
        /** The negation in front of the key, and nothing longer. */
        KEY,
        /** In words of its own. */
        WRITTEN,
        /** The line opens a block, and goes when nothing stands beneath it any more. */
        EMPTYING,
        /** Not by itself: only together with the block in which it stands, or by another line in its place. */
        NEVER
    }

    public static final Removal USUAL = new Removal(Kind.EITHER, null);

    /**
     * As it stands in a profile.
     *
     * @param words how many words the form has
     * @throws ProfileException when it can't be read
     */
    public static Removal parse(String written, int words) {
        return switch (written) {
            case "whole" -> new Removal(Kind.WHOLE_LINE, null);
            case "key" -> new Removal(Kind.KEY, null);
            case "emptying" -> new Removal(Kind.EMPTYING, null);
            case "never" -> new Removal(Kind.NEVER, null);
            default -> {
                LineTemplate template = LineTemplate.parse(written, words);
                if (template.pieces().size() < 2) {
                    throw new ProfileException(
                            "\"" + written + "\" says no way of removing a line: whole, key, emptying,"
                                    + " never, or the command itself, such as \"no timers {2}\".");
                }
                if (template.beginning().isEmpty() || template.holdsNext()) {
                    throw new ProfileException("The command \"" + written
                            + "\" has to begin with a fixed word, and to have no {next …} in it.");
                }
                yield new Removal(Kind.WRITTEN, template);
            }
        };
    }

    /**
     * The command that takes a line away; empty where there is none.
     *
     * @param text the line
     * @param words the same, word by word
     * @param shortly name the key alone where the device takes both
     */
    public Optional<String> of(String negation, String text, String key, List<String> words, boolean shortly) {
        return switch (kind) {
            case EITHER -> Optional.of(opposite(negation, shortly ? key : text));
            case WHOLE_LINE -> Optional.of(opposite(negation, text));
            case KEY -> Optional.of(opposite(negation, key));
            case WRITTEN -> Optional.of(Objects.requireNonNull(template).filled(words));
            case EMPTYING, NEVER -> Optional.empty();
        };
    }

    /** Of a line that begins with the negation, what is left without it. */
    private static String opposite(String negation, String line) {
        return line.startsWith(negation + " ")
                ? line.substring(negation.length() + 1).strip()
                : negation + " " + line;
    }
}
