package io.safestep.core.approval;

import io.safestep.core.change.FourEyes;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** How far the approvals of a change are. An approval counts for the seal that was seen, and as long as its rule says. */
public final class NeedStandings {

    private final List<NeedStanding> all;

    private NeedStandings(List<NeedStanding> all) {
        this.all = List.copyOf(all);
    }

    /**
     * @param needs in the order in which they are asked for
     * @param given everything that was given
     * @param seal of the content as it is now; null when it has none
     * @param hands log-ins of everybody who had a hand in the change
     * @param submitted when it was submitted, UTC; null when it was not
     * @param electorate at that moment; null when nobody asks who could give what is missing
     */
    public static NeedStandings of(
            List<ApprovalNeed> needs,
            List<GivenApproval> given,
            @Nullable String seal,
            Set<String> hands,
            @Nullable Instant submitted,
            Instant now,
            @Nullable Electorate electorate) {
        List<NeedStanding> standings = new ArrayList<>();
        for (ApprovalNeed need : needs) {
            List<GivenApproval> counting = counting(need, given, seal, hands, now);
            int missing = Math.max(0, need.who().howMany() - counting.size());
            boolean turn = standings.stream()
                    .allMatch(s -> s.satisfied()
                            || s.need().terms().turn() == need.terms().turn());
            boolean open = missing > 0 && turn;
            Instant due = open ? due(need, standings, submitted) : null;
            boolean overdue = due != null && !now.isBefore(due);
            Set<String> by = counting.stream().map(GivenApproval::person).collect(Collectors.toSet());
            standings.add(new NeedStanding(
                    need,
                    counting,
                    missing,
                    open,
                    due,
                    overdue,
                    counting.stream()
                            .map(g -> end(need, g))
                            .filter(Objects::nonNull)
                            .min(Instant::compareTo)
                            .orElse(null),
                    missing == 0 || electorate == null
                            ? null
                            : electorate
                                    .deadEnd(need, hands, by, missing, overdue)
                                    .orElse(null)));
        }
        return new NeedStandings(standings);
    }

    /** What was given for it and counts, the latest of each person. */
    private static List<GivenApproval> counting(
            ApprovalNeed need, List<GivenApproval> given, @Nullable String seal, Set<String> hands, Instant now) {
        Set<String> seen = new HashSet<>();
        List<GivenApproval> counting = new ArrayList<>();
        for (int i = given.size() - 1; i >= 0; i--) {
            GivenApproval one = given.get(i);
            Instant end = end(need, one);
            boolean counts = one.needs().contains(need.key())
                    && one.seal().equals(seal)
                    && FourEyes.mayDecide(hands, one.person())
                    && (end == null || now.isBefore(end));
            if (counts && seen.add(one.person())) {
                counting.add(0, one);
            }
        }
        return counting;
    }

    private static @Nullable Instant end(ApprovalNeed need, GivenApproval given) {
        Integer hours = need.terms().validHours();
        return hours == null ? null : given.at().plus(Duration.ofHours(hours));
    }

    /** Counted from when it was asked for: the submission, or the approval before whose turn it was. */
    private static @Nullable Instant due(ApprovalNeed need, List<NeedStanding> before, @Nullable Instant submitted) {
        if (submitted == null) {
            return null;
        }
        Instant asked = before.stream()
                .filter(s -> s.need().terms().turn() < need.terms().turn())
                .flatMap(s -> s.given().stream())
                .map(GivenApproval::at)
                .filter(at -> at.isAfter(submitted))
                .max(Instant::compareTo)
                .orElse(submitted);
        return need.due(asked);
    }

    /** In the order in which they are asked for. */
    public List<NeedStanding> all() {
        return all;
    }

    /** Whether everything is there that the change needs. */
    public boolean satisfied() {
        return !all.isEmpty() && all.stream().allMatch(NeedStanding::satisfied);
    }

    /** What is asked for now. */
    public List<NeedStanding> open() {
        return all.stream().filter(NeedStanding::open).toList();
    }

    /** When what makes it approved ends, UTC; null when it holds as long as the seal. */
    public @Nullable Instant ends() {
        return all.stream()
                .map(NeedStanding::ends)
                .filter(Objects::nonNull)
                .min(Instant::compareTo)
                .orElse(null);
    }

    /** What somebody could give now: what is open, that they have not given yet, and for which they may speak. */
    public List<NeedStanding> open(String login, Set<String> hands, Electorate electorate) {
        return open().stream()
                .filter(s -> s.given().stream().noneMatch(g -> g.person().equals(login)))
                .filter(s -> electorate
                        .speaksFor(login, s.need(), hands, s.overdue())
                        .isPresent())
                .toList();
    }

    /**
     * Whether somebody need not be told now of what they could give: all of it is asked of teams of which others are on watch
     * who can give it, and none of it is past its time.
     */
    public boolean leavesToTheWatch(String login, Set<String> hands, Electorate electorate) {
        List<NeedStanding> theirs = open(login, hands, electorate);
        return !theirs.isEmpty()
                && theirs.stream().noneMatch(NeedStanding::overdue)
                && theirs.stream()
                        .map(s -> electorate.watch(s.need(), hands))
                        .allMatch(watch -> !watch.isEmpty() && !watch.contains(login));
    }

    /** For whom somebody would speak who gives these: the first who is away; empty when for themselves. */
    public static Optional<String> actingFor(
            String login, List<NeedStanding> needs, Set<String> hands, Electorate electorate) {
        return needs.stream()
                .flatMap(s -> electorate.speaksFor(login, s.need(), hands, s.overdue()).stream())
                .map(Electorate.Elector::login)
                .filter(who -> !who.equals(login))
                .findFirst();
    }

    /** How many approvals are there of those that it takes. */
    public int given() {
        return needed() - all.stream().mapToInt(NeedStanding::missing).sum();
    }

    /** How many approvals it takes. */
    public int needed() {
        return all.stream().mapToInt(s -> s.need().who().howMany()).sum();
    }

    /** What it waits for, to follow on "It waits for"; empty when for nothing. */
    public String waitsFor() {
        return String.join(
                ", and for ",
                open().stream().map(NeedStanding::waitsFor).collect(Collectors.toCollection(LinkedHashSet::new)));
    }

    /** Log-ins of those who approved it and must not start its run. */
    public Set<String> runnersApart() {
        return all.stream()
                .filter(s -> s.need().terms().runnerApart())
                .flatMap(s -> s.given().stream())
                .map(GivenApproval::person)
                .collect(Collectors.toSet());
    }
}
