package io.safestep.app.backup;

import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.backup.stored.DeviceText;
import io.safestep.app.backup.stored.NewestVersion;
import io.safestep.app.settings.Network;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.digest.Sha256;
import io.safestep.core.drift.Saved;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.reading.FileReading;
import io.safestep.core.platform.reading.LogInReading;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Reads a device in an open session. A text that is not whole, or that changed while it was read, never counts: what is
 * not the same as what was stored last has to be shown twice, and where the platform has a change marker, it has to be the
 * same before and after.
 */
@Component
class DeviceReading {

    private static final int ATTEMPTS = 3;
    private static final Duration WRONG_CLOCK = Duration.ofMinutes(1);
    private static final int MOST_NAMED = 5;

    /** With the zone by name: the text is kept for years, and goes into files. */
    private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm zzz", Locale.ENGLISH);

    private final Clock clock;
    private final Network network;

    DeviceReading(Clock clock, Network network) {
        this.clock = clock;
        this.network = network;
    }

    /**
     * All that was read.
     *
     * @param marker what the device says as long as nothing has changed; null when it says nothing of the kind
     * @param loggedIn who is known to have been logged in, in words; empty when nobody was looked for, or nobody is known
     * @param saved whether running and startup are the same
     */
    record Read(
            DeviceText running,
            @Nullable DeviceText startup,
            List<DeviceText> files,
            @Nullable String marker,
            String loggedIn,
            Saved saved) {

        List<DeviceText> all() {
            List<DeviceText> all = new ArrayList<>();
            if (startup != null) {
                all.add(startup);
            }
            all.add(running);
            all.addAll(files);
            return all;
        }
    }

    /** What a device showed, and whether it is the same as what was stored last. */
    private record Shown(DeviceText text, boolean known) {}

    /**
     * @param newest what was stored last of the device
     */
    Read whole(
            DeviceSession session,
            String device,
            PlatformProfile profile,
            ConfigEngine engine,
            List<NewestVersion> newest)
            throws DeviceException {
        for (int attempt = 1; attempt <= ATTEMPTS; attempt++) {
            String before = marker(session, profile);
            Shown running = shown(device, BackupKind.RUNNING, session.readRunning(), engine, newest);
            boolean whole = isShownAgain(session, device, running);
            Shown startup = startup(session, device, engine, newest);
            whole = whole && (startup == null || isShownAgain(session, device, startup));
            if (whole && Objects.equals(before, marker(session, profile))) {
                return new Read(
                        running.text(),
                        startup == null ? null : startup.text(),
                        files(session, profile),
                        before,
                        running.known() ? "" : loggedIn(session, profile),
                        startup == null
                                ? Saved.NOT_KNOWN
                                : Saved.unless(
                                        !running.text().isSameAs(startup.text().text())));
            }
        }
        throw new DeviceException(
                Reason.TRANSFER_FAILED,
                device + " showed something else each time that it was read, " + ATTEMPTS
                        + " times. Either somebody works on it, or it does not show all that it holds. Try again later.");
    }

    /** What was shown before needs no proof; anything else has to be shown twice. */
    private static boolean isShownAgain(DeviceSession session, String device, Shown first) throws DeviceException {
        if (first.known()) {
            return true;
        }
        DeviceText text = first.text();
        String again = text.kind() == BackupKind.RUNNING ? session.readRunning() : session.readStartup();
        String kept = text.engine().withoutVolatileLines(again);
        if (kept.equals(text.text())) {
            return true;
        }
        refuseUnreadable(device, kept, text.engine());
        return text.isSameAs(kept);
    }

    /** Null when the platform has no marker, or the device does not answer to it. */
    @Nullable
    String marker(DeviceSession session, PlatformProfile profile) throws DeviceException {
        if (!profile.changes().hasMarker()) {
            return null;
        }
        StringBuilder marker = new StringBuilder();
        try {
            for (String command : profile.changes().marker()) {
                String answer = session.read(command).strip();
                if (answer.isEmpty()) {
                    return null;
                }
                marker.append(answer).append('\n');
            }
        } catch (DeviceException e) {
            if (e.reason() == Reason.LINE_REFUSED || e.reason() == Reason.NOT_POSSIBLE) {
                return null;
            }
            throw e;
        }
        // As a hash, it has the same length whatever a device answers.
        return Sha256.hex(marker.toString());
    }

    private @Nullable Shown startup(
            DeviceSession session, String device, ConfigEngine engine, List<NewestVersion> newest)
            throws DeviceException {
        try {
            return shown(device, BackupKind.STARTUP, session.readStartup(), engine, newest);
        } catch (DeviceException e) {
            // A device that can't show its startup configuration, or has none, is backed up without it.
            if (e.reason() != Reason.NOT_POSSIBLE) {
                throw e;
            }
            return null;
        }
    }

    /** What is the very text that was stored last was looked at then. */
    private static Shown shown(
            String device, BackupKind kind, String answer, ConfigEngine engine, List<NewestVersion> newest)
            throws DeviceException {
        DeviceText text = new DeviceText(kind, null, engine.withoutVolatileLines(answer), engine);
        NewestVersion last =
                newest.stream().filter(n -> n.isOf(kind, null)).findFirst().orElse(null);
        if (last != null && last.hash().equals(ConfigContents.hash(text.text()))) {
            return new Shown(text, true);
        }
        refuseUnreadable(device, text.text(), engine);
        return new Shown(text, last != null && text.isSameAs(last.text()));
    }

    private static void refuseUnreadable(String device, String text, ConfigEngine engine) throws DeviceException {
        try {
            engine.readShown(text);
        } catch (ConfigSyntaxException e) {
            throw new DeviceException(
                    Reason.SESSION_LOST,
                    device + " showed a configuration that can't be read, line " + e.line() + ": " + e.getMessage(),
                    e);
        }
    }

    private static List<DeviceText> files(DeviceSession session, PlatformProfile profile) throws DeviceException {
        List<DeviceText> files = new ArrayList<>();
        for (FileReading file : profile.files()) {
            try {
                String text = session.read(file.command()).replace("\r", "").strip() + "\n";
                files.add(new DeviceText(BackupKind.FILE, file.name(), text, ConfigEngine.ofPlainText()));
            } catch (DeviceException e) {
                // Not every box of a platform has every file.
                if (e.reason() != Reason.LINE_REFUSED && e.reason() != Reason.NOT_POSSIBLE) {
                    throw e;
                }
            }
        }
        return files;
    }

    private String loggedIn(DeviceSession session, PlatformProfile profile) throws DeviceException {
        LogInReading logIns = profile.changes().logIns();
        if (logIns == null) {
            return "";
        }
        try {
            Instant now = clock.instant();
            String own = session.account();
            LogInReading.Answer answer = logIns.in(session.read(logIns.command()), now);
            String people = answer.logIns().stream()
                    .filter(l -> !l.account().equals(own))
                    .limit(MOST_NAMED)
                    .map(l -> l.account() + (l.from() == null ? "" : " from " + l.from()) + " at "
                            + MINUTE.withZone(network.zone()).format(l.at()))
                    .collect(Collectors.joining("; "));
            return people.isEmpty() ? people : people + clockWords(answer.behind());
        } catch (DeviceException e) {
            // Who was there is good to know; the backup does not depend on it.
            if (e.reason() == Reason.LINE_REFUSED || e.reason() == Reason.NOT_POSSIBLE) {
                return "";
            }
            throw e;
        }
    }

    private static String clockWords(Duration behind) {
        return behind.abs().compareTo(WRONG_CLOCK) < 0
                ? ""
                : "; the clock of the device is " + (behind.abs().toSeconds() + 30) / 60 + " min "
                        + (behind.isNegative() ? "ahead" : "behind") + ", which is allowed for here";
    }
}
