package io.safestep.app.approval.seen;

import io.safestep.app.change.views.LinesOpened;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who was shown the lines of which devices, with the seal that the change had then. */
@Component
public class OpenedLines {

    private static final String NOTE = """
            insert into change_opened (change_id, seal, device_id, person_id, at)
            select c.id, c.seal, d.id, p.id, :now
              from change_request c
              join change_target t on t.change_id = c.id
              join device d on d.id = t.device_id and d.name = :device
              join person p on p.login = :login
             where c.number = :number and c.seal is not null
            on conflict do nothing""";

    private static final String OPENED = """
            select d.name
              from change_request c
              join change_opened o on o.change_id = c.id and o.seal = c.seal
              join device d on d.id = o.device_id
              join person p on p.id = o.person_id
             where c.number = :number and p.login = :login
             order by d.name""";

    private final JdbcClient jdbc;
    private final Clock clock;

    OpenedLines(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    @EventListener
    @Transactional
    void on(LinesOpened opened) {
        jdbc.sql(NOTE)
                .param("now", Timestamp.from(clock.instant()))
                .param("device", opened.device())
                .param("login", opened.login())
                .param("number", opened.number())
                .update();
    }

    /** Names of the devices whose lines somebody was shown as the change is now. */
    @Transactional(readOnly = true)
    public Set<String> of(int number, String login) {
        return jdbc.sql(OPENED)
                .param("number", number)
                .param("login", login)
                .query(String.class)
                .set();
    }
}
