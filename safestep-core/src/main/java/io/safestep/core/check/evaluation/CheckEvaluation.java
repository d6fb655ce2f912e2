package io.safestep.core.check.evaluation;

import io.safestep.core.check.definition.Beforehand;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Severity;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.OptionalLong;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Takes from answers what a check is about, and holds it against what is expected. Knows no device and no clock. The front
 * door of this package.
 */
public final class CheckEvaluation {

    /** Nothing received of what was sent, a refusal, or nothing at all: the ways in which devices say that none answers. */
    private static final Pattern NO_ANSWER = Pattern.compile(
            "(?:0(?![\\d.%]).*|no.answer.*|refused.*|100(?:\\.0+)?% .*loss.*)?", Pattern.CASE_INSENSITIVE);

    private static final Pattern WHOLE_NUMBER = Pattern.compile("-?\\d{1,15}");

    private CheckEvaluation() {}

    /**
     * What a check finds in an answer.
     *
     * @throws StructuredPathException when the check follows a path and the answer has no such data
     */
    public static Observation observe(CheckDefinition check, Answer answer) {
        return new Extractor(check.extraction()).from(answer);
    }

    /** What a check says when what it looks at could not be looked at. */
    public static CheckVerdict unseen(CheckDefinition check, String why) {
        return weighed(check, CheckVerdict.of(false, "could not be looked at: " + why));
    }

    /** Whether the device is fit to be changed. */
    public static CheckVerdict before(CheckDefinition check, Observation before) {
        if (check.before() == Beforehand.ANY || !check.expectation().knownBefore()) {
            return new CheckVerdict(CheckOutcome.PASSED, before.summary());
        }
        CheckVerdict now = held(check, before, before);
        if (check.before() == Beforehand.PASSES) {
            return weighed(check, now);
        }
        return weighed(
                check,
                now.passed()
                        ? CheckVerdict.of(
                                false,
                                "passes already (" + now.words() + "), though it is expected to fail before the change")
                        : CheckVerdict.of(true, "fails before, as expected: " + now.words()));
    }

    /**
     * Whether the expectation is met after the change.
     *
     * @param stillIncomplete the change until which the check may be incomplete has not run to its end yet
     */
    public static CheckVerdict after(
            CheckDefinition check, @Nullable Observation before, Observation after, boolean stillIncomplete) {
        CheckVerdict verdict = held(check, before, after);
        if (!verdict.passed() && check.notYetUntil() != null && stillIncomplete) {
            return new CheckVerdict(
                    CheckOutcome.NOT_YET, verdict.words() + "; not yet, until CR-" + check.notYetUntil());
        }
        return weighed(check, verdict);
    }

    /** Whether everything is again as it was before, for use after an undo. */
    public static CheckVerdict undone(CheckDefinition check, @Nullable Observation before, Observation after) {
        return weighed(
                check,
                switch (check.expectation()) {
                    case REACHABLE ->
                        check.before() == Beforehand.FAILS
                                ? CheckVerdict.of(true, "not asked for after an undo")
                                : reachable(after);
                    case SAVED, CONFIRMED -> CheckVerdict.of(true, "not asked for after an undo");
                    case WITHIN_SHARE -> withinShare(check, before, after);
                    case SAME_AS_BEFORE, EQUALS, CONTAINS, ABSENT, AT_LEAST, AT_MOST ->
                        !check.look().kind().afterUndo()
                                ? CheckVerdict.of(true, "not asked for after an undo")
                                : same(before, after);
                });
    }

    private static CheckVerdict weighed(CheckDefinition check, CheckVerdict verdict) {
        return verdict.outcome() == CheckOutcome.FAILED && check.severity() == Severity.WARN
                ? new CheckVerdict(CheckOutcome.WARNED, verdict.words())
                : verdict;
    }

    /** A check without a value that its expectation asks for is never kept: its problems are told before. */
    private static String value(CheckDefinition check) {
        return Objects.requireNonNull(check.value());
    }

    private static CheckVerdict held(CheckDefinition check, @Nullable Observation before, Observation now) {
        return switch (check.expectation()) {
            case SAME_AS_BEFORE -> same(before, now);
            case EQUALS -> equal(now, value(check));
            case CONTAINS ->
                found(now, value(check))
                        ? CheckVerdict.of(true, check.value() + " is present")
                        : CheckVerdict.of(false, check.value() + " is not there");
            case ABSENT ->
                found(now, value(check))
                        ? CheckVerdict.of(false, check.value() + " is still there")
                        : CheckVerdict.of(true, check.value() + " is absent");
            case AT_LEAST -> amount(check, now, Long.parseLong(value(check)), Long.MAX_VALUE);
            case AT_MOST -> amount(check, now, Long.MIN_VALUE, Long.parseLong(value(check)));
            case WITHIN_SHARE -> withinShare(check, before, now);
            case REACHABLE -> reachable(now);
            case SAVED -> CheckVerdict.of(now.rows().equals(List.of("startup\tsaved")), now.summary());
            case CONFIRMED -> confirmed(now);
        };
    }

    private static CheckVerdict same(@Nullable Observation before, Observation after) {
        if (before == null) {
            return CheckVerdict.of(false, "what was there before is not known");
        }
        TreeSet<String> was = new TreeSet<>(before.rows());
        TreeSet<String> is = new TreeSet<>(after.rows());
        if (was.equals(is)) {
            return CheckVerdict.of(true, "same as before: " + after.summary());
        }
        List<String> parts = new ArrayList<>();
        name(parts, "gone: ", was, is);
        name(parts, "new: ", is, was);
        return CheckVerdict.of(false, String.join("; ", parts));
    }

    private static CheckVerdict equal(Observation found, String value) {
        TreeSet<String> wanted = new TreeSet<>();
        value.lines().map(String::strip).filter(l -> !l.isEmpty()).forEach(wanted::add);
        TreeSet<String> is = new TreeSet<>();
        found.rows().forEach(row -> is.add(Extractor.plain(row)));
        if (wanted.equals(is)) {
            return CheckVerdict.of(true, "as written: " + found.summary());
        }
        List<String> parts = new ArrayList<>();
        name(parts, "missing: ", wanted, is);
        name(parts, "too much: ", is, wanted);
        return CheckVerdict.of(false, String.join("; ", parts));
    }

    /** Names at most three rows of the one that the other does not have, and how many more there are. */
    private static void name(List<String> parts, String what, TreeSet<String> one, TreeSet<String> other) {
        List<String> only = one.stream().filter(row -> !other.contains(row)).toList();
        only.stream().limit(3).forEach(row -> parts.add(what + Extractor.plain(row)));
        if (only.size() > 3) {
            parts.add(what + (only.size() - 3) + " more");
        }
    }

    private static CheckVerdict amount(CheckDefinition check, Observation found, long least, long most) {
        OptionalLong amount = amount(check, found);
        if (amount.isEmpty()) {
            return CheckVerdict.of(false, "no single number was found, but " + found.summary());
        }
        long is = amount.getAsLong();
        String asked = most == Long.MAX_VALUE ? "at least " + least : "at most " + most;
        return CheckVerdict.of(is >= least && is <= most, is + " found, " + asked + " expected");
    }

    private static CheckVerdict withinShare(CheckDefinition check, @Nullable Observation before, Observation after) {
        OptionalLong was = before == null ? OptionalLong.empty() : amount(check, before);
        OptionalLong is = amount(check, after);
        if (was.isEmpty() || is.isEmpty()) {
            return CheckVerdict.of(false, "no number was found to compare: " + after.summary());
        }
        long share = Long.parseLong(value(check));
        long difference = Math.abs(is.getAsLong() - was.getAsLong());
        boolean within = difference * 100 <= share * Math.abs(was.getAsLong());
        return CheckVerdict.of(
                within,
                was.getAsLong() + " before, " + is.getAsLong() + " now, "
                        + (was.getAsLong() == 0 || difference == 0
                                ? ""
                                : String.format(
                                        Locale.ROOT,
                                        "%.1f %% %s, ",
                                        100.0 * difference / Math.abs(was.getAsLong()),
                                        is.getAsLong() > was.getAsLong() ? "more" : "fewer"))
                        + share + " % allowed");
    }

    private static OptionalLong amount(CheckDefinition check, Observation found) {
        if (!check.extraction().number()) {
            return OptionalLong.of(found.rows().size());
        }
        if (found.rows().size() != 1) {
            return OptionalLong.empty();
        }
        String row = found.rows().get(0);
        String value = row.substring(row.indexOf('\t') + 1).strip();
        return WHOLE_NUMBER.matcher(value).matches() ? OptionalLong.of(Long.parseLong(value)) : OptionalLong.empty();
    }

    private static CheckVerdict reachable(Observation observation) {
        boolean answered = observation.rows().stream()
                .map(row -> row.substring(row.indexOf('\t') + 1))
                .anyMatch(value -> !NO_ANSWER.matcher(value).matches());
        String said = observation.rows().isEmpty()
                ? "no answer"
                : Extractor.plain(observation.rows().get(0));
        return CheckVerdict.of(answered, answered || said.contains("no answer") ? said : "no answer: " + said);
    }

    private static CheckVerdict confirmed(Observation answer) {
        String said = answer.rows().isEmpty()
                ? "nobody has answered"
                : Extractor.plain(answer.rows().get(0));
        return CheckVerdict.of(said.startsWith("yes"), said);
    }

    /** A value is found when it is a row's subject, its state, or the whole row: never by a part of a word. */
    private static boolean found(Observation observation, String value) {
        return observation.rows().stream()
                .anyMatch(row -> row.startsWith(value + "\t")
                        || row.endsWith("\t" + value)
                        || Extractor.plain(row).equals(value));
    }
}
