package io.safestep.app.settings;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How mail is sent while nobody has said it under Settings; the server is that of {@code spring.mail}.
 *
 * @param enabled whether mail is sent
 * @param from the address from which it comes
 * @param url under which people reach Safe Step, for links
 */
@ConfigurationProperties("safestep.mail")
public record MailSettings(
        @DefaultValue("false") boolean enabled,
        @DefaultValue("safe-step@localhost") String from,
        @DefaultValue("http://127.0.0.1:8077") String url) {}
