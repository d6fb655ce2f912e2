package io.safestep.app.settings;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Where log messages of devices are heard (RFC 5424 over UDP, RFC 5426).
 *
 * @param address of this machine at which it is listened
 * @param port UDP; 0 for not listening, -1 for any that is free
 */
@ConfigurationProperties("safestep.log")
public record LogSettings(
        @DefaultValue("127.0.0.1") String address,
        @DefaultValue("0") int port) {}
