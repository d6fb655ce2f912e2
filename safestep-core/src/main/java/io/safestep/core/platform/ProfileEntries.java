package io.safestep.core.platform;

import io.safestep.core.platform.form.MentionTemplate;
import io.safestep.core.platform.text.ProfileException;
import io.safestep.core.platform.text.ProfileException.Problem;
import io.safestep.core.schema.YamlDocument;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/** The entries of one mapping in a profile that follows the schema. */
record ProfileEntries(YamlDocument document, String pointer, JsonNode map) {

    boolean has(String name) {
        JsonNode value = map.path(name);
        return !value.isMissingNode() && !value.isNull() && !(value.isBoolean() && !value.asBoolean());
    }

    /** Whether there is such an entry, and it is this. */
    boolean says(String name, boolean value) {
        JsonNode entry = map.path(name);
        return entry.isBoolean() && entry.asBoolean() == value;
    }

    String text(String name) {
        return map.path(name).asString();
    }

    Map<String, String> all() {
        Map<String, String> all = new LinkedHashMap<>();
        map.properties().forEach(p -> all.put(p.getKey(), p.getValue().asString()));
        return all;
    }

    ProfileEntries entries(String name) {
        return new ProfileEntries(document, pointer + "/" + name, map.path(name));
    }

    List<ProfileEntries> list(String name) {
        List<ProfileEntries> entries = new ArrayList<>();
        for (JsonNode item : map.path(name)) {
            entries.add(new ProfileEntries(document, pointer + "/" + name + "/" + entries.size(), item));
        }
        return entries;
    }

    List<String> texts(String name) {
        JsonNode value = map.path(name);
        List<String> texts = new ArrayList<>();
        if (value.isArray()) {
            value.forEach(item -> texts.add(item.asString()));
        } else if (has(name)) {
            texts.add(value.asString());
        }
        return texts;
    }

    /** So many seconds; null when there is no such entry. */
    @Nullable
    Duration seconds(String name) {
        return has(name) ? Duration.ofSeconds(Long.parseLong(text(name))) : null;
    }

    boolean isList(String name) {
        return map.path(name).isArray();
    }

    /** A whole number, or several; none when there is no such entry. */
    List<Integer> numbers(String name) {
        return texts(name).stream().map(Integer::valueOf).toList();
    }

    Pattern pattern(String name) {
        return compile(name, text(name));
    }

    /** A pattern with named groups; null when there is none. */
    @Nullable
    Pattern patternNamingIfSaid(String name, String... groups) {
        return has(name) ? patternNaming(name, groups) : null;
    }

    /** A pattern with named groups. */
    Pattern patternNaming(String name, String... groups) {
        Pattern pattern = pattern(name);
        List<String> missing = new ArrayList<>();
        for (String group : groups) {
            if (!pattern.pattern().contains("(?<" + group + ">")) {
                missing.add("(?<" + group + ">…)");
            }
        }
        if (!missing.isEmpty()) {
            throw wrong(name, "The pattern \"" + name + "\" needs the named group " + String.join(", ", missing) + ".");
        }
        return pattern;
    }

    List<MentionTemplate> mentions(String name, int words) {
        return located(
                name,
                () -> texts(name).stream()
                        .map(t -> MentionTemplate.parse(t, words))
                        .toList());
    }

    List<Pattern> patterns(String name) {
        return texts(name).stream().map(t -> compile(name, t)).toList();
    }

    private Pattern compile(String name, String expression) {
        try {
            return Pattern.compile(expression);
        } catch (PatternSyntaxException e) {
            throw wrong(name, "\"" + name + "\" is not a regular expression: " + e.getDescription() + ".");
        }
    }

    /** Reads a text with a reader that does not know its line. */
    <T> T read(String name, Function<String, T> reader) {
        return located(name, () -> reader.apply(text(name)));
    }

    /** Reads one text or several with a reader that does not know their lines. */
    <T> List<T> readAll(String name, Function<String, T> reader) {
        return located(name, () -> texts(name).stream().map(reader).toList());
    }

    /** Reads entries with a reader that does not know all of their lines. */
    <T> T within(String name, Function<ProfileEntries, T> reader) {
        return located(name, () -> reader.apply(entries(name)));
    }

    void check(Runnable looksAt) {
        try {
            looksAt.run();
        } catch (ProfileException e) {
            throw e.problems().isEmpty() ? wrong(e.sentence()) : e;
        }
    }

    private <T> T located(String name, Supplier<T> reader) {
        try {
            return reader.get();
        } catch (ProfileException e) {
            throw e.problems().isEmpty() ? wrong(name, e.sentence()) : e;
        }
    }

    ProfileException wrong(String sentence) {
        return new ProfileException(List.of(new Problem(document.line(pointer), sentence)));
    }

    ProfileException wrong(String name, String sentence) {
        return new ProfileException(List.of(problem(name, sentence)));
    }

    Problem problem(String name, String sentence) {
        return new Problem(document.line(pointer + "/" + name), sentence);
    }
}
