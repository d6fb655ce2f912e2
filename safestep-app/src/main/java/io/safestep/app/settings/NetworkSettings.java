package io.safestep.app.settings;

import java.nio.file.Path;
import java.time.ZoneId;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What has to be set for the network as a whole.
 *
 * @param home the folder for everything that is kept outside the database
 * @param demo whether this is the demo with the practice network
 * @param zone the network's time zone, in which people read times
 * @param addressTranslation pairs of leading address parts such as {@code 10.77=127.77}, separated by commas
 * @param devicePort the TCP port on which all devices are reached for which nothing else is said; 0 for that of their platform
 * @param practiceApi where the API of the practice network answers, on this machine; empty when there is none
 */
@ConfigurationProperties("safestep")
public record NetworkSettings(
        Path home,
        boolean demo,
        ZoneId zone,
        @DefaultValue("") String addressTranslation,
        @DefaultValue("0") int devicePort,
        @DefaultValue("") String practiceApi) {}
