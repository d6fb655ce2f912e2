package io.safestep.app.settings;

import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Where the head of the record is written outside the database.
 *
 * @param file a path; {@code none} for no file
 * @param syslog a log server as {@code udp://host:port} or {@code tcp://host:port} (RFC 5424); empty for none
 */
@ConfigurationProperties("safestep.record")
public record RecordSettings(
        @DefaultValue("none") String file, @DefaultValue("") String syslog) {

    /** Empty for no file. */
    public Optional<String> headFile() {
        return file.isBlank() || "none".equals(file) ? Optional.empty() : Optional.of(file);
    }
}
