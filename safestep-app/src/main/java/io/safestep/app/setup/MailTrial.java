package io.safestep.app.setup;

import io.safestep.app.mail.Mail;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.stereotype.Component;

/** Whether mail goes out. */
@Component
class MailTrial {

    private static final Logger LOG = LoggerFactory.getLogger(MailTrial.class);

    private final Mail mail;
    private final Network network;

    MailTrial(Mail mail, Network network) {
        this.mail = mail;
        this.network = network;
    }

    /** @param sentence what the server said */
    record TrialView(boolean taken, String sentence) {}

    /** @param own address of who asks; null when nobody has said */
    TrialView send(@Nullable String own) {
        if (!mail.isOn()) {
            throw ProblemException.refused("Mail is off. Say which mail server takes it, and save.");
        }
        if (own == null) {
            throw ProblemException.refused("You have no mail address here. Enter it under Settings, People.");
        }
        SimpleMailMessage message = new SimpleMailMessage();
        message.setTo(own);
        message.setSubject("Mail of Safe Step arrives");
        message.setText("Somebody has tried under Settings, Mail, whether mail of Safe Step"
                + network.name().map(name -> " for " + name).orElse("") + " arrives. It does.\n");
        try {
            mail.send(message);
            return new TrialView(true, "The mail server has taken it, for " + own + ". Look whether it arrives.");
        } catch (MailException e) {
            LOG.warn("A mail that was tried could not be sent: {}", e.getMessage());
            Throwable cause = e.getMostSpecificCause();
            return new TrialView(false, "The mail server did not take it: " + cause.getMessage());
        }
    }
}
