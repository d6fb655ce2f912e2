package io.safestep.app.settings;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How devices are heard that say that they were changed.
 *
 * @param address of this machine at which log messages are heard (RFC 5424 over UDP, RFC 5426)
 * @param port UDP; 0 for not listening, -1 for any that is free
 * @param subscriptions with how many devices a session is held open for notifications (RFC 5277); 0 for none
 */
@ConfigurationProperties("safestep.log")
public record LogSettings(
        @DefaultValue("127.0.0.1") String address,
        @DefaultValue("0") int port,
        @DefaultValue("0") int subscriptions) {}
