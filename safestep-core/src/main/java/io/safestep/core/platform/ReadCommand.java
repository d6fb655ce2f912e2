package io.safestep.core.platform;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A named command that looks at a device without changing it, and how to read its output.
 *
 * @param name the name in the profile, for example {@code neighbours}
 * @param title what people call it
 * @param command the words to send; {@code {argument}} stands for what the check is about
 * @param row a pattern that finds one row of the output, with the named groups {@code key} and {@code value}
 * @param argument what the argument is called for people, or null when there is none
 */
public record ReadCommand(String name, String title, String command, Pattern row, String argument) {

    private static final int MOST_ROWS = 10_000;

    /** One row of what a device said: what it is about, and what it is like. */
    public record Row(String key, String value) {
        @Override
        public String toString() {
            return value.isEmpty() ? key : key + " " + value;
        }
    }

    /** The words to send for an argument. The argument has been checked to be an address or a prefix. */
    public String commandFor(String argumentValue) {
        return argument == null ? command : command.replace("{argument}", argumentValue);
    }

    /** The rows in the output, in the order of the output. */
    public List<Row> rows(String output) {
        List<Row> rows = new ArrayList<>();
        for (String line : output.split("\n")) {
            Matcher matcher = row.matcher(BoundedText.of(line));
            if (matcher.find() && rows.size() < MOST_ROWS) {
                rows.add(new Row(matcher.group("key"), matcher.group("value")));
            }
        }
        return rows;
    }
}
