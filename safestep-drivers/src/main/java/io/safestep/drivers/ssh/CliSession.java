package io.safestep.drivers.ssh;

import io.safestep.core.config.Script;
import io.safestep.core.config.ScriptLine;
import io.safestep.core.platform.CommandLine;
import io.safestep.core.platform.Language;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.sshd.client.channel.ChannelShell;
import org.apache.sshd.client.session.ClientSession;

/** A conversation with the command line of a device in an interactive shell. */
final class CliSession implements DeviceSession {

    /** Wide enough that no device folds the echo of a command. */
    private static final int COLUMNS = 2_000;

    private static final int MOST_PAGES = 100_000;

    private final ClientSession session;
    private final ChannelShell shell;
    private final OutputStream keyboard;
    private final ScreenBuffer screen;
    private final DeviceTarget target;
    private final CommandLine dialect;
    private final String hostKey;
    private final Duration limit;

    private CliSession(
            ClientSession session,
            ChannelShell shell,
            ScreenBuffer screen,
            DeviceTarget target,
            String hostKey,
            Duration limit) {
        this.session = session;
        this.shell = shell;
        this.keyboard = shell.getInvertedIn();
        this.screen = screen;
        this.target = target;
        this.dialect = (CommandLine) target.profile().access();
        this.hostKey = hostKey;
        this.limit = limit;
    }

    static CliSession open(ClientSession session, DeviceTarget target, String hostKey, Duration limit)
            throws IOException, DeviceException {
        ChannelShell shell = session.createShellChannel();
        ScreenBuffer screen = new ScreenBuffer();
        shell.setOut(screen);
        shell.setErr(screen);
        shell.setPtyColumns(COLUMNS);
        shell.open().verify(limit);
        CliSession cli = new CliSession(session, shell, screen, target, hostKey, limit);
        shell.addCloseFutureListener(closed -> screen.close());
        cli.awaitPrompt(false);
        cli.refuseErrors(cli.command(cli.dialect.pagingOff()));
        return cli;
    }

    @Override
    public String hostKey() {
        return hostKey;
    }

    @Override
    public String readRunning() throws DeviceException {
        return read(dialect.readRunning());
    }

    @Override
    public String readStartup() throws DeviceException {
        return read(dialect.readStartup());
    }

    @Override
    public String read(String command) throws DeviceException {
        String answer = command(command);
        refuseErrors(answer);
        return answer;
    }

    @Override
    public String save() throws DeviceException {
        String answer = command(dialect.save());
        if (!dialect.saved().matcher(answer).find()) {
            throw new DeviceException(
                    Reason.SAVE_FAILED,
                    target.name() + " did not write its startup configuration: "
                            + (answer.isBlank() ? "it said nothing." : answer.strip()));
        }
        return answer.strip();
    }

    @Override
    public int push(Script script, PushListener listener) throws DeviceException {
        refuseErrors(command(dialect.configure()));
        int taken = 0;
        try {
            Deque<String> entered = new ArrayDeque<>();
            for (ScriptLine line : script.lines()) {
                if (!listener.before(taken)) {
                    break;
                }
                while (entered.size() > line.depth()) {
                    refuseErrors(command(dialect.leaveBlock()));
                    entered.pop();
                }
                String answer = command(line.text()).strip();
                listener.after(taken, answer);
                refuseErrors(answer);
                taken++;
                enter(line.text(), entered);
            }
        } finally {
            leaveConfiguration();
        }
        return taken;
    }

    /** Keeps count of the blocks that the device has entered because of a line. */
    private void enter(String line, Deque<String> entered) {
        Language language = target.profile().language();
        String block = entered.isEmpty() ? "" : entered.peek();
        if (!language.isRemoval(line) && language.opensBlock(block, line)) {
            entered.push(language.blockOf(block, line));
        }
    }

    private void leaveConfiguration() throws DeviceException {
        if (shell.isOpen()) {
            command(dialect.leaveConfigure());
        }
    }

    private void refuseErrors(String answer) throws DeviceException {
        Optional<String> refusal = refusal(answer);
        if (refusal.isPresent()) {
            throw new DeviceException(Reason.LINE_REFUSED, target.name() + " answered: " + refusal.get());
        }
    }

    private Optional<String> refusal(String answer) {
        for (Pattern error : dialect.errors()) {
            Matcher matcher = error.matcher(answer);
            if (matcher.find()) {
                return Optional.of(matcher.group().strip());
            }
        }
        return Optional.empty();
    }

    /** Types one command and gives back what the device says, without echo and prompt. */
    private String command(String text) throws DeviceException {
        screen.clear();
        type(text + "\r");
        return awaitPrompt(true);
    }

    private void type(String keys) throws DeviceException {
        try {
            keyboard.write(keys.getBytes(StandardCharsets.UTF_8));
            keyboard.flush();
        } catch (IOException e) {
            throw new DeviceException(Reason.SESSION_LOST, "The session with " + target.name() + " broke off.", e);
        }
    }

    /** Waits for the prompt, asking for more at every page. With an echo, only what comes after its line counts. */
    private String awaitPrompt(boolean echoed) throws DeviceException {
        StringBuilder pages = new StringBuilder();
        for (int page = 0; page < MOST_PAGES; page++) {
            boolean echoExpected = echoed && page == 0;
            ScreenBuffer.Outcome outcome;
            try {
                outcome = screen.await(
                        text -> ends(dialect.prompt(), body(text, echoExpected))
                                || ends(dialect.pager(), body(text, echoExpected)),
                        limit);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new DeviceException(Reason.SESSION_LOST, "Waiting for " + target.name() + " was broken off.", e);
            }
            String body = body(screen.text(), echoExpected);
            switch (outcome) {
                case FOUND -> {}
                case CLOSED ->
                    throw new DeviceException(
                            Reason.SESSION_LOST, target.name() + " ended the session in mid-sentence.");
                case OVERFLOW ->
                    throw new DeviceException(Reason.PROMPT_NOT_RECOGNISED, target.name() + " prints without an end.");
                default ->
                    throw new DeviceException(
                            echoed ? Reason.TIMED_OUT : Reason.PROMPT_NOT_RECOGNISED,
                            target.name() + " showed no prompt within " + limit.toSeconds() + " seconds.");
            }
            if (ends(dialect.prompt(), body)) {
                pages.append(without(dialect.prompt(), body));
                return pages.toString().stripTrailing();
            }
            pages.append(without(dialect.pager(), body)).append('\n');
            screen.clear();
            type(dialect.pagerKey());
        }
        throw new DeviceException(Reason.PROMPT_NOT_RECOGNISED, target.name() + " shows pages without an end.");
    }

    private static String body(String text, boolean echoed) {
        if (!echoed) {
            return text;
        }
        // The line feed stays, so that a prompt at the start of the next line is recognised as such.
        int end = text.indexOf('\n');
        return end < 0 ? "" : text.substring(end);
    }

    private static boolean ends(Pattern pattern, String text) {
        // Only the end is looked at: an output of many thousand lines is not searched from its start each time.
        String tail = text.substring(Math.max(0, text.length() - 300));
        return pattern.matcher(tail).find();
    }

    private static String without(Pattern pattern, String text) {
        int from = Math.max(0, text.length() - 300);
        Matcher matcher = pattern.matcher(text.substring(from));
        String kept = matcher.find() ? text.substring(0, from + matcher.start()) : text;
        return kept.startsWith("\n") ? kept.substring(1) : kept;
    }

    @Override
    public void close() {
        shell.close(true);
        session.close(true);
    }
}
