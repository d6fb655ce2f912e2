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
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
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

    private final Map<String, Loaded> loaded = new LinkedHashMap<>();
    private final List<Refused> refused = new ArrayList<>();
    private final Path folder;

    /**
     * A profile in use.
     *
     * @param file from which it was taken; null for one that ships
     */
    public record Loaded(
            String name, String maker, @Nullable String file) {}

    /**
     * A file that can't be used.
     *
     * @param problems what is wrong and at which line
     */
    public record Refused(String file, List<String> problems) {}

    Platforms(NetworkSettings settings) {
        ShippedProfiles.all().forEach(profile -> take(profile, null));
        folder = settings.home().resolve("platforms").toAbsolutePath().normalize();
        if (Files.isDirectory(folder)) {
            readFolder();
        }
    }

    private void take(PlatformProfile profile, @Nullable Path file) {
        loaded.put(
                profile.name(),
                new Loaded(
                        profile.name(),
                        profile.maker(),
                        file == null ? null : file.getFileName().toString()));
        profiles.put(profile.name(), profile);
        engines.put(profile.name(), new ConfigEngine(profile.language()));
        facts.put(profile.name(), new FactReader(profile));
    }

    private void readFolder() {
        TreeSet<Path> files = new TreeSet<>();
        try (DirectoryStream<Path> found = Files.newDirectoryStream(folder, "*.{yaml,yml}")) {
            found.forEach(files::add);
        } catch (IOException e) {
            LOG.error("The platform profiles in {} can't be listed: {}", folder, e.getMessage());
        }
        for (Path file : files) {
            try {
                PlatformProfile profile = ProfileReader.read(Files.readString(file));
                take(profile, file);
                LOG.info("Platform profile {} taken from {}.", profile.name(), file);
            } catch (ProfileException e) {
                // One that can't be read must not keep Safe Step from starting: its devices say that it is missing.
                List<String> wrong = e.problems().isEmpty()
                        ? List.of(e.sentence())
                        : e.problems().stream()
                                .map(ProfileException.Problem::toString)
                                .toList();
                refuse(file, wrong);
            } catch (IOException e) {
                refuse(file, List.of("It can't be read: " + e.getMessage()));
            }
        }
    }

    private void refuse(Path file, List<String> wrong) {
        wrong.forEach(problem -> LOG.error("Platform profile {}: {}", file, problem));
        refused.add(new Refused(file.getFileName().toString(), List.copyOf(wrong)));
    }

    /** Where profiles of one's own are put. */
    public Path folder() {
        return folder;
    }

    /** Which are in use, by name. */
    public List<Loaded> loaded() {
        return loaded.values().stream()
                .sorted(Comparator.comparing(Loaded::name))
                .toList();
    }

    /** Files that could not be used at the last start. */
    public List<Refused> refused() {
        return List.copyOf(refused);
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
