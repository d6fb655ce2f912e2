package io.safestep.app.setup;

import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.MailSettings;
import io.safestep.app.settings.Network;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.stereotype.Component;

/** Whether mail goes out. */
@Component
class MailTrial {

    private static final Logger LOG = LoggerFactory.getLogger(MailTrial.class);

    private final JavaMailSender sender;
    private final MailSettings settings;
    private final Network network;
    private final String server;

    MailTrial(
            JavaMailSender sender,
            MailSettings settings,
            Network network,
            @Value("${spring.mail.host}") String host,
            @Value("${spring.mail.port}") int port) {
        this.sender = sender;
        this.settings = settings;
        this.network = network;
        this.server = host + " port " + port;
    }

    /**
     * @param server to which mail is given
     * @param url under which links in mails lead here
     * @param own where mail to who asks goes; null while nobody has said
     */
    record MailView(
            boolean on,
            String server,
            String from,
            String url,
            @Nullable String own) {}

    /** @param sentence what the server said */
    record TrialView(boolean taken, String sentence) {}

    MailView view(@Nullable String own) {
        return new MailView(settings.mayMail(), server, settings.from(), settings.url(), own);
    }

    TrialView send(@Nullable String own) {
        if (!settings.mayMail()) {
            throw ProblemException.refused("Mail is off. Start Safe Step with SAFESTEP_MAIL=true.");
        }
        if (own == null) {
            throw ProblemException.refused("You have no mail address here. Enter it under Settings, People.");
        }
        SimpleMailMessage message = new SimpleMailMessage();
        message.setFrom(settings.from());
        message.setTo(own);
        message.setSubject("Mail of Safe Step arrives");
        message.setText("Somebody has tried under Settings, Mail, whether mail of Safe Step"
                + network.name().map(name -> " for " + name).orElse("") + " arrives. It does.\n");
        try {
            sender.send(message);
            return new TrialView(true, "The mail server has taken it, for " + own + ". Look whether it arrives.");
        } catch (MailException e) {
            LOG.warn("A mail that was tried could not be sent: {}", e.getMessage());
            Throwable cause = e.getMostSpecificCause();
            return new TrialView(false, "The mail server did not take it: " + cause.getMessage());
        }
    }
}
