package io.safestep.app.record.heads;

import io.safestep.app.mail.Mail;
import io.safestep.app.settings.Network;
import io.safestep.core.record.RecordHead;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.stereotype.Component;

/** Heads as mails: a mailbox outside is the place that the fewest people can write. */
@Component
class HeadMail implements HeadWriter {

    private final HeadAddressesRepository repository;
    private final Mail mail;
    private final Network network;

    HeadMail(HeadAddressesRepository repository, Mail mail, Network network) {
        this.repository = repository;
        this.mail = mail;
        this.network = network;
    }

    private List<String> addresses() {
        return repository
                .findById(HeadAddresses.ID)
                .map(HeadAddresses::addresses)
                .orElse(List.of());
    }

    @Override
    public HeadPlace place() {
        return HeadPlace.MAIL;
    }

    @Override
    public boolean isOn() {
        return mail.isOn() && !addresses().isEmpty();
    }

    @Override
    public String where() {
        return String.join(", ", addresses());
    }

    @Override
    public Duration every() {
        return Duration.ofDays(1);
    }

    @Override
    public void write(RecordHead head, Instant at) {
        SimpleMailMessage message = new SimpleMailMessage();
        message.setTo(addresses().toArray(String[]::new));
        message.setSubject("Record" + network.name().map(n -> " of " + n).orElse("") + ": head " + head.number());
        message.setText(head.written() + " " + at + "\n\n"
                + "This is the last entry of the record at this moment, and its hash. Keep this mail: with the line above, "
                + "anyone can tell later whether the record up to this entry is still the one that was written. Enter it at "
                + mail.url() + "/record/proof, or give it to ./safestep record verify with an exported record.\n");
        try {
            mail.send(message);
        } catch (MailException e) {
            throw new NotWritten("The mail server did not take it.", e);
        }
    }
}
