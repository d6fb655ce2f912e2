package io.safestep.practice.network;

import io.safestep.core.network.file.NetworkFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;

/** The network of Merrow Sound Ferries: Operations House, five terminals, the relay hill and two providers. */
public final class MerrowSound {

    private MerrowSound() {}

    public static NetworkPlan plan() {
        NetworkFile file = NetworkFile.parse(resource("network.json"));
        Map<String, String> configurations = new TreeMap<>();
        file.devices().forEach(d -> configurations.put(d.name(), resource(d.configuration())));
        return new NetworkPlan(file, configurations, "watch room");
    }

    private static String resource(String name) {
        try (InputStream stream = MerrowSound.class.getResourceAsStream("/network/" + name)) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("The network file " + name + " can't be read.", e);
        }
    }
}
