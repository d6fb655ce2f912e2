package io.safestep.practice.mail;

import com.icegreen.greenmail.store.FolderException;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.Address;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Takes every mail that is sent to it on loopback (RFC 5321) and delivers none. */
public final class MailSink implements AutoCloseable {

    private static final int MOST_SHOWN = 200;

    private final GreenMail server;

    /**
     * @param sent when it was sent, or null when it does not say
     * @param text its plain text
     */
    public record Mail(
            String from,
            List<String> to,
            String subject,
            @Nullable Instant sent,
            String text) {}

    /** @param port on 127.0.0.1; 0 takes a free one */
    public MailSink(int port) {
        server = new GreenMail(new ServerSetup(port, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
    }

    /** @return the port that is listened on */
    public int start() throws IOException {
        try {
            server.start();
        } catch (IllegalStateException e) {
            throw new IOException("The mail sink can't listen: " + e.getMessage(), e);
        }
        return server.getSmtp().getPort();
    }

    /** The newest first. */
    public List<Mail> mails() {
        List<Mail> mails = new ArrayList<>();
        MimeMessage[] received = server.getReceivedMessages();
        for (int i = received.length - 1; i >= 0 && mails.size() < MOST_SHOWN; i--) {
            mails.add(mail(received[i]));
        }
        return mails;
    }

    private static Mail mail(MimeMessage message) {
        try {
            Address[] from = message.getFrom();
            Address[] to = message.getAllRecipients();
            return new Mail(
                    from == null || from.length == 0 ? "" : from[0].toString(),
                    to == null
                            ? List.of()
                            : Arrays.stream(to).map(Address::toString).toList(),
                    message.getSubject() == null ? "" : message.getSubject(),
                    message.getSentDate() == null ? null : message.getSentDate().toInstant(),
                    message.getContent() instanceof String text ? text : "");
        } catch (MessagingException | IOException e) {
            return new Mail("", List.of(), "A mail that can't be read", null, String.valueOf(e.getMessage()));
        }
    }

    public void forget() {
        try {
            server.purgeEmailFromAllMailboxes();
        } catch (FolderException e) {
            throw new IllegalStateException("The mails can't be deleted.", e);
        }
    }

    @Override
    public void close() {
        server.stop();
    }
}
