package io.safestep.app.check.looks;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.access.DeviceVisits;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.evaluation.Answer;
import io.safestep.core.check.evaluation.CheckEvaluation;
import io.safestep.core.check.evaluation.Observation;
import io.safestep.core.check.evaluation.StructuredPathException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.reading.LogReading;
import io.safestep.core.platform.reading.ReadCommand;
import io.safestep.drivers.DeviceAnswer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import java.io.IOException;
import java.net.ConnectException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks at what checks are about: asks devices and probes ports. Changes nothing. */
@Component
public class CheckLooks {

    private static final int PROBE_MILLIS = 3_000;

    private final DeviceAccess access;
    private final Devices devices;
    private final Platforms platforms;
    private final Clock clock;

    CheckLooks(DeviceAccess access, Devices devices, Platforms platforms, Clock clock) {
        this.access = access;
        this.devices = devices;
        this.platforms = platforms;
        this.clock = clock;
    }

    /** Hears what is said. */
    public interface Dialogue {
        void sent(String command);

        void heard(String answer);

        /** Hears what is said where another looks than the device that is changed. */
        default Dialogue elsewhere(String who) {
            return this;
        }
    }

    /**
     * What came of one look: an observation, or why there is none.
     *
     * @param observation null when it could not be looked at
     * @param unseen why not, in words; null when it could
     */
    public record Seen(
            @Nullable Observation observation, @Nullable String unseen) {}

    /** @param kept in the session that there is for the device that is changed */
    private record Visited(long deviceId, boolean kept) {}

    /** Like {@link #look(DeviceVisits, long, List, Instant, Dialogue)}, with a session of its own. */
    public List<Seen> look(long deviceId, List<CheckDefinition> checks, Instant since, Dialogue dialogue) {
        return look(access, deviceId, checks, since, dialogue);
    }

    /**
     * Looks at several checks with one session for each device that looks. A device that can't be reached leaves its checks
     * unseen; it is no failure here.
     *
     * @param own the way into the device that is changed; into others there is a session of its own, and whether one can
     *     log in is told by a new log-in
     * @param deviceId the device that is changed
     * @param since the moment from which lines of a log count, UTC
     * @return in the order of the checks
     */
    public List<Seen> look(
            DeviceVisits own, long deviceId, List<CheckDefinition> checks, Instant since, Dialogue dialogue) {
        Map<CheckDefinition, Seen> seen = new LinkedHashMap<>();
        Map<Visited, List<CheckDefinition>> visits = new LinkedHashMap<>();
        for (CheckDefinition check : checks) {
            switch (check.look().kind().looker()) {
                case SAFE_STEP -> seen.put(check, probe(check, dialogue.elsewhere("Safe Step")));
                case PERSON -> seen.put(check, new Seen(null, "a person answers this after the change"));
                case DEVICE, NEW_LOG_IN ->
                    lookingDevice(deviceId, check)
                            .ifPresentOrElse(
                                    id -> visits.computeIfAbsent(
                                                    new Visited(
                                                            id,
                                                            id == deviceId
                                                                    && check.look()
                                                                                    .kind()
                                                                                    .looker()
                                                                            == LookKind.Looker.DEVICE),
                                                    v -> new ArrayList<>())
                                            .add(check),
                                    () -> seen.put(check, lookerGone(check)));
            }
        }
        visits.forEach((v, some) -> seen.putAll(
                visit(v.kept() ? own : access, v.deviceId(), v.deviceId() != deviceId, some, since, dialogue)));
        return checks.stream().map(seen::get).toList();
    }

    /** Empty when the device that was to look has been removed since. */
    private Optional<Long> lookingDevice(long deviceId, CheckDefinition check) {
        String from = check.look().from();
        return from == null ? Optional.of(deviceId) : devices.known(from).map(Device::id);
    }

    private static Seen lookerGone(CheckDefinition check) {
        return new Seen(
                null,
                "The device " + check.look().from() + ", from which this is looked at, is not in Safe Step any more.");
    }

    private Map<CheckDefinition, Seen> visit(
            DeviceVisits visits,
            long deviceId,
            boolean isOther,
            List<CheckDefinition> checks,
            Instant since,
            Dialogue dialogue) {
        Map<CheckDefinition, Seen> seen = new LinkedHashMap<>();
        try {
            visits.visit(deviceId, (device, session) -> {
                Dialogue heard = isOther ? dialogue.elsewhere(device.name()) : dialogue;
                for (CheckDefinition check : checks) {
                    seen.put(check, look(check, device, session, since, heard));
                }
                return seen;
            });
        } catch (DeviceException e) {
            checks.forEach(check -> seen.putIfAbsent(check, new Seen(null, e.getMessage())));
        }
        return seen;
    }

    private Seen look(CheckDefinition check, Device device, DeviceSession session, Instant since, Dialogue dialogue)
            throws DeviceException {
        try {
            return new Seen(
                    CheckEvaluation.observe(
                            check,
                            switch (check.look().kind()) {
                                case READ -> read(check.look(), device, session, dialogue);
                                case LOG -> log(device, session, since, dialogue);
                                case SAVED -> saved(device, session);
                                case REACHABLE -> said("log-in", "works");
                                case TCP, CONFIRM -> throw new IllegalStateException("No device is asked for this.");
                            }),
                    null);
        } catch (StructuredPathException | ConfigSyntaxException e) {
            return new Seen(null, e.getMessage());
        } catch (DeviceException e) {
            // A device that does not take this question can answer all others.
            if (e.reason() != Reason.LINE_REFUSED && e.reason() != Reason.NOT_POSSIBLE) {
                throw e;
            }
            return new Seen(null, e.getMessage());
        }
    }

    private Answer read(Look look, Device device, DeviceSession session, Dialogue dialogue) throws DeviceException {
        PlatformProfile profile = platforms.profile(device.platform());
        ReadCommand read = profile.read(look.read())
                .orElseThrow(() -> new DeviceException(
                        Reason.NOT_POSSIBLE,
                        "The platform " + profile.name() + " has no read command " + look.read() + "."));
        String command = read.commandFor(look.arguments());
        DeviceAnswer answer;
        try {
            answer = asked(command, () -> session.ask(read, look.arguments()), dialogue);
        } catch (DeviceException e) {
            if (!read.optional() || e.reason() != Reason.LINE_REFUSED) {
                throw e;
            }
            dialogue.heard(e.getMessage());
            return new Answer(e.getMessage(), null, List.of());
        }
        return new Answer(
                answer.text(),
                answer.data(),
                read.rows(answer.text()).stream()
                        .map(row -> row.key() + "\t" + row.value())
                        .toList());
    }

    private Answer log(Device device, DeviceSession session, Instant since, Dialogue dialogue) throws DeviceException {
        LogReading log = platforms.profile(device.platform()).log();
        if (log == null) {
            throw new DeviceException(Reason.NOT_POSSIBLE, "The platform of " + device.name() + " tells no log.");
        }
        DeviceAnswer answer = asked(log.command(), () -> session.ask(log.command()), dialogue);
        List<String> lines = log.since(answer.text(), since, clock.instant());
        return new Answer(String.join("\n", lines), null, lines);
    }

    private Answer saved(Device device, DeviceSession session) throws DeviceException {
        if (session.keepsRunning()) {
            return said("startup", "saved");
        }
        ConfigEngine engine = platforms.engine(device.platform());
        int places = engine.compare(engine.read(session.readStartup()), engine.read(session.readRunning()))
                .size();
        return places == 0
                ? said("startup", "saved")
                : said("startup", "differs from running in " + places + (places == 1 ? " place" : " places"));
    }

    private static DeviceAnswer asked(String command, Asking asking, Dialogue dialogue) throws DeviceException {
        dialogue.sent(command);
        DeviceAnswer answer = asking.ask();
        dialogue.heard(answer.text());
        return answer;
    }

    private interface Asking {
        DeviceAnswer ask() throws DeviceException;
    }

    private static Answer said(String what, String how) {
        return new Answer(what + " " + how, null, List.of(what + "\t" + how));
    }

    private static String argument(CheckDefinition check, String name) {
        return Objects.requireNonNull(check.look().arguments().get(name), name);
    }

    private Seen probe(CheckDefinition check, Dialogue dialogue) {
        String address = argument(check, "address");
        int port = Integer.parseInt(argument(check, "port"));
        dialogue.sent("TCP connection to " + address + " port " + port);
        String how;
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(access.reached(address), port), PROBE_MILLIS);
            how = "answers";
        } catch (ConnectException e) {
            how = "refused";
        } catch (IOException e) {
            how = "no answer within " + PROBE_MILLIS / 1_000 + " s";
        }
        dialogue.heard(how);
        return new Seen(CheckEvaluation.observe(check, said(address + " port " + port, how)), null);
    }
}
