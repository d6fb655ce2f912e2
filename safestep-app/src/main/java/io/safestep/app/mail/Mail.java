package io.safestep.app.mail;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.safestep.app.settings.MailSettings;
import io.safestep.core.mail.MailProtection;
import io.safestep.core.mail.MailRoute;
import java.time.Duration;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.mail.autoconfigure.MailProperties;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Component;

/**
 * Sends mail: by the server that people have said, or else by the one that the environment says. The front door of this
 * package.
 */
@Component
public class Mail {

    /** What another process has said is seen after this. */
    private static final Duration KEPT = Duration.ofSeconds(2);

    private static final String PATIENCE_MILLIS = "10000";

    private final MailServerRepository servers;
    private final MailSettings settings;
    private final JavaMailSender ofTheEnvironment;
    private final MailRoute routeOfTheEnvironment;
    private final LoadingCache<Boolean, Way> way;

    private record Way(boolean on, MailRoute route, JavaMailSender sender) {}

    Mail(MailServerRepository servers, MailSettings settings, JavaMailSender sender, MailProperties properties) {
        this.servers = servers;
        this.settings = settings;
        this.ofTheEnvironment = sender;
        this.routeOfTheEnvironment = new MailRoute(
                Objects.requireNonNullElse(properties.getHost(), "127.0.0.1"),
                Objects.requireNonNullElse(properties.getPort(), MailProtection.NONE.usualPort()),
                MailProtection.NONE,
                Objects.requireNonNullElse(properties.getUsername(), ""),
                settings.from());
        this.way = Caffeine.newBuilder().expireAfterWrite(KEPT).build(always -> read());
    }

    private Way read() {
        MailServer said = said().orElse(null);
        MailRoute route = said == null ? null : said.route();
        if (said == null || route == null) {
            return new Way(settings.enabled(), routeOfTheEnvironment, ofTheEnvironment);
        }
        return new Way(!said.isSwitchedOff(), route, sender(route, said.password()));
    }

    private static JavaMailSender sender(MailRoute route, @Nullable String password) {
        JavaMailSenderImpl sender = new JavaMailSenderImpl();
        sender.setHost(route.host());
        sender.setPort(route.port());
        Properties properties = sender.getJavaMailProperties();
        for (String wait : new String[] {"connectiontimeout", "timeout", "writetimeout"}) {
            properties.setProperty("mail.smtp." + wait, PATIENCE_MILLIS);
        }
        if (!route.user().isEmpty()) {
            sender.setUsername(route.user());
            sender.setPassword(password);
            properties.setProperty("mail.smtp.auth", "true");
        }
        switch (route.protection()) {
            case NONE -> {}
            case STARTTLS -> {
                properties.setProperty("mail.smtp.starttls.enable", "true");
                properties.setProperty("mail.smtp.starttls.required", "true");
            }
            case TLS -> properties.setProperty("mail.smtp.ssl.enable", "true");
        }
        properties.setProperty("mail.smtp.ssl.checkserveridentity", "true");
        return sender;
    }

    private Way way() {
        return Objects.requireNonNull(way.get(true));
    }

    /** Whether mail is sent at all. */
    public boolean isOn() {
        return way().on();
    }

    public MailRoute route() {
        return way().route();
    }

    /** Under which people reach Safe Step, for links in mails. */
    public String url() {
        return settings.url();
    }

    /** What people have said; empty when nobody has. */
    public Optional<MailServer> said() {
        return servers.findById(MailServer.ID);
    }

    public void say(MailServer server) {
        servers.saveAndFlush(server);
    }

    /** What the environment says holds again. */
    public void forget() {
        servers.deleteById(MailServer.ID);
    }

    /** What was said anew is in use at once, when it is stored. */
    public void moved() {
        way.invalidateAll();
    }

    /** Gives a mail to the server; who sends it is said here. */
    public void send(SimpleMailMessage message) throws MailException {
        message.setFrom(way().route().sender());
        way().sender().send(message);
    }
}
