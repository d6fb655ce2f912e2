package io.safestep.app.device;

/** Everything that is needed to know a device for the first time. */
public record NewDevice(
        String name,
        String address,
        String siteCode,
        String siteName,
        DeviceRole role,
        String platform,
        String credentialName,
        String login,
        String password) {}
