package io.safestep.app.now;

import io.safestep.app.mail.Mail;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.core.next.FirstChange;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What there is for a first change, asked in one statement, since the page Now asks every few seconds. */
@Component
class FirstChangeFacts {

    private static final String WHAT_THERE_IS = """
            select exists (select 1 from run) as ran,
            exists (select 1 from network) as named,
            exists (select 1 from credential) as credential,
            exists (select 1 from device) as device,
            exists (select 1 from device where stance = 'MANAGED') as managed,
            exists (select 1 from device where stance = 'MANAGED' and baseline_backup_id is not null) as backed_up,
            exists (select 1 from change_window) as has_window""";

    private final JdbcClient jdbc;
    private final People people;
    private final Mail mail;

    FirstChangeFacts(JdbcClient jdbc, People people, Mail mail) {
        this.jdbc = jdbc;
        this.people = people;
        this.mail = mail;
    }

    /** Once a change has run, that stays so. */
    private volatile boolean ran;

    private record There(
            boolean ran,
            boolean named,
            boolean credential,
            boolean device,
            boolean managed,
            boolean backedUp,
            boolean hasWindow) {}

    /** What is missing, with what is there already; empty once a change has run, or could. */
    List<FirstChange.Item> missing() {
        if (ran) {
            return List.of();
        }
        There there = jdbc.sql(WHAT_THERE_IS).query(There.class).single();
        if (there.ran()) {
            ran = true;
            return List.of();
        }
        List<FirstChange.Item> items = FirstChange.of(new FirstChange.Facts(
                there.named(),
                mail.isOn(),
                there.credential(),
                there.device(),
                there.managed(),
                there.backedUp(),
                there.hasWindow(),
                people.all().stream()
                        .filter(Person::comesIn)
                        .map(Person::rights)
                        .toList()));
        return FirstChange.isReady(items) ? List.of() : items;
    }
}
