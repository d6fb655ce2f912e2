package io.safestep.cli;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.network.NetworkDescription;
import io.safestep.core.network.facts.DeviceFacts;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.file.NetworkFile;
import io.safestep.core.network.file.NetworkFileException;
import io.safestep.core.network.segment.Conditions;
import io.safestep.core.network.segment.Link;
import io.safestep.core.platform.PlatformProfile;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** A folder with {@code network.json} and the configurations that it names. */
final class NetworkFolder {

    private final Path folder;
    private final Map<String, Platform> platforms = new HashMap<>();

    private record Platform(ConfigEngine engine, FactReader facts) {}

    NetworkFolder(Path folder) {
        this.folder = folder;
    }

    /** @throws InputException when a file is missing or can't be read */
    NetworkDescription read() {
        Path description = folder.resolve("network.json");
        NetworkFile file;
        try {
            file = NetworkFile.parse(ProfileFile.text(description));
        } catch (NetworkFileException e) {
            throw new InputException(
                    e.problems().stream().map(p -> description + ": " + p).toList());
        }
        Map<String, DeviceFacts> devices = new TreeMap<>();
        List<String> problems = new ArrayList<>();
        for (NetworkFile.Device device : file.devices()) {
            try {
                devices.put(device.name(), facts(device));
            } catch (InputException e) {
                problems.addAll(e.sentences());
            }
        }
        if (!problems.isEmpty()) {
            throw new InputException(problems);
        }
        HashSet<String> off = new HashSet<>();
        file.devices().stream().filter(NetworkFile.Device::off).forEach(d -> off.add(d.name()));
        // A cut link may be written with its ends exchanged.
        HashSet<Link> cut = new HashSet<>();
        file.links().stream()
                .filter(l -> file.cut().contains(l) || file.cut().contains(new Link(l.other(), l.one())))
                .forEach(cut::add);
        return new NetworkDescription(devices, file.links(), file.hosts(), new Conditions(off, cut, Set.of()));
    }

    private DeviceFacts facts(NetworkFile.Device device) {
        Platform platform = platforms.computeIfAbsent(device.platform(), this::platform);
        Path path = folder.resolve(device.configuration());
        try {
            return platform.facts.read(device.name(), platform.engine.read(ProfileFile.text(path)));
        } catch (ConfigSyntaxException e) {
            throw new InputException(path + ": line " + e.line() + ": " + e.getMessage());
        }
    }

    private Platform platform(String name) {
        PlatformProfile profile = ProfileFile.find(folder, name);
        return new Platform(new ConfigEngine(profile.language()), new FactReader(profile));
    }
}
