package io.safestep.app.people.links;

import io.safestep.app.mail.Mail;
import io.safestep.app.settings.Network;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.stereotype.Component;

/**
 * Mails a link to whom it is for. It is mailed at once or not at all, since what is stored to be mailed later would hold the
 * secret; who asked for it is told which, and has the link to hand on.
 */
@Component
public class InvitationMail {

    private static final Logger LOG = LoggerFactory.getLogger(InvitationMail.class);
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("EEEE d MMMM, HH:mm (zzz)", Locale.UK);

    private final Mail mail;
    private final Network network;

    InvitationMail(Mail mail, Network network) {
        this.mail = mail;
        this.network = network;
    }

    /** Whether the mail server has taken it. */
    public boolean send(@Nullable String to, String name, String path, Instant endsAt) {
        if (to == null || !mail.isOn()) {
            return false;
        }
        ZoneId zone = network.zone();
        SimpleMailMessage message = new SimpleMailMessage();
        message.setTo(to);
        message.setSubject("Your way into Safe Step");
        message.setText("Hello " + name + ",\n\nwith this link you choose your password for Safe Step"
                + network.name().map(known -> " of " + known).orElse("") + ". It works once, until "
                + WHEN.format(endsAt.atZone(zone)) + ":\n\n" + mail.url() + path
                + "\n\nIf you do not know what this is about, leave it: without you nothing happens.\n");
        try {
            mail.send(message);
            return true;
        } catch (MailException e) {
            LOG.warn("An invitation could not be mailed: {}", e.getClass().getSimpleName());
            return false;
        }
    }
}
