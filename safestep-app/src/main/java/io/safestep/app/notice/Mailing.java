package io.safestep.app.notice;

import io.safestep.app.mail.Mail;
import io.safestep.app.problem.ProblemException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.stereotype.Component;

/** Sends notices by mail. One that can't be sent is tried again, later each time; it stands in the inbox all the same. */
@Component
class Mailing {

    private static final Logger LOG = LoggerFactory.getLogger(Mailing.class);
    private static final int MOST_ATTEMPTS = 12;
    private static final int AT_ONCE = 100;

    private final JdbcClient jdbc;
    private final Mail mail;
    private final MailedDifference difference;
    private final Clock clock;

    Mailing(JdbcClient jdbc, Mail mail, MailedDifference difference, Clock clock) {
        this.jdbc = jdbc;
        this.mail = mail;
        this.difference = difference;
        this.clock = clock;
    }

    /** @param login of who is told; null for somebody without an account */
    private record Unsent(
            long id,
            int attempts,
            String to,
            String title,
            String text,
            String link,
            NoticeKind kind,
            @Nullable String login) {}

    void sendDue() {
        if (!mail.isOn()) {
            return;
        }
        List<Unsent> unsent = jdbc.sql(
                        "select n.id, mail_attempts, mail_to, title, text, link, kind, p.login from notice n"
                                + " left join person p on p.id = n.person_id where mail_to is not null and mail_sent_at is null"
                                + " and mail_attempts < :mostAttempts and at + (power(2, mail_attempts) - 1) * interval '10 seconds' <= :now"
                                + " order by n.id limit " + AT_ONCE)
                .param("mostAttempts", MOST_ATTEMPTS)
                .param("now", Timestamp.from(clock.instant()))
                .query((row, i) -> new Unsent(
                        row.getLong(1),
                        row.getInt(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6),
                        NoticeKind.valueOf(row.getString(7)),
                        row.getString(8)))
                .list();
        for (Unsent notice : unsent) {
            if (!claimed(notice)) {
                continue;
            }
            try {
                mail.send(message(notice));
                jdbc.sql("update notice set mail_sent_at = :now, mail_problem = null where id = :noticeId")
                        .param("now", Timestamp.from(clock.instant()))
                        .param("noticeId", notice.id())
                        .update();
            } catch (MailException e) {
                LOG.warn("The notice {} could not be mailed: {}", notice.id(), e.getMessage());
                jdbc.sql("update notice set mail_problem = :mailProblem where id = :noticeId")
                        .param("mailProblem", "The mail server did not take it.")
                        .param("noticeId", notice.id())
                        .update();
            }
        }
    }

    /** An attempt is counted before it is made: of two processes, only one sends the message. */
    private boolean claimed(Unsent notice) {
        return jdbc.sql("""
                update notice set mail_attempts = mail_attempts + 1
                where id = :noticeId and mail_attempts = :attempts
                and mail_sent_at is null""")
                        .param("noticeId", notice.id())
                        .param("attempts", notice.attempts())
                        .update()
                == 1;
    }

    private String difference(Unsent notice, String login) {
        try {
            return difference.of(notice.kind(), login, notice.link());
        } catch (ProblemException e) {
            LOG.warn("The notice {} is mailed without what is to be approved: {}", notice.id(), e.getMessage());
            return "\n\nWhat is to be approved could not be put into this mail. Look at it in Safe Step.\n";
        }
    }

    private SimpleMailMessage message(Unsent notice) {
        SimpleMailMessage message = new SimpleMailMessage();
        message.setTo(notice.to());
        message.setSubject(notice.title());
        if (notice.login() == null) {
            // Who has no account can't follow a link, nor choose what they are told.
            message.setText(notice.text());
        } else {
            message.setText(notice.text() + "\n\n" + mail.url() + notice.link()
                    + "\n\nWhat you are told, and how, is for you to choose: " + mail.url() + "/inbox\n"
                    + difference(notice, notice.login()));
        }
        return message;
    }
}
