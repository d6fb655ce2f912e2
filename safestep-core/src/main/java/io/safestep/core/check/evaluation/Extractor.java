package io.safestep.core.check.evaluation;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import io.safestep.core.check.definition.Extraction;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Takes from an answer what a check is about. */
final class Extractor {

    static final int MOST_ROWS = 10_000;

    private static final String MASK = "…";
    private static final int MOST_LINE = 2_000;

    private final Extraction wanted;
    private final @Nullable Pattern only;
    private final List<Pattern> masked;

    /** @throws PatternSyntaxException when a pattern can't be read */
    Extractor(Extraction wanted) {
        this.wanted = wanted;
        this.only = wanted.only() == null ? null : Pattern.compile(wanted.only());
        this.masked = wanted.masked().stream().map(Pattern::compile).toList();
    }

    /** @throws StructuredPathException when the answer has no such data, or the path can't be followed */
    Observation from(Answer answer) {
        List<String> found = switch (wanted.kind()) {
            case ROWS -> answer.rows();
            case COLUMNS -> TableColumns.rows(answer.text(), wanted.columns());
            case PATTERN -> matches(answer.text());
            case PATH -> StructuredPath.rows(answer.data(), Objects.requireNonNull(wanted.expression()));
            case TEXT ->
                answer.text()
                        .lines()
                        .map(String::strip)
                        .filter(l -> !l.isEmpty())
                        .toList();
        };
        List<String> rows = found.stream()
                .filter(row -> only == null || only.matcher(plain(row)).find())
                .map(this::masked)
                .limit(MOST_ROWS)
                .toList();
        String output = wanted.kind() == Extraction.Kind.PATH && answer.data() != null ? answer.data() : answer.text();
        return new Observation(rows, masked(output));
    }

    private List<String> matches(String text) {
        Pattern pattern = Pattern.compile(wanted.expression());
        Set<String> groups = pattern.namedGroups().keySet();
        List<String> rows = new ArrayList<>();
        for (String line : text.split("\n")) {
            Matcher matcher = pattern.matcher(line.length() > MOST_LINE ? line.substring(0, MOST_LINE) : line);
            if (matcher.find() && rows.size() < MOST_ROWS) {
                String key = groups.contains("key") ? matcher.group("key") : matcher.group();
                String value = groups.contains("value") ? matcher.group("value") : null;
                rows.add(value == null ? String.valueOf(key) : key + "\t" + value);
            }
        }
        return rows;
    }

    private String masked(String text) {
        String result = text;
        for (Pattern pattern : masked) {
            result = pattern.matcher(result).replaceAll(MASK);
        }
        return result;
    }

    static String plain(String row) {
        return row.replace('\t', ' ').strip();
    }
}
