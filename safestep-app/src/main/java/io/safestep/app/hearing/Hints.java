package io.safestep.app.hearing;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.job.Jobs;
import io.safestep.app.platform.Platforms;
import io.safestep.app.run.events.RunTurnedBack;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Hints that a device was changed. It is looked at a few seconds later, and once, however many hints there were until then:
 * who types line by line makes a hint with each of them.
 */
@Component
class Hints {

    static final Duration QUIET = Duration.ofSeconds(2);

    /** The header of a message (RFC 5424, section 6): priority, version, time, host name. */
    private static final Pattern HEADER = Pattern.compile("^<\\d{1,3}>1 \\S+ (?<host>\\S{1,255}) ");

    private final Devices devices;
    private final DeviceAccess access;
    private final Platforms platforms;
    private final Jobs jobs;
    private final Clock clock;

    Hints(Devices devices, DeviceAccess access, Platforms platforms, Jobs jobs, Clock clock) {
        this.devices = devices;
        this.access = access;
        this.platforms = platforms;
        this.jobs = jobs;
        this.clock = clock;
    }

    /**
     * @param from the address from which a log message came
     * @param message as it came
     */
    void heard(String from, String message) {
        candidates(from, message).stream()
                .filter(d -> platforms.has(d.platform()))
                .filter(d -> platforms.profile(d.platform()).changes().tells(message))
                .forEach(d -> heardFrom(d.name()));
    }

    /** A run that was undone leaves no backup of its own of what devices hold now. */
    @EventListener
    void on(RunTurnedBack run) {
        run.devices().forEach(this::heardFrom);
    }

    /** A device has said in a session that it was changed. */
    void heardFrom(String device) {
        jobs.scheduleAnew(LookJob.NAME, device, clock.instant().plus(QUIET));
    }

    /**
     * Who may have sent it. One that came by way of another machine tells in its header. Where several devices share an
     * address and the header names none of them, it may have been each: to look once too often changes nothing.
     */
    private List<Device> candidates(String from, String message) {
        List<Device> senders = devices.at(access.original(from));
        if (senders.size() == 1) {
            return senders;
        }
        Matcher header = HEADER.matcher(message);
        Optional<Device> named = header.find() ? devices.known(header.group("host")) : Optional.empty();
        return named.filter(d -> senders.isEmpty() || senders.stream().anyMatch(s -> s.id().equals(d.id())))
                .map(List::of)
                .orElse(senders);
    }
}
