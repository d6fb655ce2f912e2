package io.safestep.core.approval;

import io.safestep.core.change.FourEyes;
import io.safestep.core.people.Deputies;
import io.safestep.core.people.Deputies.Leave;
import io.safestep.core.people.Role;
import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Those who can approve, at a moment, with who acts for whom. */
public final class Electorate {

    /**
     * @param decides has the right to decide about changes
     * @param teams ids of those to which they belong
     */
    public record Elector(String login, String name, boolean decides, Set<Long> teams, Set<Role> roles) {}

    /** Whether somebody may act on devices. */
    @FunctionalInterface
    public interface Reach {
        boolean acts(String login, String device);
    }

    private final Map<String, Elector> people = new LinkedHashMap<>();
    private final Collection<Leave> leaves;
    private final Map<Long, Set<String>> onWatch;
    private final Instant now;
    private final Reach reach;

    /**
     * @param here everybody who is not retired
     * @param leaves of all
     * @param onWatch log-ins of those of a team who are on watch, by its id; without teams of which nobody is
     * @param now UTC
     */
    public Electorate(
            Collection<Elector> here,
            Collection<Leave> leaves,
            Map<Long, Set<String>> onWatch,
            Instant now,
            Reach reach) {
        here.forEach(e -> people.put(e.login(), e));
        this.leaves = List.copyOf(leaves);
        this.onWatch = Map.copyOf(onWatch);
        this.now = now;
        this.reach = reach;
    }

    /**
     * For whom somebody would give an approval: for themselves, or for somebody who is away.
     *
     * @param hands log-ins of everybody who had a hand in the change
     * @param overdue whether it is past its time, so that those to whom it is escalated may give it as well
     * @return empty when they can't
     */
    public Optional<Elector> speaksFor(String login, ApprovalNeed need, Set<String> hands, boolean overdue) {
        Elector person = people.get(login);
        if (person == null || !person.decides() || !FourEyes.mayDecide(hands, login) || !reaches(login, need)) {
            return Optional.empty();
        }
        if (isMeant(person, need, overdue)) {
            return Optional.of(person);
        }
        return people.values().stream()
                .filter(away -> isMeant(away, need, overdue) && FourEyes.mayDecide(hands, away.login()))
                .filter(away -> isAway(away.login()))
                .filter(away -> acting(away.login()).equals(Optional.of(login)))
                .findFirst();
    }

    /**
     * Log-ins of those on watch who can give it now, where it is asked of a team with shifts; nobody where all of the team are
     * asked.
     */
    public Set<String> watch(ApprovalNeed need, Set<String> hands) {
        Long team = need.who().kind() == Approvers.Kind.TEAM ? need.who().team() : null;
        if (team == null) {
            return Set.of();
        }
        return onWatch.getOrDefault(team, Set.of()).stream()
                .filter(login -> !isAway(login))
                .filter(login -> speaksFor(login, need, hands, false).isPresent())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private boolean reaches(String login, ApprovalNeed need) {
        return need.devices().stream().allMatch(device -> reach.acts(login, device));
    }

    private static boolean isMeant(Elector person, ApprovalNeed need, boolean overdue) {
        Approvers who = need.who();
        boolean meant = switch (who.kind()) {
            case ANYBODY -> true;
            case TEAM -> who.team() != null && person.teams().contains(who.team());
            case ROLE -> who.role() != null && person.roles().contains(who.role());
            case PEOPLE -> who.people().contains(person.login());
            case SITE_TEAM, SERVICE_TEAM -> false; // asked for as one need for the team of each site or service
        };
        Long escalated = need.terms().escalateTo();
        return meant || overdue && escalated != null && person.teams().contains(escalated);
    }

    private boolean isAway(String login) {
        return leaves.stream().anyMatch(l -> l.person().equals(login) && l.holdsAt(now));
    }

    private Optional<String> acting(String login) {
        return Deputies.acting(login, leaves, people::containsKey, now);
    }

    /** Log-ins of those who can give it now: who is away is passed over to who acts for them. */
    Set<String> present(ApprovalNeed need, Set<String> hands, boolean overdue) {
        return people.keySet().stream()
                .filter(login -> !isAway(login))
                .filter(login -> speaksFor(login, need, hands, overdue).isPresent())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /**
     * Why too few can give it, with what to do about it.
     *
     * @param missing how many have to give it still
     * @param given log-ins of who has given it
     * @return empty when there are enough
     */
    Optional<String> deadEnd(ApprovalNeed need, Set<String> hands, Set<String> given, int missing, boolean overdue) {
        Set<String> could = present(need, hands, overdue);
        could.removeAll(given);
        if (could.size() >= missing) {
            return Optional.empty();
        }
        List<Elector> meant = people.values().stream()
                .filter(e -> isMeant(e, need, overdue))
                .filter(e -> !given.contains(e.login()))
                .toList();
        if (meant.isEmpty()) {
            return Optional.of(
                    "There is nobody who could give it. Put people into what it asks for, or change the rule.");
        }
        String who = meant.stream()
                .map(e -> e.name() + " " + why(e, need, hands))
                .limit(4)
                .collect(Collectors.joining("; "));
        return Optional.of((could.isEmpty() ? "Nobody can give it now: " : "Too few can give it now: ") + who
                + ". Name a deputy, add somebody, or change the rule and submit it again.");
    }

    private String why(Elector e, ApprovalNeed need, Set<String> hands) {
        if (!FourEyes.mayDecide(hands, e.login())) {
            return "had a hand in it";
        }
        if (!e.decides()) {
            return "may not decide about changes";
        }
        if (isAway(e.login())) {
            return "is away" + (acting(e.login()).isEmpty() ? " and nobody acts for them" : "");
        }
        return reaches(e.login(), need) ? "can" : "may not act on all of the devices";
    }
}
