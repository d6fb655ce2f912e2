package io.safestep.app.change.content;

import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.core.check.SessionTimers;
import io.safestep.core.check.SessionTimers.Stay;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.platform.reading.ReadCommand;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** For how long the checks of a change have to stay right, by the timers of its devices. */
@Component
class CheckStays {

    private final Platforms platforms;
    private final Devices devices;
    private final Duration longest;

    /** @param longest no check stays longer by itself, whatever a timer says */
    CheckStays(Platforms platforms, Devices devices, @Value("${safestep.run.longest-stay:10m}") Duration longest) {
        this.platforms = platforms;
        this.devices = devices;
        this.longest = longest;
    }

    /**
     * Stores it with the checks.
     *
     * @param derived what follows for the devices for which something does
     */
    void reckon(List<ChangeCheck> checks, DerivedTargets derived) {
        Map<Device, Optional<SessionTimers>> timers = new LinkedHashMap<>();
        for (ChangeCheck check : checks) {
            CheckDefinition definition = check.definition();
            Stay stay = Stay.NONE;
            for (Map.Entry<Device, DerivedTargets.Derived> one : derived.all().entrySet()) {
                Device device = one.getKey();
                Optional<ReadCommand> read = read(definition, device);
                if (read.isPresent() && definition.concerns(device.name())) {
                    stay = stay.longer(timers.computeIfAbsent(device, d -> timers(one.getValue()))
                            .map(t -> t.stay(read.get()))
                            .orElse(Stay.NONE));
                }
            }
            check.stays(bounded(stay));
        }
    }

    /** The command by which it is looked at, where what that shows rests on timers. */
    private Optional<ReadCommand> read(CheckDefinition check, Device device) {
        if (check.look().kind() != LookKind.READ || check.staysSeconds() != null) {
            return Optional.empty();
        }
        String from = check.look().from();
        String platform = from == null
                ? device.platform()
                : devices.known(from).map(Device::platform).orElse(device.platform());
        return platforms
                .profile(platform)
                .read(check.look().read())
                .filter(r -> !r.rests().isEmpty() || r.stays() > 0);
    }

    private static Optional<SessionTimers> timers(DerivedTargets.Derived derived) {
        if (derived.build().script().lines().isEmpty()) {
            return Optional.empty();
        }
        try {
            return Optional.of(SessionTimers.of(derived.facts()));
        } catch (ConfigSyntaxException e) {
            return Optional.empty(); // what can't be read can't be sent either, and is told where lines are written
        }
    }

    private Stay bounded(Stay stay) {
        return stay.seconds() <= longest.toSeconds()
                ? stay
                : new Stay((int) longest.toSeconds(), stay.because() + ", cut to the longest time that is allowed");
    }
}
