package io.safestep.core.paste;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.access.CommandLine;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import io.safestep.core.platform.text.BoundedText;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

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
    private final @Nullable CommandLine dialect;
    private final @Nullable Pattern prompt;

    public PastedInstructions(PlatformProfile profile) {
        language = profile.language();
        dialect = profile.access().typed().orElse(null);
        prompt = dialect == null ? null : atLineStart(dialect.screen().prompt());
    }

    /** The profile's pattern ends where the screen ends; here a command follows. */
    private static Pattern atLineStart(Pattern prompt) {
        String written = prompt.pattern();
        return Pattern.compile(
                written.endsWith("$") ? written.substring(0, written.length() - 1) : written, prompt.flags());
    }

    /**
     * One pasted line on its way.
     *
     * @param left how many blocks were left right before it
     */
    private record Line(int indent, String text, int left) {}

    private static final int ALL_BLOCKS = 100;

    public Cleaned clean(String pasted) {
        Reading reading = new Reading(pasted.lines().anyMatch(line -> promptEnd(line) > 0));
        int number = 0;
        for (String line : pasted.lines().toList()) {
            reading.take(++number, line.replace("\t", "    "));
        }
        boolean indented = reading.kept.stream().map(Line::indent).distinct().count() > 1;
        return new Cleaned(
                reading.prompted || !indented ? nested(reading.kept) : asWritten(reading.kept),
                List.copyOf(reading.removed));
    }

    /** One pasted text on its way. */
    private final class Reading {
        private final boolean prompted;
        private final List<Line> kept = new ArrayList<>();
        private final List<Cleaned.Removed> removed = new ArrayList<>();

        /** Blocks that were left since the last line that was kept. */
        private int left;

        /** @param prompted whether it comes from a terminal: what stands behind no prompt is an answer */
        Reading(boolean prompted) {
            this.prompted = prompted;
        }

        void take(int number, String line) {
            if (line.isBlank()) {
                return;
            }
            int promptEnd = promptEnd(line);
            if (FENCE.matcher(line).matches()) {
                remove(number, line, "a fence around the lines");
            } else if (promptEnd > 0) {
                remove(number, line.substring(0, promptEnd), "the prompt of a device");
                keep(number, 0, line.substring(promptEnd).strip());
            } else if (prompted) {
                remove(number, line, "what a device said, not what was typed");
            } else {
                Matcher mark = LIST_MARK.matcher(line);
                boolean marked =
                        mark.lookingAt() && language.complaint("", line.strip()).isPresent();
                if (marked) {
                    remove(number, mark.group(), "a number or mark of a list");
                }
                String rest = marked ? line.substring(mark.end()) : line;
                keep(number, rest.length() - rest.stripLeading().length(), rest.strip());
            }
        }

        private void keep(int number, int indent, String command) {
            String reason = reasonToLeaveOut(command);
            if (!reason.isEmpty()) {
                remove(number, command, reason);
                left += blocksLeft(command);
            } else if (!command.isEmpty()) {
                kept.add(new Line(indent, command, left));
                left = 0;
            }
        }

        private void remove(int number, String text, String reason) {
            removed.add(new Cleaned.Removed(number, text.strip(), reason));
        }
    }

    private int blocksLeft(String command) {
        if (dialect == null) {
            return 0;
        }
        if (command.equals(dialect.moves().leaveConfigure())) {
            return ALL_BLOCKS;
        }
        return command.equals(dialect.moves().leaveBlock()) ? 1 : 0;
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
        if (List.of(
                        dialect.moves().configure(),
                        dialect.moves().leaveBlock(),
                        dialect.moves().leaveConfigure())
                .contains(command)) {
            return "only moves about in the device; Safe Step does that by itself";
        }
        if (command.equals(dialect.datastores().save())) {
            return "saving comes after the checks, by itself";
        }
        boolean looks = command.equals(dialect.datastores().readRunning())
                || command.equals(dialect.datastores().readStartup())
                || command.equals(dialect.screen().pagingOff());
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
            for (int i = 0; i < line.left() && !blocks.isEmpty(); i++) {
                blocks.pop();
            }
            Deque<String> fitting = new ArrayDeque<>(blocks);
            while (!fitting.isEmpty() && isStrange(fitting.peek(), line.text())) {
                fitting.pop();
            }
            if (!fitting.isEmpty() || !isStrange("", line.text())) {
                blocks = fitting;
            }
            write(blocks.size(), line.text(), text);
            LineMeaning meaning = language.meaning(blocks.isEmpty() ? "" : blocks.peek(), line.text());
            if (meaning.opensBlock() && !language.isRemoval(blocks.isEmpty() ? "" : blocks.peek(), line.text())) {
                blocks.push(meaning.blockBeneath());
            }
        }
        return text.toString();
    }

    private boolean isStrange(String block, String line) {
        return language.complaint(block, line).isPresent();
    }

    private void write(int depth, String line, StringBuilder text) {
        text.append(" ".repeat(language.indent() * depth)).append(line).append('\n');
    }
}
