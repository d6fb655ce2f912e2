package io.safestep.app.notice;

import io.safestep.app.notice.Wishes.Wish;
import io.safestep.app.notice.hooks.TeamHooks;
import io.safestep.app.people.stored.Person;
import java.sql.Timestamp;
import java.time.Clock;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Puts a notice into somebody's inbox at once, and by mail as they wish: what waits for a person waits until they know. */
@Component
class Inbox {

    private final JdbcClient jdbc;
    private final Wishes wishes;
    private final TeamHooks hooks;
    private final Clock clock;

    Inbox(JdbcClient jdbc, Wishes wishes, TeamHooks hooks, Clock clock) {
        this.jdbc = jdbc;
        this.wishes = wishes;
        this.hooks = hooks;
        this.clock = clock;
    }

    /** Mails somebody who has no account here. */
    void mailOutside(String mail, String title, String text) {
        jdbc.sql(
                        "insert into notice (kind, at, title, text, link, mail_to) values (:kind, :now, :title, :text, '', :mailTo)")
                .param("kind", NoticeKind.DECIDED.name())
                .param("now", Timestamp.from(clock.instant()))
                .param("title", title)
                .param("text", text)
                .param("mailTo", mail)
                .update();
    }

    /**
     * Programs of the person's teams are told, too, but for words that are for that person; whatever the person wishes.
     *
     * @param link the page that it is about
     */
    void put(Person person, NoticeKind kind, String title, String text, String link) {
        if (kind != NoticeKind.SPOKEN_TO) {
            hooks.tell(person.id(), kind.name(), title, link);
        }
        Wish wish = wishes.of(person, kind);
        if (wish.pace() == Pace.NEVER) {
            return;
        }
        jdbc.sql("""
                insert into notice (person_id, kind, at, title, text, link, mail_to)
                values (:personId, :kind, :now, :title, :text, :link, :mailTo)""")
                .param("personId", person.id())
                .param("kind", kind.name())
                .param("now", Timestamp.from(clock.instant()))
                .param("title", title)
                .param("text", text)
                .param("link", link)
                .param("mailTo", wish.mail() ? person.email() : null)
                .update();
    }
}
