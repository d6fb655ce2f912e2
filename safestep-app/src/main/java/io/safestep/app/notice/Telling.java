package io.safestep.app.notice;

import io.safestep.app.drift.DriftPolicies;
import io.safestep.app.notice.Wishes.Wish;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.scope.Scopes;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Turns events into notices. What happens within a short while becomes one notice, however many devices it is about; of one
 * kind there is at most one every few minutes.
 */
@Component
class Telling {

    static final Duration SETTLING = Duration.ofSeconds(15);
    static final Duration BETWEEN = Duration.ofMinutes(5);
    private static final LocalTime DAILY_AT = LocalTime.of(7, 0);
    private static final int MOST_EVENTS = 10_000;
    private static final int MOST_TOLD = 30;

    private final JdbcClient jdbc;
    private final People people;
    private final Wishes wishes;
    private final Scopes scopes;
    private final DriftPolicies policies;
    private final Network network;
    private final Clock clock;

    Telling(
            JdbcClient jdbc,
            People people,
            Wishes wishes,
            Scopes scopes,
            DriftPolicies policies,
            Network network,
            Clock clock) {
        this.jdbc = jdbc;
        this.people = people;
        this.wishes = wishes;
        this.scopes = scopes;
        this.policies = policies;
        this.network = network;
        this.clock = clock;
    }

    private record Event(long id, NoticeKind kind, long deviceId, String device, String words, String link) {}

    /** Tells what is to be told now. */
    @Transactional
    void tellDue() {
        Instant now = clock.instant();
        for (NoticeKind kind : NoticeKind.values()) {
            Map<String, Object> untold =
                    jdbc.sql("""
                            select min(at) as oldest,
                              (select max(told_at) from notice_event where kind = :kind) as last
                            from notice_event where kind = :kind and told_at is null""").param("kind", kind.name()).query().singleRow();
            Timestamp oldest = (Timestamp) untold.get("oldest");
            Timestamp last = (Timestamp) untold.get("last");
            boolean settled =
                    oldest != null && oldest.toInstant().plus(SETTLING).isBefore(now);
            boolean quiet = last == null || last.toInstant().plus(BETWEEN).isBefore(now);
            if (settled && quiet) {
                tell(kind, now);
            }
        }
    }

    private void tell(NoticeKind kind, Instant now) {
        List<Event> events = jdbc.sql("select e.id, e.kind, e.device_id, d.name, e.words, e.link from notice_event e"
                        + " join device d on d.id = e.device_id where e.kind = :kind and e.told_at is null order by e.id limit "
                        + MOST_EVENTS + " for update of e skip locked")
                .param("kind", kind.name())
                .query((row, i) -> event(row))
                .list();
        Map<Long, Set<Long>> toldToo = new HashMap<>();
        events.forEach(e -> toldToo.computeIfAbsent(e.deviceId(), policies::toldToo));
        for (Person person : people.all()) {
            Wish wish = wishes.of(person, kind);
            Sight sight = scopes.sight(person.login(), person.scope());
            List<Event> seen = sight.seen(events, Event::device);
            List<Event> asked = seen.stream()
                    .filter(e -> toldToo.getOrDefault(e.deviceId(), Set.of()).contains(person.id()))
                    .toList();
            // Who wants nothing of a kind still gets what a group asks for, and only that.
            List<Event> own = wish.pace() == Pace.NEVER ? asked : seen;
            if (own.isEmpty()) {
                continue;
            }
            if (wish.pace() == Pace.DAILY) {
                own.forEach(e -> jdbc.sql("""
                insert into notice_collected (person_id, event_id)
                values (:personId, :eventId)
                on conflict do nothing""")
                        .param("personId", person.id())
                        .param("eventId", e.id())
                        .update());
            } else {
                store(person, kind, own, wish.mail() || !asked.isEmpty(), now);
            }
        }
        events.forEach(e -> jdbc.sql("update notice_event set told_at = :now where id = :id")
                .param("now", Timestamp.from(now))
                .param("id", e.id())
                .update());
    }

    private static Event event(ResultSet row) throws SQLException {
        return new Event(
                row.getLong(1),
                NoticeKind.valueOf(row.getString(2)),
                row.getLong(3),
                row.getString(4),
                row.getString(5),
                row.getString(6));
    }

    private void store(Person person, NoticeKind kind, List<Event> events, boolean mail, Instant now) {
        Set<String> devices = events.stream().map(Event::device).collect(Collectors.toCollection(TreeSet::new));
        Set<String> links = events.stream().map(Event::link).collect(Collectors.toSet());
        String link = links.size() == 1 ? links.iterator().next() : general(kind);
        jdbc.sql("""
                insert into notice (person_id, kind, at, title, text, link, mail_to)
                values (:personId, :kind, :now, :devices, :events, :link, :mailTo)""")
                .param("personId", person.id())
                .param("kind", kind.name())
                .param("now", Timestamp.from(now))
                .param("devices", kind.title(devices))
                .param("events", text(events))
                .param("link", link)
                .param("mailTo", mail ? person.email() : null)
                .update();
    }

    private static String general(NoticeKind kind) {
        return switch (kind) {
            case FOUND_CHANGED -> "/drift";
            case UNSAVED -> "/drift/unsaved";
            case BACKUP_FAILED -> "/backups";
            case RULE_BROKEN -> "/library/rules";
            case RUN_WAITS, RUN_ENDED, DECISION_ASKED, APPROVAL_BROKEN, DECIDED, EMERGENCY, SPOKEN_TO -> "/changes";
        };
    }

    private static String text(List<Event> events) {
        List<String> lines = new ArrayList<>();
        events.stream()
                .limit(MOST_TOLD)
                .forEach(e -> lines.add(e.words().startsWith(e.device()) ? e.words() : e.device() + ": " + e.words()));
        if (events.size() > MOST_TOLD) {
            lines.add("and " + (events.size() - MOST_TOLD) + " more");
        }
        return String.join("\n", lines);
    }

    /** Once a day, in the morning of the network's zone, for those who want everything together. */
    @Transactional
    void tellDaily() {
        Instant now = clock.instant();
        Instant morning = now.atZone(network.zone()).with(DAILY_AT).toInstant();
        Instant last = morning.isAfter(now) ? morning.minus(Duration.ofDays(1)) : morning;
        for (Person person : people.all()) {
            List<Event> collected = jdbc.sql("""
                select e.id, e.kind, e.device_id, d.name, e.words, e.link from notice_collected c
                join notice_event e on e.id = c.event_id join device d on d.id = e.device_id
                where c.person_id = :personId and e.told_at < :last order by e.id""")
                    .param("personId", person.id())
                    .param("last", Timestamp.from(last))
                    .query((row, i) -> event(row))
                    .list();
            Map<NoticeKind, List<Event>> byKind = new EnumMap<>(NoticeKind.class);
            Sight sight = scopes.sight(person.login(), person.scope());
            sight.seen(collected, Event::device)
                    .forEach(e -> byKind.computeIfAbsent(e.kind(), k -> new ArrayList<>())
                            .add(e));
            Map<NoticeKind, Wish> wanted = wishes.of(person);
            byKind.forEach((kind, events) -> store(
                    person, kind, events, wanted.getOrDefault(kind, Wish.NONE).mail(), now));
            collected.forEach(
                    e -> jdbc.sql("delete from notice_collected where person_id = :personId and event_id = :eventId")
                            .param("personId", person.id())
                            .param("eventId", e.id())
                            .update());
        }
    }
}
