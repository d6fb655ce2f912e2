package io.safestep.drivers.cli;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.platform.access.CommandLine;
import io.safestep.core.platform.access.DeadManCommands;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.core.platform.text.BoundedText;
import io.safestep.core.platform.text.BoundedText.EndlessPatternException;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceAnswer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.sshd.client.channel.ChannelShell;
import org.jspecify.annotations.Nullable;

/** A conversation with the command line of a device in an interactive shell. The front door of this package. */
public final class CliSession implements DeviceSession {

    /** Wide enough that a device that follows the terminal's width folds no command. */
    private static final int COLUMNS = 2_000;

    /** So many lines at each end of a long answer may tell that it is none. */
    private static final int EDGE_LINES = 20;

    private final LoggedIn login;
    private final ChannelShell shell;
    private final DeviceTarget target;
    private final CommandLine dialect;
    private final Terminal terminal;

    private CliSession(
            LoggedIn login, ChannelShell shell, DeviceTarget target, CommandLine dialect, Terminal terminal) {
        this.login = login;
        this.shell = shell;
        this.target = target;
        this.dialect = dialect;
        this.terminal = terminal;
    }

    /** Opens a shell and waits for its first prompt. The log-in stays open when it does not come. */
    static CliSession open(LoggedIn login, DeviceTarget target, CommandLine dialect, TimeLimits limits)
            throws DeviceException {
        CliSession session = openForReads(login, target, dialect, limits);
        boolean opened = false;
        try {
            session.switchPagingOff();
            opened = true;
            return session;
        } finally {
            if (!opened) {
                session.shell.close(true);
            }
        }
    }

    /** Like {@link #open}, for short answers: nothing is sent yet, and a device that shows pages has them turned. */
    static CliSession openForReads(LoggedIn login, DeviceTarget target, CommandLine dialect, TimeLimits limits)
            throws DeviceException {
        ChannelShell shell = null;
        boolean opened = false;
        try {
            shell = login.session().createShellChannel();
            ScreenBuffer screen = new ScreenBuffer();
            shell.setOut(screen);
            shell.setErr(screen);
            shell.setPtyColumns(COLUMNS);
            shell.open().verify(limits.command());
            shell.addCloseFutureListener(closed -> screen.close());
            Terminal terminal = new Terminal(login, dialect, shell.getInvertedIn(), screen, limits);
            terminal.awaitFirstPrompt();
            opened = true;
            return new CliSession(login, shell, target, dialect, terminal);
        } catch (IOException e) {
            throw new DeviceException(Reason.SESSION_LOST, target.name() + " opens no command line.", e);
        } finally {
            if (!opened && shell != null) {
                shell.close(true);
            }
        }
    }

    private void switchPagingOff() throws DeviceException {
        if (dialect.screen().pagingOff() != null) {
            // A device that refuses shows its pages, and they are turned.
            terminal.command(dialect.screen().pagingOff());
        }
    }

    @Override
    public String hostKey() {
        return login.hostKey();
    }

    @Override
    public String account() {
        return target.login();
    }

    @Override
    public String readRunning() throws DeviceException {
        return read(dialect.datastores().readRunning());
    }

    @Override
    public String readStartup() throws DeviceException {
        if (dialect.datastores().readStartup() == null) {
            throw new DeviceException(Reason.NOT_POSSIBLE, target.name() + " can't show its startup configuration.");
        }
        return read(dialect.datastores().readStartup());
    }

    @Override
    public DeviceAnswer ask(String command) throws DeviceException {
        return ask(command, null);
    }

    @Override
    public DeviceAnswer ask(ReadCommand read, Map<String, String> values) throws DeviceException {
        return ask(read.commandFor(values), read.interruption());
    }

    private DeviceAnswer ask(String command, ReadCommand.@Nullable Interruption interruption) throws DeviceException {
        String answer = terminal.command(command, interruption);
        refuseErrors(answer, Reason.LINE_REFUSED);
        return new DeviceAnswer(answer, null);
    }

    @Override
    public String save() throws DeviceException {
        String answer = terminal.command(dialect.datastores().save());
        if (!matches(dialect.datastores().saved(), answer)) {
            throw new DeviceException(
                    Reason.SAVE_FAILED,
                    target.name() + " did not write its startup configuration: "
                            + (answer.isBlank() ? "it said nothing." : answer.strip()));
        }
        return answer.strip();
    }

    @Override
    public String restoreStartup() throws DeviceException {
        if (!dialect.restoresStartup()) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE,
                    target.name() + " can't take its startup configuration into force as a whole.");
        }
        String answer =
                terminal.command(Objects.requireNonNull(dialect.datastores().restore()));
        if (!matches(Objects.requireNonNull(dialect.datastores().restored()), answer)) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED,
                    target.name() + " did not take its startup configuration into force: "
                            + (answer.isBlank() ? "it said nothing." : answer.strip()));
        }
        return answer.strip();
    }

    @Override
    public void proveRightToConfigure() throws DeviceException {
        refuseErrors(terminal.command(dialect.moves().configure()), Reason.NO_RIGHT_TO_CONFIGURE);
        leaveConfiguration();
    }

    @Override
    public boolean hasTimer() {
        return dialect.timer() != null;
    }

    private DeadManCommands timerCommands() throws DeviceException {
        if (dialect.timer() == null) {
            throw new DeviceException(Reason.NOT_POSSIBLE, target.name() + " has no timer.");
        }
        return dialect.timer();
    }

    @Override
    public int push(Script script, DeadManTimer timer, PushListener listener) throws DeviceException {
        DeadManCommands commands = timerCommands();
        String answer = terminal.command(commands.startFor(timer.within().toSeconds()));
        if (!matches(commands.started(), answer)) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED,
                    target.name() + " did not start its timer, so that nothing was sent: "
                            + (answer.isBlank() ? "it said nothing." : answer.strip()));
        }
        return push(script, listener);
    }

    @Override
    public boolean confirm(DeadManTimer timer) throws DeviceException {
        DeadManCommands commands = timerCommands();
        return matches(commands.confirmed(), terminal.command(commands.confirm()));
    }

    @Override
    public boolean goBack(DeadManTimer timer) throws DeviceException {
        DeadManCommands commands = timerCommands();
        return matches(commands.wentBack(), terminal.command(commands.goBack()));
    }

    @Override
    public int push(Script script, PushListener listener) throws DeviceException {
        refuseErrors(terminal.command(dialect.moves().configure()), Reason.NO_RIGHT_TO_CONFIGURE);
        int taken = 0;
        try {
            Deque<LineMeaning> entered = new ArrayDeque<>();
            for (ScriptLine line : script.lines()) {
                if (!listener.before(taken)) {
                    break;
                }
                while (!line.verbatim() && entered.size() > line.depth()) {
                    LineMeaning left = entered.pop();
                    String leave = left.end() == null ? dialect.moves().leaveBlock() : left.end();
                    refuseErrors(terminal.command(leave), Reason.LINE_REFUSED);
                }
                String answer = terminal.command(line.text()).strip();
                listener.after(taken, answer);
                refuseErrors(answer, Reason.LINE_REFUSED);
                taken++;
                if (!line.verbatim()) {
                    enter(line.text(), entered);
                }
            }
        } finally {
            leaveConfiguration();
        }
        return taken;
    }

    /** Keeps count of the blocks that the device has entered because of a line. */
    private void enter(String line, Deque<LineMeaning> entered) {
        Language language = target.profile().language();
        String block = entered.isEmpty() ? "" : entered.peek().blockBeneath();
        if (!language.isRemoval(block, line)) {
            LineMeaning meaning = language.meaning(block, line);
            if (meaning.opensBlock()) {
                entered.push(meaning);
            }
        }
    }

    private void leaveConfiguration() throws DeviceException {
        if (shell.isOpen()) {
            terminal.command(dialect.moves().leaveConfigure());
        }
    }

    private boolean matches(Pattern pattern, String answer) throws DeviceException {
        try {
            return pattern.matcher(BoundedText.of(answer)).find();
        } catch (EndlessPatternException e) {
            throw terminal.endlessPattern(e);
        }
    }

    private void refuseErrors(String answer, Reason reason) throws DeviceException {
        Optional<String> refusal;
        try {
            refusal = refusal(answer);
        } catch (EndlessPatternException e) {
            throw terminal.endlessPattern(e);
        }
        if (refusal.isPresent()) {
            throw new DeviceException(reason, target.name() + " answered: " + refusal.get());
        }
    }

    private Optional<String> refusal(String answer) {
        String looked = edges(answer);
        for (Pattern note : dialect.notes()) {
            looked = note.matcher(BoundedText.of(looked)).replaceAll("");
        }
        for (Pattern error : dialect.errors()) {
            Matcher matcher = error.matcher(BoundedText.of(looked));
            if (matcher.find()) {
                return Optional.of(matcher.group().strip());
            }
        }
        return Optional.empty();
    }

    /**
     * Where a device says that it refuses: at the beginning, or in place of what would have followed. What stands in the
     * middle of a long answer is a text in a configuration.
     */
    private static String edges(String answer) {
        int head = 0;
        for (int i = 0; i < EDGE_LINES && head >= 0; i++) {
            head = answer.indexOf('\n', head + 1);
        }
        int tail = answer.length();
        for (int i = 0; i < EDGE_LINES && tail >= 0; i++) {
            tail = answer.lastIndexOf('\n', tail - 1);
        }
        return head < 0 || tail <= head ? answer : answer.substring(0, head) + answer.substring(tail);
    }

    @Override
    public void resume() throws DeviceException {
        login.assureAnswers();
    }

    @Override
    public void close() {
        shell.close(true);
        login.session().close(true);
    }
}
