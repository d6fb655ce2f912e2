package io.safestep.drivers;

import io.safestep.core.platform.PlatformProfile;

/**
 * Everything needed to get into one device.
 *
 * @param name the device's name, for messages
 * @param site where it is; sessions are bounded for each site
 * @param host the address to connect to, after address translation
 * @param port TCP port
 * @param profile how to talk with it
 * @param login the account on the device
 * @param password its password; never logged
 * @param pinnedHostKey the host key seen first, in the form {@code type base64}, or null when none was seen yet
 */
public record DeviceTarget(
        String name,
        String site,
        String host,
        int port,
        PlatformProfile profile,
        String login,
        String password,
        String pinnedHostKey) {

    @Override
    public String toString() {
        return name + " at " + host + " port " + port;
    }
}
