package io.safestep.drivers.netconf;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.script.Script;
import io.safestep.core.platform.access.NetconfAccess;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceAnswer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;
import io.safestep.drivers.structured.StateLines;
import io.safestep.drivers.structured.Verification;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.xml.sax.SAXException;

/**
 * A NETCONF session (RFC 6241) over SSH (RFC 6242). What the server says of a commit is not believed: running is read
 * after each. The front door of this package.
 */
public final class NetconfSession implements DeviceSession {

    private final LoggedIn login;
    private final DeviceTarget target;
    private final NetconfAccess access;
    private final RpcChannel channel;
    private final Verification verification;
    private final Datastores datastores;
    private final CommitHabits habits;
    private boolean subscribed;

    private NetconfSession(
            LoggedIn login, DeviceTarget target, NetconfAccess access, RpcChannel channel, CommitHabits habits) {
        this.login = login;
        this.target = target;
        this.access = access;
        this.channel = channel;
        this.verification = new Verification(target);
        this.datastores = new Datastores(channel, target.name(), verification);
        this.habits = habits;
    }

    /**
     * Opens the subsystem, exchanges hellos and waits until the server answers requests. The log-in stays open when that
     * fails.
     *
     * @param habits what is known of how this server commits
     */
    static NetconfSession open(
            LoggedIn login, DeviceTarget target, NetconfAccess access, TimeLimits limits, CommitHabits habits)
            throws DeviceException {
        NetconfSession session = new NetconfSession(login, target, access, RpcChannel.open(login, limits), habits);
        session.channel.awaitAnswers();
        return session;
    }

    /** Like {@link #open}, for reading alone: that the server answers shows with the first question. */
    static NetconfSession openForReads(LoggedIn login, DeviceTarget target, NetconfAccess access, TimeLimits limits)
            throws DeviceException {
        return new NetconfSession(
                login, target, access, RpcChannel.open(login, limits), new CommitHabits(access.validates()));
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
        return datastores.running();
    }

    /** Without the capability, running itself outlives a restart (RFC 6241, section 8.7.1). */
    @Override
    public boolean keepsRunning() {
        return !channel.offers("capability:startup:1.0");
    }

    @Override
    public String readStartup() throws DeviceException {
        if (keepsRunning()) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE, target.name() + " has no startup configuration beside the running one.");
        }
        return datastores.read("startup");
    }

    @Override
    public DeviceAnswer ask(String command) throws DeviceException {
        try {
            Xml.parse(command);
        } catch (SAXException e) {
            throw new DeviceException(
                    Reason.LINE_REFUSED,
                    "The command is no XML element, so that it was not sent: " + e.getMessage(),
                    e);
        }
        Element answer = channel.ask(command);
        return new DeviceAnswer(StateLines.of(answer), Xml.write(answer));
    }

    /** Takes the lock on running, which nobody else may hold meanwhile, and gives it back at once. */
    @Override
    public void proveRightToConfigure() throws DeviceException {
        try (Locks locks = new Locks(channel, target.name())) {
            locks.take("running");
        }
    }

    @Override
    public boolean hasTimer() {
        return channel.offers("capability:candidate:1.0") && channel.offers("capability:confirmed-commit:1.1");
    }

    @Override
    public int push(Script script, DeadManTimer timer, PushListener listener) throws DeviceException {
        if (!hasTimer()) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE, target.name() + " keeps no commit on trial beyond the session.");
        }
        return pushed(script, timer, listener);
    }

    /** The confirming commit puts into force whatever the candidate holds by then. */
    @Override
    public boolean confirm(DeadManTimer timer) throws DeviceException {
        try (Locks locks = new Locks(channel, target.name())) {
            locks.takeIfPossible("running");
            locks.takeIfPossible("candidate");
            datastores.refuseForeignEdits(readRunning(), "edits that came while the commit was on trial");
            return answered("<commit><persist-id>" + timer.token() + "</persist-id></commit>");
        }
    }

    @Override
    public boolean goBack(DeadManTimer timer) throws DeviceException {
        return answered("<cancel-commit><persist-id>" + timer.token() + "</persist-id></cancel-commit>");
    }

    /**
     * A server that knows no commit of this name answers with the error invalid-value (RFC 6241, sections 8.4.4.1 and
     * 8.4.5.1). Any other error says nothing about whether it waits.
     */
    private boolean answered(String operation) throws DeviceException {
        try {
            channel.call(operation);
            return true;
        } catch (RpcErrorException e) {
            if (e.error().tag().equals("invalid-value")) {
                return false;
            }
            throw e;
        }
    }

    @Override
    public int push(Script script, PushListener listener) throws DeviceException {
        return pushed(script, null, listener);
    }

    private int pushed(Script script, @Nullable DeadManTimer timer, PushListener listener) throws DeviceException {
        String edit = new ConfigEngine(target.profile().language()).xmlEdit(script);
        String before = readRunning();
        int count = script.lines().size();
        try (Locks locks = new Locks(channel, target.name())) {
            boolean candidate = channel.offers("capability:candidate:1.0");
            if (!candidate && !channel.offers("capability:writable-running:1.0")) {
                throw new DeviceException(
                        Reason.NOT_POSSIBLE, target.name() + " lets nobody edit its configuration over NETCONF.");
            }
            locks.take("running");
            if (candidate) {
                lockCandidate(locks);
            }
            for (int i = 0; i < count; i++) {
                if (!listener.before(i)) {
                    return 0;
                }
            }
            if (candidate) {
                new CandidateCommit(
                                channel,
                                target.name(),
                                access.confirmWithin(),
                                timer,
                                locks,
                                datastores,
                                verification,
                                habits)
                        .run(edit, before, script);
            } else {
                channel.call("<edit-config><target><running/></target>"
                        + (channel.offers("capability:rollback-on-error:1.0")
                                ? "<error-option>rollback-on-error</error-option>"
                                : "")
                        + edit + "</edit-config>");
                if (verification.hadNoEffect(before, readRunning(), script)) {
                    throw CandidateCommit.unchanged(target.name());
                }
            }
        }
        for (int i = 0; i < count; i++) {
            listener.after(i, "");
        }
        return count;
    }

    /** A candidate with edits that nobody has committed can't be locked (RFC 6241, section 7.5): says which they are. */
    private void lockCandidate(Locks locks) throws DeviceException {
        try {
            locks.take("candidate");
        } catch (RpcErrorException e) {
            if (e.reason() == Reason.LINE_REFUSED || e.reason() == Reason.IN_USE) {
                datastores.refuseForeignEdits(readRunning(), "edits that nobody has committed");
            }
            throw e;
        }
    }

    @Override
    public String save() throws DeviceException {
        if (keepsRunning()) {
            return target.name() + " keeps what is running; nothing was left to be saved.";
        }
        String running = readRunning();
        if (verification.same(running, datastores.read("startup"))) {
            return "Startup equals running already.";
        }
        try (Locks locks = new Locks(channel, target.name())) {
            locks.take("startup");
            channel.call("<copy-config><target><startup/></target><source><running/></source></copy-config>");
        } catch (RpcErrorException e) {
            throw e.reason() == Reason.IN_USE ? e : new DeviceException(Reason.SAVE_FAILED, e.getMessage(), e);
        }
        verification.startupWritten(readRunning(), datastores.read("startup"));
        return "Running was copied to startup, and startup read back.";
    }

    @Override
    public String restoreStartup() throws DeviceException {
        if (!access.restoresStartup() || !channel.offers("capability:startup:1.0")) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE,
                    target.name() + " can't take its startup configuration into force as a whole.");
        }
        boolean candidate = channel.offers("capability:candidate:1.0");
        try (Locks locks = new Locks(channel, target.name())) {
            locks.take("running");
            if (candidate) {
                lockCandidate(locks);
            }
            channel.call("<copy-config><target><" + (candidate ? "candidate" : "running")
                    + "/></target><source><startup/></source></copy-config>");
            if (candidate) {
                channel.call("<commit/>");
            }
        }
        return "Startup was copied into force.";
    }

    /** Subscribes to the standard stream (RFC 5277, section 2.1.1), and hears {@code netconf-config-change} (RFC 6470). */
    @Override
    public boolean awaitChange(Duration limit) throws DeviceException {
        if (!channel.offers("capability:notification:1.0")) {
            throw new DeviceException(Reason.NOT_POSSIBLE, target.name() + " sends no notifications over NETCONF.");
        }
        if (!subscribed) {
            channel.call("<create-subscription xmlns=\"urn:ietf:params:xml:ns:netconf:notification:1.0\"/>");
            subscribed = true;
        }
        return channel.awaitNotification("netconf-config-change", limit);
    }

    @Override
    public void resume() throws DeviceException {
        login.assureAnswers();
    }

    @Override
    public void close() {
        channel.closeSession();
        channel.close();
        login.session().close(true);
    }
}
