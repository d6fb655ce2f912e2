package io.safestep.drivers.cli;

import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.platform.ProfileReader;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** Opens sessions with scripted devices, with the shipped profile or one that a test bends. */
final class AwkwardSession implements AutoCloseable {

    static final String PROMPT = "[brn-gw-a] ";
    static final String CONFIGURING = "[brn-gw-a @ configure] ";

    private final DeviceConnector connector;

    /** @param seconds for each stage */
    AwkwardSession(int seconds) {
        Duration limit = Duration.ofSeconds(seconds);
        connector = new PlatformConnector(new TimeLimits(Duration.ofSeconds(60), Duration.ofSeconds(60), limit));
    }

    DeviceSession open(ScriptedDevice device) throws DeviceException {
        return open(device, ShippedProfiles.corvane());
    }

    DeviceSession open(ScriptedDevice device, PlatformProfile profile) throws DeviceException {
        return connector.connect(new DeviceTarget(
                "brn-gw-a", "Brinehaven", "127.0.0.1", device.port(), profile, "safestep", "right", null));
    }

    /** The shipped profile with lines put in front of {@code errors:} in its part about the command line. */
    static PlatformProfile profileWith(String... lines) {
        String text = shipped();
        return ProfileReader.read(text.replace(
                "  errors:\n", "  " + String.join("\n  ", lines).replace("\n  \n", "\n") + "\n  errors:\n"));
    }

    static PlatformProfile profile(String was, String becomes) {
        String text = shipped();
        if (!text.contains(was)) {
            throw new IllegalArgumentException("The shipped profile does not hold: " + was);
        }
        return ProfileReader.read(text.replace(was, becomes));
    }

    private static String shipped() {
        try (var stream = ShippedProfiles.class.getResourceAsStream("/platforms/corvane-cli.yaml")) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What a push told, line by line. */
    static final class Told implements PushListener {
        final List<String> answers = new ArrayList<>();

        @Override
        public boolean before(int index) {
            return true;
        }

        @Override
        public void after(int index, String answer) {
            answers.add(answer);
        }
    }

    @Override
    public void close() {
        connector.close();
    }
}
