package io.safestep.app.notice;

import io.safestep.app.people.stored.Person;
import java.sql.ResultSet;
import java.util.EnumMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What each person wants to be told, and how. */
@Component
class Wishes {

    private final JdbcClient jdbc;

    Wishes(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** @param mail by mail too; always in the inbox */
    record Wish(Pace pace, boolean mail) {

        static final Wish NONE = new Wish(Pace.NEVER, false);
    }

    Wish of(Person person, NoticeKind kind) {
        return of(person).getOrDefault(kind, Wish.NONE);
    }

    /** Every kind; what is usual where the person has said nothing. */
    Map<NoticeKind, Wish> of(Person person) {
        Map<NoticeKind, Wish> wishes = new EnumMap<>(NoticeKind.class);
        for (NoticeKind kind : NoticeKind.values()) {
            boolean concerned = person.rights().contains(kind.right());
            wishes.put(kind, new Wish(concerned ? Pace.AT_ONCE : Pace.NEVER, concerned && kind.urgent()));
        }
        jdbc.sql("select kind, pace, mail from notice_wish where person_id = :personId")
                .param("personId", person.id())
                .query((ResultSet row) -> {
                    wishes.put(
                            NoticeKind.valueOf(row.getString(1)),
                            new Wish(Pace.valueOf(row.getString(2)), row.getBoolean(3)));
                });
        return wishes;
    }

    void store(Person person, NoticeKind kind, Wish wish) {
        jdbc.sql("""
                insert into notice_wish (person_id, kind, pace, mail) values (:personId, :kind, :pace, :mail)
                on conflict (person_id, kind) do update set pace = excluded.pace, mail = excluded.mail""")
                .param("personId", person.id())
                .param("kind", kind.name())
                .param("pace", wish.pace().name())
                .param("mail", wish.mail())
                .update();
    }
}
