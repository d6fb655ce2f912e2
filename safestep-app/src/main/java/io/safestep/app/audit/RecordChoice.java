package io.safestep.app.audit;

import jakarta.persistence.criteria.Predicate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.domain.Specification;

/**
 * Which entries of the record somebody wants to see. What is null or empty chooses all.
 *
 * @param person log-in of who did it
 * @param subjects what it is about, any of them, as the record calls it
 * @param action what was done
 * @param from at that instant or later, UTC
 * @param until before that instant, UTC
 * @param words what stands in the sentence, in the subject or in what was done; upper and lower case are the same
 */
public record RecordChoice(
        @Nullable String person,
        Set<String> subjects,
        @Nullable String action,
        @Nullable Instant from,
        @Nullable Instant until,
        @Nullable String words) {

    public static final RecordChoice ALL = new RecordChoice(null, Set.of(), null, null, null, null);

    /** Whether it leaves anything out. */
    public boolean isAll() {
        return equals(ALL);
    }

    /** What is chosen, for people; empty for all. */
    public String inWords() {
        List<String> parts = new ArrayList<>();
        if (person != null) {
            parts.add("by " + person);
        }
        if (!subjects.isEmpty()) {
            int shown = 3;
            parts.add("about "
                    + String.join(", ", subjects.stream().sorted().limit(shown).toList())
                    + (subjects.size() > shown ? " and " + (subjects.size() - shown) + " more" : ""));
        }
        if (action != null) {
            parts.add("what was done: " + action);
        }
        if (from != null) {
            parts.add("from " + from);
        }
        if (until != null) {
            parts.add("before " + until);
        }
        if (words != null) {
            parts.add("with \"" + words + "\"");
        }
        return String.join(", ", parts);
    }

    boolean takes(AuditEntry entry) {
        var act = entry.act();
        return (person == null || person.equals(act.person()))
                && (subjects.isEmpty() || subjects.contains(act.subject()))
                && (action == null || action.equals(act.action()))
                && (from == null || !act.at().isBefore(from))
                && (until == null || act.at().isBefore(until))
                && (words == null
                        || holds(act.detail(), words)
                        || holds(act.subject(), words)
                        || holds(act.action(), words));
    }

    private static boolean holds(String text, String part) {
        return text.toLowerCase(Locale.ROOT).contains(part.toLowerCase(Locale.ROOT));
    }

    /** Those before an entry. */
    Specification<AuditEntry> before(long number) {
        return (entry, query, build) -> {
            List<Predicate> all = new ArrayList<>();
            all.add(build.lessThan(entry.get("id"), number));
            if (person != null) {
                all.add(build.equal(entry.get("person"), person));
            }
            if (!subjects.isEmpty()) {
                all.add(entry.get("subject").in(subjects));
            }
            if (action != null) {
                all.add(build.equal(entry.get("action"), action));
            }
            if (from != null) {
                all.add(build.greaterThanOrEqualTo(entry.get("at"), from));
            }
            if (until != null) {
                all.add(build.lessThan(entry.get("at"), until));
            }
            if (words != null) {
                String pattern = "%" + words.toLowerCase(Locale.ROOT).replaceAll("([\\\\%_])", "\\\\$1") + "%";
                all.add(build.or(
                        build.like(build.lower(entry.get("detail")), pattern, '\\'),
                        build.like(build.lower(entry.get("subject")), pattern, '\\'),
                        build.like(build.lower(entry.get("action")), pattern, '\\')));
            }
            return build.and(all.toArray(Predicate[]::new));
        };
    }
}
