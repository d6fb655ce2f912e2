package io.safestep.core.platform.reading;

import io.safestep.core.platform.access.TimedSession;
import io.safestep.core.platform.text.BoundedText;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A named command that looks at a device without changing it, and how to read its output.
 *
 * @param name the name in the profile, for example {@code neighbours}
 * @param title what people call it
 * @param command the words to send; names of arguments in braces stand for what is asked for
 * @param row a pattern that finds one row of the output, with the named groups {@code key} and {@code value}
 * @param arguments what is asked for, of {@code address}, {@code port} and {@code source}
 * @param rests the sessions whose timers have to run out before it shows what has become of them
 * @param stays seconds for which it has to show the same after every change at least, where the configuration does not tell
 *     the timers; 0 for none
 * @param interruption how the command is ended that does not end by itself; null for one that does
 * @param optional a device may refuse it: it then has none of what is asked for
 */
public record ReadCommand(
        String name,
        String title,
        String command,
        Pattern row,
        List<String> arguments,
        Set<TimedSession> rests,
        int stays,
        @Nullable Interruption interruption,
        boolean optional) {

    private static final int MOST_ROWS = 10_000;

    /**
     * A command that goes on until a key is typed, the one of the profile's command line. What it said until then is its
     * answer.
     *
     * @param after for how long it is let go on
     * @param when what it shows when it has said enough; null to wait for the time alone
     */
    public record Interruption(Duration after, @Nullable Pattern when) {}

    /** For how long a device is at work on it at least: zero where the command ends by itself. */
    public Duration goesOn() {
        return interruption == null ? Duration.ZERO : interruption.after();
    }

    /** One row of what a device said: what it is about, and what it is like. */
    public record Row(String key, String value) {
        @Override
        public String toString() {
            return value.isEmpty() ? key : key + " " + value;
        }
    }

    /** The words to send. The values have been checked to be addresses and a port. */
    public String commandFor(Map<String, String> values) {
        String words = command;
        for (String argument : arguments) {
            words = words.replace("{" + argument + "}", values.getOrDefault(argument, ""));
        }
        return words;
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
