package io.safestep.app.people.passkey;

import io.safestep.app.settings.MailSettings;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.util.Optional;

/**
 * For which host passkeys are made and shown: a device shows each to its own host alone, and to none that is an address (Web
 * Authentication Level 3, section 4: relying party identifier, section 13.4.9: origins).
 *
 * @param name the host
 * @param origin with scheme and port, as browsers write it
 */
record Host(String name, String origin) {

    private static final String THIS_MACHINE = "localhost";

    /** That of a request, if people reach Safe Step under it: as is said in the settings, or on the machine itself. */
    static Optional<Host> of(HttpServletRequest http, MailSettings settings) {
        URI said = URI.create(settings.url());
        String asked = http.getServerName();
        if (asked.equals(said.getHost()) && !isAddress(asked)) {
            return Optional.of(new Host(asked, origin(said.getScheme(), asked, said.getPort())));
        }
        return asked.equals(THIS_MACHINE)
                ? Optional.of(new Host(asked, origin(http.getScheme(), asked, http.getServerPort())))
                : Optional.empty();
    }

    /** What to do where passkeys can't be used. */
    static String elsewhere(HttpServletRequest http, MailSettings settings) {
        URI said = URI.create(settings.url());
        String there = isAddress(String.valueOf(said.getHost()))
                ? origin(http.getScheme(), THIS_MACHINE, http.getServerPort())
                : settings.url();
        return "Browsers keep passkeys under a name, not under an address. Open Safe Step as " + there + ".";
    }

    private static boolean isAddress(String host) {
        return host.matches("[0-9.]+") || host.startsWith("[");
    }

    private static String origin(String scheme, String host, int port) {
        boolean usual = port < 0 || port == ("https".equals(scheme) ? 443 : 80);
        return scheme + "://" + host + (usual ? "" : ":" + port);
    }
}
