package io.safestep.drivers.cli;

import io.safestep.core.platform.access.CommandLine;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.core.platform.text.BoundedText;
import io.safestep.core.platform.text.BoundedText.EndlessPatternException;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Objects;
import java.util.function.BooleanSupplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Types commands and tells where each answer ends. Never types ahead: the next key goes out only after the device has
 * shown that it waits.
 */
final class Terminal {

    private static final int MOST_PAGES = 20_000;

    /** A prompt or a pager is looked for in so many of the last characters. */
    private static final int LOOKED_AT = 400;

    /** A device that has been silent for so long has nothing more to say by itself. */
    private static final Duration QUIET = Duration.ofMillis(700);

    private static final int MOST_WAKING_KEYS = 4;

    private final LoggedIn login;
    private final String device;
    private final CommandLine dialect;
    private final OutputStream keyboard;
    private final ScreenBuffer screen;
    private final TimeLimits limits;

    /** The longest word of the first prompt: prompts that do not hold it are doubted. */
    private String knownWord = "";

    /** Where the answer begins, once the echo has been seen whole. */
    private int answerFrom;

    private int echoSearchedTo;

    /** When the command is ended by a key, by the clock of the process; null when it ends by itself or has been ended. */
    private @Nullable Long interruptedAt;

    /** What it shows when it may be ended before; null for nothing. */
    private @Nullable Pattern saysEnough;

    Terminal(LoggedIn login, CommandLine dialect, OutputStream keyboard, ScreenBuffer screen, TimeLimits limits) {
        this.login = login;
        this.device = login.device();
        this.dialect = dialect;
        this.keyboard = keyboard;
        this.screen = screen;
        this.limits = limits;
    }

    /** Waits for the first prompt, past pages that want a key first. */
    void awaitFirstPrompt() throws DeviceException {
        try {
            seekFirstPrompt();
        } catch (EndlessPatternException e) {
            throw endlessPattern(e);
        }
    }

    private void seekFirstPrompt() throws DeviceException {
        long deadline = System.nanoTime() + limits.command().toNanos();
        for (int keys = 0; ; ) {
            ScreenBuffer.Outcome outcome =
                    await(() -> atPrompt() || loginPage() != null, deadline, QUIET.multipliedBy(2));
            switch (outcome) {
                case FOUND -> {
                    CommandLine.LoginPage page = atPrompt() ? null : loginPage();
                    if (page == null) {
                        learnPrompt();
                        return;
                    }
                    screen.clear();
                    type(page.keys());
                }
                case QUIET, TIMED_OUT -> {
                    if (System.nanoTime() >= deadline) {
                        throw noPrompt(Reason.PROMPT_NOT_RECOGNISED);
                    }
                    // Some shells wait for a key before they show their first prompt.
                    if (outcome == ScreenBuffer.Outcome.QUIET && screen.length() > 0 && keys < MOST_WAKING_KEYS) {
                        keys++;
                        type("\r");
                    }
                }
                default -> throw broken(outcome);
            }
        }
    }

    private CommandLine.@Nullable LoginPage loginPage() {
        String tail = screen.tail(0, LOOKED_AT);
        return dialect.screen().loginPages().stream()
                .filter(page -> page.shows().matcher(BoundedText.of(tail)).find())
                .findFirst()
                .orElse(null);
    }

    private void learnPrompt() {
        String all = screen.tail(0, LOOKED_AT);
        String prompt = all.substring(all.lastIndexOf('\n') + 1);
        for (String word : prompt.split("[^A-Za-z0-9._-]+")) {
            knownWord = word.length() > knownWord.length() ? word : knownWord;
        }
    }

    /** Types one command and gives back what the device says, without echo and prompt. */
    String command(String text) throws DeviceException {
        return command(text, null);
    }

    /**
     * Like {@link #command(String)}.
     *
     * @param interruption how a command is ended that does not end by itself; null for one that does
     */
    String command(String text, ReadCommand.@Nullable Interruption interruption) throws DeviceException {
        interruptedAt = interruption == null
                ? null
                : System.nanoTime() + interruption.after().toNanos();
        saysEnough = interruption == null ? null : interruption.when();
        try {
            return answerTo(text);
        } catch (EndlessPatternException e) {
            throw endlessPattern(e);
        }
    }

    DeviceException endlessPattern(EndlessPatternException e) {
        return new DeviceException(
                Reason.PROMPT_NOT_RECOGNISED, "What " + device + " says can't be understood: " + e.getMessage(), e);
    }

    private String answerTo(String text) throws DeviceException {
        screen.clear();
        answerFrom = -1;
        echoSearchedTo = 0;
        Echo echo = new Echo(text);
        type(text + "\r");
        long begun = interruptedAt == null ? System.nanoTime() : interruptedAt;
        long deadline = begun + limits.command().toNanos();
        StringBuilder pages = new StringBuilder();
        for (int page = 0; page < MOST_PAGES; page++) {
            if (page > 0) {
                answerFrom = 0;
                deadline = System.nanoTime() + limits.command().toNanos();
            }
            awaitEnd(echo, deadline);
            int from = Math.max(0, answerFrom);
            String answer = screen.from(from);
            if (endsWith(dialect.screen().prompt(), from)) {
                return pages.append(without(dialect.screen().prompt(), answer))
                        .toString()
                        .stripTrailing();
            }
            pages.append(without(dialect.screen().pager(), answer)).append('\n');
            if (pages.length() > ScreenBuffer.LARGEST) {
                break;
            }
            screen.clear();
            type(Objects.requireNonNull(dialect.screen().pagerKey()));
        }
        throw new DeviceException(Reason.TRANSFER_FAILED, device + " shows pages without an end.");
    }

    /** Waits until a prompt or a pager stands at the end of the answer. */
    private void awaitEnd(Echo echo, long deadline) throws DeviceException {
        boolean asked = false;
        while (true) {
            ScreenBuffer.Outcome outcome = await(() -> atEnd(echo, true) || mayBeEnded(), deadline, untilLook());
            if (mayBeEnded() && !atEnd(echo, true)) {
                interruptedAt = null;
                type(dialect.screen().interrupt());
                continue;
            }
            switch (outcome) {
                case FOUND -> {
                    return;
                }
                case QUIET, TIMED_OUT -> {
                    // A prompt that was doubted is believed when nothing more comes.
                    if (outcome == ScreenBuffer.Outcome.QUIET && atEnd(echo, false)) {
                        return;
                    }
                    if (System.nanoTime() >= deadline) {
                        breakOff();
                        throw noPrompt(Reason.TIMED_OUT);
                    }
                    if (outcome == ScreenBuffer.Outcome.QUIET && !asked && messageBehindPrompt()) {
                        asked = true;
                        type("\r");
                    }
                }
                default -> throw broken(outcome);
            }
        }
    }

    private boolean mayBeEnded() {
        return interruptedAt != null
                && (System.nanoTime() >= interruptedAt
                        || saysEnough != null
                                && answerFrom >= 0
                                && saysEnough
                                        .matcher(BoundedText.of(screen.tail(answerFrom, LOOKED_AT)))
                                        .find());
    }

    private Duration untilLook() {
        return interruptedAt == null
                ? QUIET
                : Duration.ofNanos(Math.max(1, Math.min(interruptedAt - System.nanoTime(), QUIET.toNanos())));
    }

    private boolean atEnd(Echo echo, boolean onlyKnownPrompts) {
        if (answerFrom < 0 && !findAnswer(echo)) {
            return false;
        }
        if (dialect.screen().pager() != null && endsWith(dialect.screen().pager(), answerFrom)) {
            return true;
        }
        return endsWith(dialect.screen().prompt(), answerFrom)
                && (!onlyKnownPrompts || lastLine().contains(knownWord));
    }

    /** Looks for the end of the echo, line by line as they come. */
    private boolean findAnswer(Echo echo) {
        int first = screen.lineFeed(0);
        if (first < 0) {
            return false;
        }
        for (int end = screen.lineFeed(echoSearchedTo); end >= 0; end = screen.lineFeed(end + 1)) {
            if (echo.isWhole(screen.between(0, end))) {
                // The line feed stays, so that a prompt at the start of the next line is recognised as such.
                answerFrom = end;
                return true;
            }
            echoSearchedTo = end + 1;
        }
        if (!endsWith(dialect.screen().prompt(), 0)
                && !(dialect.screen().pager() != null
                        && endsWith(dialect.screen().pager(), 0))) {
            return false;
        }
        // The device waits, and what it printed is no whole echo: the first line is a piece of one, or the answer.
        answerFrom = echo.isPiece(screen.between(0, first)) ? first : 0;
        return true;
    }

    private String lastLine() {
        String tail = screen.tail(0, LOOKED_AT);
        return tail.substring(tail.lastIndexOf('\n') + 1);
    }

    private boolean atPrompt() {
        return endsWith(dialect.screen().prompt(), 0);
    }

    /** Whether the last line begins with a prompt and goes on: the device has said something meanwhile. */
    private boolean messageBehindPrompt() {
        String tail = screen.tail(0, 4 * LOOKED_AT).stripTrailing();
        int lines = 0;
        for (int end = tail.length(); end > 0 && lines < 5; lines++) {
            int start = tail.lastIndexOf('\n', end - 1) + 1;
            String line = tail.substring(start, end);
            for (int i = 1; i < line.length(); i++) {
                if (dialect.screen()
                        .prompt()
                        .matcher(BoundedText.of("\n" + line.substring(0, i)))
                        .find()) {
                    return true;
                }
            }
            end = start - 1;
        }
        return false;
    }

    private boolean endsWith(Pattern pattern, int from) {
        return pattern.matcher(BoundedText.of(screen.tail(from, LOOKED_AT))).find();
    }

    private static String without(@Nullable Pattern pattern, String text) {
        int from = Math.max(0, text.length() - LOOKED_AT);
        Matcher matcher = pattern == null ? null : pattern.matcher(BoundedText.of(text.substring(from)));
        String kept = matcher != null && matcher.find() ? text.substring(0, from + matcher.start()) : text;
        return kept.startsWith("\n") ? kept.substring(1) : kept;
    }

    /** Breaks a command off that does not end, so that the session can still be used and left in order. */
    private void breakOff() throws DeviceException {
        screen.clear();
        type(dialect.screen().interrupt());
        long deadline = System.nanoTime() + Duration.ofSeconds(3).toNanos();
        ScreenBuffer.Outcome outcome = await(this::atPrompt, deadline, Duration.ofSeconds(3));
        if (outcome != ScreenBuffer.Outcome.FOUND) {
            throw noPrompt(Reason.TIMED_OUT);
        }
    }

    private ScreenBuffer.Outcome await(BooleanSupplier condition, long deadline, Duration atMost)
            throws DeviceException {
        long left = Math.max(0, deadline - System.nanoTime());
        Duration wait = Duration.ofNanos(Math.min(left, atMost.toNanos()));
        try {
            return screen.await(condition, wait);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new DeviceException(Reason.SESSION_LOST, "Waiting for " + device + " was broken off.", e);
        }
    }

    void type(String keys) throws DeviceException {
        try {
            keyboard.write(keys.getBytes(StandardCharsets.UTF_8));
            keyboard.flush();
        } catch (IOException e) {
            throw login.lost(e);
        }
    }

    private DeviceException noPrompt(Reason reason) {
        return new DeviceException(
                reason, device + " showed no prompt within " + limits.command().toSeconds() + " seconds.");
    }

    private DeviceException broken(ScreenBuffer.Outcome outcome) {
        return outcome == ScreenBuffer.Outcome.OVERFLOW
                ? new DeviceException(Reason.TRANSFER_FAILED, device + " prints without an end.")
                : login.lost(null);
    }
}
