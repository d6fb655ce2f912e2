package io.safestep.app.notice;

import io.safestep.app.notice.Wishes.Wish;
import io.safestep.app.people.People;
import io.safestep.app.people.Person;
import io.safestep.app.run.RunEnded;
import io.safestep.app.run.RunWaits;
import io.safestep.core.run.RunState;
import java.sql.Timestamp;
import java.time.Clock;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/**
 * Tells people about runs, in the transaction in which it happens and without waiting for others of the kind: a run that
 * waits for a person waits until that person knows.
 */
@Component
class RunNotices {

    private final JdbcTemplate jdbc;
    private final People people;
    private final Wishes wishes;
    private final Clock clock;

    RunNotices(JdbcTemplate jdbc, People people, Wishes wishes, Clock clock) {
        this.jdbc = jdbc;
        this.people = people;
        this.wishes = wishes;
        this.clock = clock;
    }

    @EventListener
    void on(RunWaits run) {
        everybody(run.number(), "CR-" + run.number() + " waits for a person", "The run waits: " + run.words() + ".");
    }

    /** The author is told how it ended; who runs changes, when it is stuck. */
    @EventListener
    void on(RunEnded run) {
        String subject = "CR-" + run.number();
        if (run.state() == RunState.STUCK) {
            everybody(run.number(), subject + " is stuck", run.verdict());
        }
        people.all().stream()
                .filter(p -> p.login().equals(run.author()))
                .forEach(p -> tell(p, NoticeKind.RUN_ENDED, run.number(), subject + " " + words(run), run.verdict()));
    }

    private static String words(RunEnded run) {
        return switch (run.state()) {
            case SUCCEEDED -> "has succeeded";
            case ROLLED_BACK -> run.written() ? "was rolled back" : "was stopped before anything was written";
            default -> "is stuck";
        };
    }

    private void everybody(int number, String title, String text) {
        people.all().forEach(p -> tell(p, NoticeKind.RUN_WAITS, number, title, text));
    }

    private void tell(Person person, NoticeKind kind, int number, String title, String text) {
        Wish wish = wishes.of(person).get(kind);
        if (wish.pace() == Pace.NEVER) {
            return;
        }
        jdbc.update(
                "insert into notice (person_id, kind, at, title, text, link, mail_to) values (?, ?, ?, ?, ?, ?, ?)",
                person.id(),
                kind.name(),
                Timestamp.from(clock.instant()),
                title,
                text,
                "/changes/" + number + "/run",
                wish.mail() ? person.email() : null);
    }
}
