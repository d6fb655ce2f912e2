package io.safestep.core.platform.access;

import io.safestep.core.platform.text.Format;
import java.time.Duration;

/**
 * NETCONF over SSH (RFC 6241, RFC 6242). What a server can do it says itself in its hello; the profile says only what a
 * hello does not.
 *
 * @param confirmWithin how long the device waits for the confirmation of a commit before it goes back by itself
 * @param restoresStartup whether startup can be copied into force as a whole (RFC 6241, section 7.3)
 * @param validates whether a candidate is validated before it is committed, where the server offers it
 * @param port the TCP port on which devices listen; 830 where nothing else is said (RFC 6242, section 6)
 */
public record NetconfAccess(Duration confirmWithin, boolean restoresStartup, boolean validates, int port)
        implements Access {

    /** A server without the capability keeps what is running; which it is, a session tells. */
    @Override
    public boolean showsStartup() {
        return true;
    }

    @Override
    public Format answers() {
        return Format.XML;
    }

    @Override
    public Duration leastTimer() {
        return confirmWithin;
    }

    /** RFC 5277, RFC 6470; whether a device really does, its hello says. */
    @Override
    public boolean notifies() {
        return true;
    }

    @Override
    public boolean hasTimer() {
        return true;
    }
}
