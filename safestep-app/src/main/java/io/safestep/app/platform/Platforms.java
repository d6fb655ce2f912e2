package io.safestep.app.platform;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ProfileReader;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.core.platform.text.ProfileException;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeSet;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * The platform profiles at hand, each with the engine for its language: those that ship, and those in the folder {@code
 * platforms} of the installation, which are read at start. One there with the name of a shipped one takes its place.
 */
@Component
public class Platforms {

    private static final Logger LOG = LoggerFactory.getLogger(Platforms.class);

    private final Map<String, PlatformProfile> profiles = new LinkedHashMap<>();
    private final Map<String, ConfigEngine> engines = new LinkedHashMap<>();
    private final Map<String, FactReader> facts = new LinkedHashMap<>();

    Platforms(NetworkSettings settings) {
        ShippedProfiles.all().forEach(this::take);
        Path folder = settings.home().resolve("platforms");
        if (Files.isDirectory(folder)) {
            readFolder(folder);
        }
    }

    private void take(PlatformProfile profile) {
        profiles.put(profile.name(), profile);
        engines.put(profile.name(), new ConfigEngine(profile.language()));
        facts.put(profile.name(), new FactReader(profile));
    }

    private void readFolder(Path folder) {
        TreeSet<Path> files = new TreeSet<>();
        try (DirectoryStream<Path> found = Files.newDirectoryStream(folder, "*.{yaml,yml}")) {
            found.forEach(files::add);
        } catch (IOException e) {
            LOG.error("The platform profiles in {} can't be listed: {}", folder, e.getMessage());
        }
        for (Path file : files) {
            try {
                PlatformProfile profile = ProfileReader.read(Files.readString(file));
                take(profile);
                LOG.info("Platform profile {} taken from {}.", profile.name(), file);
            } catch (ProfileException e) {
                // One that can't be read must not keep Safe Step from starting: its devices say that it is missing.
                e.problems().forEach(p -> LOG.error("Platform profile {}: {}", file, p));
            } catch (IOException e) {
                LOG.error("Platform profile {} can't be read: {}", file, e.getMessage());
            }
        }
    }

    public PlatformProfile profile(String name) {
        return of(name, profiles);
    }

    private static <T> T of(String name, Map<String, T> loaded) {
        T one = loaded.get(name);
        if (one == null) {
            throw ProblemException.refused("There is no platform profile called " + name
                    + ". Put its file into the folder platforms of Safe Step and start again.");
        }
        return one;
    }

    /** Who makes the devices of a platform; a dash when its profile is gone. */
    public String maker(String name) {
        PlatformProfile profile = profiles.get(name);
        return profile == null ? "—" : profile.maker();
    }

    public boolean has(String name) {
        return profiles.containsKey(name);
    }

    public ConfigEngine engine(String name) {
        return of(name, engines);
    }

    /** What reads configurations of the platform as a network. */
    public FactReader facts(String name) {
        return of(name, facts);
    }

    public Iterable<PlatformProfile> all() {
        return profiles.values();
    }
}
