package io.safestep.app.record;

import io.safestep.app.audit.RecordChoice;
import io.safestep.app.audit.RecordReading;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.device.Devices;
import io.safestep.app.people.People;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.record.RecordedAct;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What of the record somebody has chosen and sees. */
@Service
@Transactional(readOnly = true)
class RecordPages {

    private static final int PAGE = 100;

    /** How often a page is filled up for somebody who does not see everything, before it comes with what there is. */
    private static final int MOST_TRIES = 20;

    private static final int MOST_WORDS = 200;
    private static final Pattern CHANGE = Pattern.compile("CR-(\\d{1,9})");

    private final RecordReading reading;
    private final ChangesInSight changes;
    private final People people;
    private final Devices devices;

    RecordPages(RecordReading reading, ChangesInSight changes, People people, Devices devices) {
        this.reading = reading;
        this.changes = changes;
        this.people = people;
        this.devices = devices;
    }

    /**
     * An entry of the record.
     *
     * @param number its place
     * @param at UTC
     * @param person log-in
     * @param personName null when there is nobody of this log-in, as for Safe Step itself
     * @param subject as the record calls it
     * @param change whether the subject is a change
     * @param device whether the subject is a device that there is
     */
    record EntryView(
            long number,
            Instant at,
            String person,
            @Nullable String personName,
            String subject,
            boolean change,
            boolean device,
            String action,
            String detail) {}

    /** @param next those before this number come next; null when there are none */
    record Page(List<EntryView> entries, @Nullable Long next) {}

    List<String> people() {
        return reading.persons();
    }

    List<String> actions() {
        return reading.actions();
    }

    /** @throws ProblemException when something in it is no choice */
    RecordChoice choice(RecordQuery query, Sight sight) {
        String words = blank(query.words());
        if (words != null && words.length() > MOST_WORDS) {
            throw ProblemException.invalid("words", "At most " + MOST_WORDS + " characters.");
        }
        if (query.from() != null && query.until() != null && !query.from().isBefore(query.until())) {
            throw ProblemException.invalid("until", "Choose an end that is later than the beginning.");
        }
        Set<String> subjects = new HashSet<>();
        String subject = blank(query.subject());
        if (subject != null) {
            String called = subject.toUpperCase(Locale.ROOT);
            subjects.add(CHANGE.matcher(called).matches() ? called : subject);
            if (Boolean.TRUE.equals(query.changes()) && !sight.hides(subject)) {
                changes.with(subject).forEach(number -> subjects.add("CR-" + number));
            }
        }
        return new RecordChoice(
                blank(query.person()), subjects, blank(query.action()), query.from(), query.until(), words);
    }

    private static @Nullable String blank(@Nullable String text) {
        return text == null || text.isBlank() ? null : text.strip();
    }

    Page page(RecordQuery query, long before, Sight sight) {
        RecordChoice choice = choice(query, sight);
        List<EntryView> shown = new ArrayList<>();
        Long next = before;
        for (int tries = 0; next != null && shown.size() < PAGE && tries < MOST_TRIES; tries++) {
            int wanted = PAGE - shown.size();
            List<RecordedAct> found = reading.chosen(choice, next, wanted);
            List<RecordedAct> seen = seen(found, sight);
            Set<String> boxes =
                    devices.namesAmong(seen.stream().map(RecordedAct::subject).collect(Collectors.toSet()));
            Map<String, String> names =
                    people.names(seen.stream().map(RecordedAct::person).collect(Collectors.toSet()));
            seen.forEach(act -> shown.add(view(act, sight, boxes, names.get(act.person()))));
            next = found.size() < wanted ? null : found.get(found.size() - 1).number();
        }
        return new Page(shown, next);
    }

    private static EntryView view(RecordedAct act, Sight sight, Set<String> boxes, @Nullable String name) {
        return new EntryView(
                act.number(),
                act.at(),
                act.person(),
                name,
                act.subject(),
                change(act).isPresent(),
                boxes.contains(act.subject()),
                act.action(),
                sight.told(act.detail()));
    }

    /** Those of some entries that somebody sees: of changes and devices in their sight, and about what is no device. */
    List<RecordedAct> seen(List<RecordedAct> acts, Sight sight) {
        if (sight.readsEverything()) {
            return acts;
        }
        Set<Integer> visible = changes.seenOf(
                sight, acts.stream().flatMap(act -> change(act).stream()).collect(Collectors.toSet()));
        return acts.stream()
                .filter(act -> change(act).map(visible::contains).orElse(!sight.hides(act.subject())))
                .toList();
    }

    /** Number of the change that an entry is about. */
    private static Optional<Integer> change(RecordedAct act) {
        Matcher change = CHANGE.matcher(act.subject());
        return change.matches() ? Optional.of(Integer.valueOf(change.group(1))) : Optional.empty();
    }
}
