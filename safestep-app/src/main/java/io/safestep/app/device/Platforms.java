package io.safestep.app.device;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ShippedProfiles;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The platform profiles at hand, each with the engine for its language. */
@Component
public class Platforms {

    private final Map<String, PlatformProfile> profiles = new LinkedHashMap<>();
    private final Map<String, ConfigEngine> engines = new LinkedHashMap<>();

    Platforms() {
        for (PlatformProfile profile : ShippedProfiles.all()) {
            profiles.put(profile.name(), profile);
            engines.put(profile.name(), new ConfigEngine(profile.language()));
        }
    }

    public PlatformProfile profile(String name) {
        PlatformProfile profile = profiles.get(name);
        if (profile == null) {
            throw new IllegalStateException("There is no platform profile " + name + ".");
        }
        return profile;
    }

    public ConfigEngine engine(String name) {
        profile(name);
        return engines.get(name);
    }

    public Iterable<PlatformProfile> all() {
        return profiles.values();
    }
}
