package io.safestep.core.platform.network;

import io.safestep.core.platform.text.ProfileException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * The words of a configuration line with names for those that vary: {@code address {a}}, {@code allow
 * {protocol:tcp|udp} {from} to {to}}, {@code description {text...}}. Words are told apart by blanks.
 */
public final class LinePattern {

    private static final Pattern NAMED = Pattern.compile("\\{([a-z][a-z-]*)(?::([^}]+)|(\\.\\.\\.))?}");

    private record Word(@Nullable String literal, @Nullable String name, List<String> choices, boolean rest) {}

    private final String written;
    private final List<Word> words = new ArrayList<>();

    private LinePattern(String written) {
        this.written = written;
    }

    /** @throws ProfileException when a name in braces can't be read or {@code ...} is not at the end */
    public static LinePattern parse(String written) {
        LinePattern pattern = new LinePattern(written);
        for (String word : written.strip().split("\\s+")) {
            Matcher matcher = NAMED.matcher(word);
            if (matcher.matches()) {
                List<String> choices = matcher.group(2) == null
                        ? List.of()
                        : List.of(matcher.group(2).split("\\|"));
                pattern.words.add(new Word(null, matcher.group(1), choices, matcher.group(3) != null));
            } else if (word.contains("{") || word.contains("}")) {
                throw new ProfileException("In \"" + written + "\", \"" + word
                        + "\" can't be read: write {name}, {name:one|other} or, at the end, {name...}.");
            } else {
                pattern.words.add(new Word(word, null, List.of(), false));
            }
        }
        for (int i = 0; i < pattern.words.size() - 1; i++) {
            if (pattern.words.get(i).rest) {
                throw new ProfileException(
                        "In \"" + written + "\", {…...} takes the rest of the line and must stand last.");
            }
        }
        return pattern;
    }

    /** The names that the pattern gives to words. */
    public List<String> names() {
        return words.stream().filter(w -> w.name != null).map(Word::name).toList();
    }

    /** The first word where it is fixed; null where it varies. */
    public @Nullable String firstWordOrNull() {
        return words.get(0).literal;
    }

    /** The named words of the line when it has this shape. */
    public Optional<Map<String, String>> match(String[] line) {
        if (!words.get(words.size() - 1).rest && line.length != words.size()) {
            return Optional.empty();
        }
        Map<String, String> found = new HashMap<>();
        for (int i = 0; i < words.size(); i++) {
            Word word = words.get(i);
            if (word.rest) {
                found.put(
                        word.name,
                        i < line.length ? String.join(" ", List.of(line).subList(i, line.length)) : "");
                return Optional.of(found);
            }
            if (i >= line.length || !fits(word, line[i])) {
                return Optional.empty();
            }
            if (word.name != null) {
                found.put(word.name, line[i]);
            }
        }
        return line.length == words.size() ? Optional.of(found) : Optional.empty();
    }

    private static boolean fits(Word word, String given) {
        if (word.literal != null) {
            return word.literal.equals(given);
        }
        return word.choices.isEmpty() || word.choices.contains(given);
    }

    @Override
    public String toString() {
        return written;
    }
}
