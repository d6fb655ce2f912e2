package io.safestep.app.approval;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.approval.rules.ApprovalRules;
import io.safestep.app.approval.rules.RuleDefinition;
import io.safestep.app.approval.rules.SiteTeams;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.check.services.NetworkServices;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.ApprovalRule;
import io.safestep.core.approval.Approvers;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.Category;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What open changes would need if the rules were others, and whether anybody could satisfy a rule. */
@Component
@Transactional(readOnly = true)
class RuleEffects {

    private static final int MOST_SENTENCES = 20;

    private final ApprovalRules rules;
    private final Needs needs;
    private final Changes changes;
    private final SiteTeams siteTeams;
    private final NetworkServices services;
    private final Clock clock;

    RuleEffects(
            ApprovalRules rules,
            Needs needs,
            Changes changes,
            SiteTeams siteTeams,
            NetworkServices services,
            Clock clock) {
        this.rules = rules;
        this.needs = needs;
        this.changes = changes;
        this.siteTeams = siteTeams;
        this.services = services;
        this.clock = clock;
    }

    /**
     * @param touched open changes that would need something else, highest number first
     * @param deadEnds why nobody could satisfy the rule, each with what to do; for the changes that are open now
     */
    record Effect(List<Touched> touched, List<String> deadEnds) {}

    /**
     * @param before what it needs, each to follow on "approval of"
     * @param after what it would need if it were submitted under the rule
     * @param keeps it was submitted already, and so keeps what it needs
     */
    record Touched(int number, String title, List<String> before, List<String> after, boolean keeps) {}

    /** @param id of the rule that would change; null for a new one */
    Effect of(@Nullable Long id, ApprovalRules.Wanted wanted) {
        List<ApprovalRule> others = rules.inForceWith(id, wanted);
        List<Change> open = changes.beforeTheirRun();
        Map<Change, Needs.Reckoned> after = needs.reckoned(open, others);
        List<Touched> touched = open.stream()
                .map(c -> touched(
                        c,
                        needs.keptOrNow(c).needs(),
                        Objects.requireNonNull(after.get(c)).needs()))
                .flatMap(Optional::stream)
                .sorted(Comparator.comparing(Touched::number).reversed())
                .toList();
        return new Effect(touched, deadEnds(wanted, after));
    }

    private static Optional<Touched> touched(Change change, List<ApprovalNeed> before, List<ApprovalNeed> after) {
        List<String> was = before.stream().map(RuleEffects::words).toList();
        List<String> is = after.stream().map(RuleEffects::words).toList();
        return was.equals(is)
                ? Optional.empty()
                : Optional.of(new Touched(change.number(), change.title(), was, is, !Needs.isBeingWritten(change)));
    }

    private static String words(ApprovalNeed need) {
        return need.who().howMany() == 1
                ? need.of()
                : need.of() + " (" + need.who().howMany() + ")";
    }

    /** Of the changes that are open, those for which nobody could give what the rule asks for. */
    private List<String> deadEnds(ApprovalRules.Wanted wanted, Map<Change, Needs.Reckoned> after) {
        Electorate electorate = needs.electorate(wanted.definition().when().about() == Category.EMERGENCY, Map.of());
        List<String> sentences = new ArrayList<>();
        after.forEach((change, reckoned) -> {
            List<ApprovalNeed> ofRule = reckoned.needs().stream()
                    .filter(n -> wanted.name().strip().equals(n.rule()))
                    .toList();
            NeedStandings.of(ofRule, List.of(), null, change.authors(), null, clock.instant(), electorate)
                    .all()
                    .stream()
                    .map(NeedStanding::deadEnd)
                    .filter(Objects::nonNull)
                    .forEach(s -> sentences.add(change.subject() + ": " + s));
        });
        sentences.addAll(0, whoeverItIs(wanted, electorate));
        return sentences.stream().distinct().limit(MOST_SENTENCES).toList();
    }

    /** Whatever change it is about. */
    private List<String> whoeverItIs(ApprovalRules.Wanted wanted, Electorate electorate) {
        RuleDefinition rule = wanted.definition();
        if (rule.who().kind() == Approvers.Kind.SITE_TEAM) {
            List<String> none = siteTeams.all().stream()
                    .filter(s -> s.team() == null)
                    .filter(s ->
                            rule.when().sites().isEmpty() || rule.when().sites().contains(s.site()))
                    .map(SiteTeams.SiteTeamView::name)
                    .toList();
            return none.isEmpty()
                    ? List.of()
                    : List.of("These sites belong to no team yet: " + String.join(", ", none)
                            + ". Say so below under Sites and their teams.");
        }
        if (rule.who().kind() == Approvers.Kind.SERVICE_TEAM) {
            List<String> none = services.withoutTeam();
            return none.isEmpty()
                    ? List.of()
                    : List.of("These services belong to no team yet: " + String.join(", ", none)
                            + ". Say so in the library, under Services.");
        }
        ApprovalNeed anywhere =
                new ApprovalNeed("any", wanted.name(), 0, rule.who(), "", List.of(), "", rule.terms(), null);
        return NeedStandings.of(List.of(anywhere), List.of(), null, Set.of(), null, clock.instant(), electorate)
                .all()
                .stream()
                .map(NeedStanding::deadEnd)
                .filter(Objects::nonNull)
                .toList();
    }
}
