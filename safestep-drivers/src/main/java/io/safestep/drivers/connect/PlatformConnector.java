package io.safestep.drivers.connect;

import io.safestep.core.config.script.Script;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceAnswer;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.family.AccessFamily;
import io.safestep.drivers.ssh.SshLogin;
import io.safestep.drivers.ssh.SshLogin.LoggedIn;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Opens sessions in the way that a device's platform profile says, within bounds. */
public final class PlatformConnector implements DeviceConnector {

    private final TimeLimits usual;
    private final ConcurrencyBounds bounds;
    private final SshLogin ssh;
    private final AccessFamilies families = new AccessFamilies();

    public PlatformConnector(TimeLimits limits) {
        this(limits, ConcurrencyBounds.usual());
    }

    public PlatformConnector(TimeLimits limits, ConcurrencyBounds bounds) {
        this.usual = limits;
        this.bounds = bounds;
        this.ssh = new SshLogin(limits);
    }

    @Override
    public DeviceSession connect(DeviceTarget target) throws DeviceException {
        return connect(target, false);
    }

    @Override
    public DeviceSession connectToRead(DeviceTarget target) throws DeviceException {
        return connect(target, true);
    }

    private DeviceSession connect(DeviceTarget target, boolean toRead) throws DeviceException {
        ConcurrencyBounds.Place place = bounds.take(target);
        boolean opened = false;
        try {
            DeviceSession session = new BoundedSession(open(target, toRead), place);
            opened = true;
            return session;
        } finally {
            if (!opened) {
                place.giveBack();
            }
        }
    }

    private DeviceSession open(DeviceTarget target, boolean toRead) throws DeviceException {
        TimeLimits limits = target.limitsOr(usual);
        List<LoggedIn> logIns = new ArrayList<>();
        AccessFamily.SshDoor door = () -> {
            LoggedIn login = ssh.logIn(target);
            logIns.add(login);
            return login;
        };
        boolean opened = false;
        try {
            DeviceSession session =
                    toRead ? families.openForReads(target, limits, door) : families.open(target, limits, door);
            opened = true;
            return session;
        } finally {
            if (!opened) {
                logIns.forEach(login -> login.session().close(true));
            }
        }
    }

    @Override
    public void close() {
        ssh.close();
    }

    /** A session that gives its place back while it rests and when it is closed. */
    private record BoundedSession(DeviceSession session, ConcurrencyBounds.Place place) implements DeviceSession {
        @Override
        public @Nullable String hostKey() {
            return session.hostKey();
        }

        @Override
        public String account() {
            return session.account();
        }

        @Override
        public String readRunning() throws DeviceException {
            return session.readRunning();
        }

        @Override
        public String readStartup() throws DeviceException {
            return session.readStartup();
        }

        @Override
        public boolean keepsRunning() {
            return session.keepsRunning();
        }

        @Override
        public DeviceAnswer ask(String command) throws DeviceException {
            return session.ask(command);
        }

        @Override
        public DeviceAnswer ask(ReadCommand read, Map<String, String> values) throws DeviceException {
            return session.ask(read, values);
        }

        @Override
        public void proveRightToConfigure() throws DeviceException {
            session.proveRightToConfigure();
        }

        @Override
        public int push(Script script, PushListener listener) throws DeviceException {
            return session.push(script, listener);
        }

        @Override
        public String save() throws DeviceException {
            return session.save();
        }

        @Override
        public String restoreStartup() throws DeviceException {
            return session.restoreStartup();
        }

        @Override
        public boolean hasTimer() {
            return session.hasTimer();
        }

        @Override
        public int push(Script script, DeadManTimer timer, PushListener listener) throws DeviceException {
            return session.push(script, timer, listener);
        }

        @Override
        public boolean confirm(DeadManTimer timer) throws DeviceException {
            return session.confirm(timer);
        }

        @Override
        public boolean goBack(DeadManTimer timer) throws DeviceException {
            return session.goBack(timer);
        }

        @Override
        public boolean awaitChange(Duration limit) throws DeviceException {
            return session.awaitChange(limit);
        }

        @Override
        public void rest() {
            session.rest();
            place.giveBack();
        }

        @Override
        public void resume() throws DeviceException {
            place.take();
            session.resume();
        }

        @Override
        public void close() {
            try {
                session.close();
            } finally {
                place.giveBack();
            }
        }
    }
}
