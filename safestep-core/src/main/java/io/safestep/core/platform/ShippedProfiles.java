package io.safestep.core.platform;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** The platform profiles that are part of the software. */
public final class ShippedProfiles {

    private static final List<String> NAMES =
            List.of("corvane-cli", "haldrin-netconf", "ostrel-restconf", "frr-cli", "ietf-netconf");

    private ShippedProfiles() {}

    public static List<PlatformProfile> all() {
        return NAMES.stream().map(ShippedProfiles::load).toList();
    }

    public static PlatformProfile corvane() {
        return load("corvane-cli");
    }

    public static PlatformProfile haldrin() {
        return load("haldrin-netconf");
    }

    public static PlatformProfile ostrel() {
        return load("ostrel-restconf");
    }

    /** Routers that run the routing suite FRR, over its own command line. */
    public static PlatformProfile frr() {
        return load("frr-cli");
    }

    /** Devices that offer the standard models for interfaces, addresses and the system over NETCONF. */
    public static PlatformProfile ietf() {
        return load("ietf-netconf");
    }

    private static PlatformProfile load(String name) {
        try (InputStream stream = ShippedProfiles.class.getResourceAsStream("/platforms/" + name + ".yaml")) {
            return ProfileReader.read(new String(stream.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException("The shipped profile " + name + " can't be read.", e);
        }
    }
}
