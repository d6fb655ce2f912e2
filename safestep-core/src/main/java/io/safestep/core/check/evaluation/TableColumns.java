package io.safestep.core.check.evaluation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Columns of tables that are set in a fixed width: a column begins where its heading begins. */
final class TableColumns {

    /** Words with single blanks between them; two blanks end a heading. */
    private static final Pattern HEADING = Pattern.compile("\\S+(?: \\S+)*");

    private record Column(int from, int to) {
        String of(String line) {
            return from >= line.length()
                    ? ""
                    : line.substring(from, Math.min(to, line.length())).strip();
        }
    }

    private TableColumns() {}

    /** The rows beneath the first line with all headings, up to a blank line; none when there is no such line. */
    static List<String> rows(String text, List<String> headings) {
        List<String> rows = new ArrayList<>();
        List<Column> columns = List.of();
        for (String line : text.split("\n")) {
            if (columns.isEmpty()) {
                columns = columns(line, headings);
            } else if (line.isBlank()) {
                break;
            } else if (!line.matches("[-=+| ]+")) {
                rows.add(row(line, columns));
            }
        }
        return rows;
    }

    private static String row(String line, List<Column> columns) {
        List<String> cells = columns.stream().map(c -> c.of(line)).toList();
        return cells.size() == 1
                ? cells.get(0)
                : cells.get(0) + "\t"
                        + String.join(" ", cells.subList(1, cells.size())).strip();
    }

    /** Empty when the line does not have every heading. */
    private static List<Column> columns(String line, List<String> headings) {
        List<Integer> starts = new ArrayList<>();
        List<String> names = new ArrayList<>();
        Matcher matcher = HEADING.matcher(line);
        while (matcher.find()) {
            starts.add(matcher.start());
            names.add(matcher.group().toLowerCase(Locale.ROOT));
        }
        List<Column> columns = new ArrayList<>();
        for (String heading : headings) {
            int at = names.indexOf(heading.strip().toLowerCase(Locale.ROOT));
            if (at < 0) {
                return List.of();
            }
            columns.add(new Column(starts.get(at), at + 1 < starts.size() ? starts.get(at + 1) : Integer.MAX_VALUE));
        }
        return columns;
    }
}
