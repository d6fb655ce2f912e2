package io.safestep.core.paste;

import io.safestep.core.platform.BoundedText;
import io.safestep.core.platform.CommandLine;
import io.safestep.core.platform.Language;
import io.safestep.core.platform.LineMeaning;
import io.safestep.core.platform.PlatformProfile;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Takes lines out of instructions that were copied from a terminal, a ticket or a document: prompts, numbers, list marks
 * and fences go, and so does what only moves about in the device or is its answer. Nothing is left out without being
 * named. The front door of this package.
 */
public final class PastedInstructions {

    /** {@code 12.}, {@code 12)}, {@code 12:} or a bullet in front of a command. */
    private static final Pattern LIST_MARK = Pattern.compile("^\\s*(?:\\d{1,4}[.):]\\s+|[-*•>]\\s+)");

    private static final Pattern FENCE = Pattern.compile("^\\s*(?:```|~~~).*");

    private final Language language;
    private final CommandLine dialect;
    private final Pattern prompt;

    public PastedInstructions(PlatformProfile profile) {
        language = profile.language();
        dialect = profile.access() instanceof CommandLine commandLine ? commandLine : null;
        prompt = dialect == null ? null : atLineStart(dialect.prompt());
    }

    /** The profile's pattern ends where the screen ends; here a command follows. */
    private static Pattern atLineStart(Pattern prompt) {
        String written = prompt.pattern();
        return Pattern.compile(
                written.endsWith("$") ? written.substring(0, written.length() - 1) : written, prompt.flags());
    }

    /** One pasted line on its way. */
    private record Line(int number, int indent, String text) {}

    public Cleaned clean(String pasted) {
        List<Cleaned.Removed> removed = new ArrayList<>();
        List<Line> kept = new ArrayList<>();
        boolean prompted = pasted.lines().anyMatch(line -> promptEnd(line) > 0);
        int number = 0;
        for (String line : pasted.lines().toList()) {
            number++;
            take(number, line.replace("\t", "    "), prompted, kept, removed);
        }
        boolean indented = kept.stream().map(Line::indent).distinct().count() > 1;
        return new Cleaned(prompted || !indented ? nested(kept) : asWritten(kept), List.copyOf(removed));
    }

    private void take(int number, String line, boolean prompted, List<Line> kept, List<Cleaned.Removed> removed) {
        if (line.isBlank()) {
            return;
        }
        if (FENCE.matcher(line).matches()) {
            removed.add(new Cleaned.Removed(number, line.strip(), "a fence around the lines"));
            return;
        }
        String rest = line;
        int promptEnd = promptEnd(line);
        if (promptEnd > 0) {
            removed.add(new Cleaned.Removed(number, line.substring(0, promptEnd).strip(), "the prompt of a device"));
            rest = line.substring(promptEnd);
        } else if (prompted) {
            removed.add(new Cleaned.Removed(number, line.strip(), "what a device said, not what was typed"));
            return;
        } else {
            Matcher mark = LIST_MARK.matcher(line);
            if (mark.lookingAt() && language.complaint("", line.strip()).isPresent()) {
                removed.add(new Cleaned.Removed(number, mark.group().strip(), "a number or mark of a list"));
                rest = line.substring(mark.end());
            }
        }
        String command = rest.strip();
        String reason = reasonToLeaveOut(command);
        if (!reason.isEmpty()) {
            removed.add(new Cleaned.Removed(number, command, reason));
        } else if (!command.isEmpty()) {
            int indent = rest.length() - rest.stripLeading().length();
            kept.add(new Line(number, promptEnd > 0 ? 0 : indent, command));
        }
    }

    private int promptEnd(String line) {
        if (prompt == null) {
            return 0;
        }
        Matcher matcher = prompt.matcher(BoundedText.of(line));
        return matcher.lookingAt() ? matcher.end() : 0;
    }

    private String reasonToLeaveOut(String command) {
        if (language.isComment(command)) {
            return "a comment";
        }
        if (language.isVolatile(command)) {
            return "a line that a device shows and nobody configures";
        }
        if (dialect == null) {
            return "";
        }
        if (dialect.errors().stream()
                .anyMatch(error -> error.matcher(BoundedText.of(command)).find())) {
            return "a refusal of the device";
        }
        if (List.of(dialect.configure(), dialect.leaveBlock(), dialect.leaveConfigure())
                .contains(command)) {
            return "only moves about in the device; Safe Step does that by itself";
        }
        if (command.equals(dialect.save())) {
            return "saving comes after the checks, by itself";
        }
        boolean looks = command.equals(dialect.readRunning())
                || command.equals(dialect.readStartup())
                || command.equals(dialect.pagingOff());
        return looks ? "only looks; nothing is configured by it" : "";
    }

    /** Keeps the steps of indentation that somebody wrote. */
    private String asWritten(List<Line> lines) {
        StringBuilder text = new StringBuilder();
        Deque<Integer> open = new ArrayDeque<>();
        for (Line line : lines) {
            while (!open.isEmpty() && open.peek() >= line.indent()) {
                open.pop();
            }
            write(open.size(), line.text(), text);
            open.push(line.indent());
        }
        return text.toString();
    }

    /** Puts each line into the innermost block above it in which it may stand: a terminal indents nothing. */
    private String nested(List<Line> lines) {
        StringBuilder text = new StringBuilder();
        Deque<String> blocks = new ArrayDeque<>();
        for (Line line : lines) {
            Deque<String> left = new ArrayDeque<>(blocks);
            while (!left.isEmpty()
                    && language.complaint(left.peek(), line.text()).isPresent()) {
                left.pop();
            }
            boolean fits =
                    !left.isEmpty() || language.complaint("", line.text()).isEmpty();
            if (fits) {
                blocks = left;
            }
            write(blocks.size(), line.text(), text);
            LineMeaning meaning = language.meaning(blocks.isEmpty() ? "" : blocks.peek(), line.text());
            if (meaning.opensBlock() && !language.isRemoval(line.text())) {
                blocks.push(meaning.blockBeneath());
            }
        }
        return text.toString();
    }

    private void write(int depth, String line, StringBuilder text) {
        text.append(" ".repeat(language.indent() * depth)).append(line).append('\n');
    }
}
