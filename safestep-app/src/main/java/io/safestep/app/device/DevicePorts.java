package io.safestep.app.device;

import io.safestep.app.platform.Platforms;
import io.safestep.app.settings.NetworkSettings;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The TCP ports on which devices are reached: what was said for one, else for the whole network, else by its platform. */
@Component
public class DevicePorts {

    private final NetworkSettings settings;
    private final Platforms platforms;

    DevicePorts(NetworkSettings settings, Platforms platforms) {
        this.settings = settings;
        this.platforms = platforms;
    }

    public int of(Device device) {
        return of(device.reach().port(), device.platform());
    }

    /** The same; empty when nothing says it, since the profile of its platform is missing. */
    public Optional<Integer> known(Device device) {
        return device.reach().port() != null || platforms.has(device.platform())
                ? Optional.of(of(device))
                : Optional.empty();
    }

    /**
     * @param said for the device; null when nothing was
     * @throws io.safestep.app.problem.ProblemException when nothing was said and the profile of the platform is missing
     */
    public int of(@Nullable Integer said, String platform) {
        return said == null ? usual(platform) : said;
    }

    /** The port of devices of a platform for which nothing else is said. */
    public int usual(String platform) {
        return settings.devicePort() > 0
                ? settings.devicePort()
                : platforms.profile(platform).access().port();
    }

    /** The ports on which devices are looked for where nothing is known: that of the network, else those of all platforms. */
    public List<Integer> usual() {
        Set<Integer> ports = new TreeSet<>();
        platforms.all().forEach(profile -> ports.add(usual(profile.name())));
        return List.copyOf(ports);
    }
}
