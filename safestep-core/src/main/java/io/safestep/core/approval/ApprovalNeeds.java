package io.safestep.core.approval;

import io.safestep.core.risk.RiskLevel;
import io.safestep.core.risk.Submission;
import io.safestep.core.risk.Submission.Part;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Which approvals a change needs: those of every rule that speaks of it, and for devices about which none is, that of one
 * other person (law 5).
 */
public final class ApprovalNeeds {

    /** Of what every change needs. */
    public static final String EVERY_CHANGE = "every";

    private ApprovalNeeds() {}

    /** In the order in which they are asked for. */
    public static List<ApprovalNeed> of(
            Submission submission, RiskLevel risk, List<ApprovalRule> rules, HouseNames names) {
        List<ApprovalNeed> needs = new ArrayList<>();
        Set<String> spokenFor = new HashSet<>();
        for (ApprovalRule rule : rules) {
            List<ApprovalNeed> asked = asked(rule, rule.when().matching(submission, risk), submission, names);
            needs.addAll(asked);
            asked.forEach(need -> spokenFor.addAll(need.devices()));
        }
        List<Part> others = submission.parts().stream()
                .filter(p -> !spokenFor.contains(p.device()))
                .toList();
        boolean changesOthers = others.stream().anyMatch(p -> p.commands() > 0);
        if (changesOthers || needs.isEmpty()) {
            Approvers anybody = Approvers.anybody();
            needs.add(new ApprovalNeed(
                    EVERY_CHANGE,
                    null,
                    0,
                    anybody,
                    names.of(anybody),
                    devices(others),
                    "every change needs another person",
                    RuleTerms.usual(),
                    null));
        }
        needs.sort((a, b) -> Integer.compare(a.terms().turn(), b.terms().turn()));
        return needs;
    }

    private static List<ApprovalNeed> asked(
            ApprovalRule rule, List<Part> matching, Submission submission, HouseNames names) {
        return switch (rule.who().kind()) {
            case SITE_TEAM -> ofSites(rule, matching, names);
            case SERVICE_TEAM -> ofServices(rule, matching, submission.services(), names);
            default ->
                matching.isEmpty()
                        ? List.of()
                        : List.of(need(
                                rule, String.valueOf(rule.id()), rule.who(), names.of(rule.who()), matching, names));
        };
    }

    private static List<ApprovalNeed> ofSites(ApprovalRule rule, List<Part> matching, HouseNames names) {
        Map<Long, List<Part>> bySite = matching.stream()
                .collect(Collectors.groupingBy(p -> p.place().site(), TreeMap::new, Collectors.toList()));
        List<ApprovalNeed> needs = new ArrayList<>();
        bySite.forEach((site, parts) -> needs.add(ofTeam(
                rule,
                rule.id() + ":" + site,
                names.siteTeams().get(site),
                parts.get(0).place().siteName(),
                parts,
                names)));
        return needs;
    }

    private static List<ApprovalNeed> ofServices(
            ApprovalRule rule, List<Part> matching, Map<String, Set<String>> services, HouseNames names) {
        List<ApprovalNeed> needs = new ArrayList<>();
        new TreeMap<>(services).forEach((service, devices) -> {
            List<Part> near =
                    matching.stream().filter(p -> devices.contains(p.device())).toList();
            if (!near.isEmpty()) {
                Long team = names.serviceTeams().get(service);
                needs.add(ofTeam(rule, rule.id() + ":" + service.replace(',', ' '), team, service, near, names));
            }
        });
        return needs;
    }

    /** @param owned what belongs to the team: a site, a service */
    private static ApprovalNeed ofTeam(
            ApprovalRule rule, String key, @Nullable Long team, String owned, List<Part> parts, HouseNames names) {
        Approvers who = Approvers.ofTeam(team, rule.who().howMany());
        String of = team == null ? "the team of " + owned + ", which has none" : names.of(who) + " for " + owned;
        return need(rule, key, who, of, parts, names);
    }

    private static ApprovalNeed need(
            ApprovalRule rule, String key, Approvers who, String of, List<Part> parts, HouseNames names) {
        return new ApprovalNeed(
                key,
                rule.name(),
                rule.version(),
                who,
                of,
                devices(parts),
                rule.when().because(parts),
                rule.terms(),
                names.calendar(who));
    }

    private static List<String> devices(List<Part> parts) {
        return parts.stream().map(Part::device).sorted().toList();
    }
}
