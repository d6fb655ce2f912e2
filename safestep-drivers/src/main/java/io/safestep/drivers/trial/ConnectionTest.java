package io.safestep.drivers.trial;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.discovery.Listener;
import io.safestep.drivers.trial.StageResult.Outcome;
import java.net.InetAddress;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Proves step by step that one can get into a device and work there, and changes nothing on it. The front door of this
 * package. Not to be used twice.
 */
public final class ConnectionTest {

    private static final Duration CONNECT = Duration.ofSeconds(8);

    /** A device whose answers take longer can't be changed within a window. */
    private static final Duration SLOWEST_ANSWER = Duration.ofSeconds(5);

    private static final int ROUND_TRIPS = 5;

    private final DeviceTarget target;
    private final DeviceConnector connector;
    private final Duration slowestAnswer;
    private final List<StageResult> results = new ArrayList<>();
    private @Nullable DeviceIdentity identity;
    private @Nullable String hostKey;

    public ConnectionTest(DeviceTarget target, DeviceConnector connector) {
        this(target, connector, SLOWEST_ANSWER);
    }

    /** @param slowestAnswer how long a short command may take */
    ConnectionTest(DeviceTarget target, DeviceConnector connector, Duration slowestAnswer) {
        this.target = target;
        this.connector = connector;
        this.slowestAnswer = slowestAnswer;
    }

    /** @return one result for each stage, in the order of the stages */
    public List<StageResult> run() {
        try {
            reach();
            work();
        } catch (DeviceException e) {
            failed(stageOf(e), e);
        }
        for (Stage stage : Stage.values()) {
            if (results.stream().noneMatch(r -> r.stage() == stage)) {
                results.add(new StageResult(stage, Outcome.NOT_REACHED, "Not tried.", null));
            }
        }
        results.sort((a, b) -> a.stage().compareTo(b.stage()));
        return List.copyOf(results);
    }

    /** Who the device said it is, once the test has run; empty when it did not come to that. */
    public Optional<DeviceIdentity> identity() {
        return Optional.ofNullable(identity);
    }

    /** The host key that was shown, trusted or not, in the form {@code type base64}; empty when none was shown. */
    public Optional<String> hostKey() {
        return Optional.ofNullable(hostKey);
    }

    private void reach() throws DeviceException {
        InetAddress address = Listener.resolve(target.host());
        passed(
                Stage.NAME,
                address.getHostAddress().equals(target.host())
                        ? "Reached at the address " + target.host() + "."
                        : target.host() + " is " + address.getHostAddress() + ".");
        InetAddress source = Listener.sourceFor(address, target.port());
        passed(Stage.ROUTE, "Packets go out from " + source.getHostAddress() + ".");
        Listener.at(address, target.port(), CONNECT);
        passed(Stage.PORT, "Port " + target.port() + " takes connections.");
    }

    private void work() throws DeviceException {
        try (DeviceSession session = connector.connect(target)) {
            String shown = Objects.requireNonNull(session.hostKey());
            hostKey = shown;
            String fingerprint = HostKeyFingerprint.of(shown);
            passed(
                    Stage.HOST_KEY,
                    target.pinnedHostKey() == null
                            ? "Seen for the first time: " + fingerprint + "."
                            : "The same as before: " + fingerprint + ".");
            passed(Stage.LOG_IN, target.login() + " is let in.");
            rightToConfigure(session);
            String running = readConfiguration(session);
            if (running != null) {
                transfer(session, running);
            } else {
                results.add(new StageResult(
                        Stage.TRANSFER, Outcome.NOT_REACHED, "Not tried: there is nothing to compare.", null));
            }
            roundTrip(session);
        }
    }

    private void rightToConfigure(DeviceSession session) throws DeviceException {
        try {
            session.proveRightToConfigure();
            passed(Stage.RIGHT_TO_CONFIGURE, target.login() + " may configure. Nothing was changed.");
        } catch (DeviceException e) {
            switch (e.reason()) {
                case NOT_POSSIBLE ->
                    results.add(new StageResult(Stage.RIGHT_TO_CONFIGURE, Outcome.NOT_KNOWN, e.getMessage(), null));
                case NO_RIGHT_TO_CONFIGURE, IN_USE, LINE_REFUSED -> failed(Stage.RIGHT_TO_CONFIGURE, e);
                default -> throw e;
            }
        }
    }

    /** @return null when it could not be read */
    private @Nullable String readConfiguration(DeviceSession session) throws DeviceException {
        ConfigEngine engine = new ConfigEngine(target.profile().language());
        try {
            String running = session.readRunning();
            int lines = engine.read(running).lines().size();
            if (lines == 0) {
                failed(
                        Stage.READ_CONFIGURATION,
                        target.name() + " shows an empty configuration.",
                        "Look whether the account may see all of the configuration.");
                return null;
            }
            passed(Stage.READ_CONFIGURATION, running.lines().count() + " lines, read and understood.");
            return running;
        } catch (ConfigSyntaxException e) {
            failed(
                    Stage.READ_CONFIGURATION,
                    "What it shows can't be read as a configuration, line " + e.line() + ": " + e.getMessage(),
                    "Look whether the platform profile " + target.profile().name() + " is the right one.");
        } catch (DeviceException e) {
            if (e.reason() != Reason.LINE_REFUSED
                    && e.reason() != Reason.NO_RIGHT_TO_CONFIGURE
                    && e.reason() != Reason.TRANSFER_FAILED) {
                throw e;
            }
            failed(Stage.READ_CONFIGURATION, e);
        }
        return null;
    }

    /** Read a second time, it has to arrive the same: what is cut off on the way would be taken for a removal. */
    private void transfer(DeviceSession session, String first) throws DeviceException {
        ConfigEngine engine = new ConfigEngine(target.profile().language());
        long from = System.nanoTime();
        String second = session.readRunning();
        long millis = Math.max(1, (System.nanoTime() - from) / 1_000_000);
        if (engine.withoutVolatileLines(first).equals(engine.withoutVolatileLines(second))) {
            passed(Stage.TRANSFER, second.length() + " characters in " + millis + " ms, twice the same.");
        } else {
            failed(
                    Stage.TRANSFER,
                    "Read twice, it came with " + first.lines().count() + " lines and then with "
                            + second.lines().count() + ".",
                    "Look whether somebody changes it at this moment, and whether paging or a slow line cuts it off.");
        }
    }

    private void roundTrip(DeviceSession session) throws DeviceException {
        String question = question(target.profile());
        if (question == null) {
            results.add(new StageResult(
                    Stage.ROUND_TRIP, Outcome.NOT_KNOWN, "The platform profile names no short command.", null));
            return;
        }
        long[] millis = new long[ROUND_TRIPS];
        for (int i = 0; i < ROUND_TRIPS; i++) {
            long from = System.nanoTime();
            String answer = session.read(question);
            millis[i] = (System.nanoTime() - from) / 1_000_000;
            if (i == 0 && target.profile().identity() != null) {
                identity = target.profile().identity().in(answer).orElse(null);
            }
            if (millis[i] > slowestAnswer.toMillis()) {
                failed(
                        Stage.ROUND_TRIP,
                        "A short command is answered after " + millis[i] + " ms.",
                        "At this rate a window is soon over. Look at the way to the device and at its load.");
                return;
            }
        }
        Arrays.sort(millis);
        passed(
                Stage.ROUND_TRIP,
                "A short command is answered in " + millis[ROUND_TRIPS / 2] + " ms, at most " + millis[ROUND_TRIPS - 1]
                        + " ms.");
    }

    private static @Nullable String question(PlatformProfile profile) {
        if (profile.identity() != null) {
            return profile.identity().command();
        }
        return profile.reads().stream()
                .filter(r -> r.arguments().isEmpty())
                .map(ReadCommand::command)
                .findFirst()
                .orElse(null);
    }

    private void passed(Stage stage, String words) {
        results.add(new StageResult(stage, Outcome.PASSED, words, null));
    }

    private void failed(Stage stage, @Nullable String words, String advice) {
        results.add(new StageResult(stage, Outcome.FAILED, words, advice));
    }

    private void failed(Stage stage, DeviceException e) {
        // What comes before the stage that failed was passed on the way.
        for (Stage before : Stage.values()) {
            boolean open = results.stream().noneMatch(r -> r.stage() == before);
            if (open && before.compareTo(stage) < 0 && before == Stage.HOST_KEY) {
                passed(before, "Shown, and not another one than before.");
            }
        }
        results.removeIf(r -> r.stage() == stage);
        if (e.shownHostKey() != null) {
            hostKey = e.shownHostKey();
        }
        failed(stage, e.getMessage(), Advice.on(stage, e.reason(), target));
    }

    /** The stage at which a session broke off: the reason tells it, or else how far it had come. */
    private Stage stageOf(DeviceException e) {
        Stage next = Stage.values()[Math.min(results.size(), Stage.values().length - 1)];
        return switch (e.reason()) {
            case NAME_NOT_FOUND -> Stage.NAME;
            case NO_ROUTE -> Stage.ROUTE;
            case CONNECTION_REFUSED -> Stage.PORT;
            case HOST_KEY_CHANGED -> Stage.HOST_KEY;
            case LOGIN_REFUSED -> Stage.LOG_IN;
            case PROMPT_NOT_RECOGNISED -> next.compareTo(Stage.LOG_IN) < 0 ? Stage.LOG_IN : next;
            default -> next == Stage.HOST_KEY && e.shownHostKey() != null ? Stage.LOG_IN : next;
        };
    }
}
