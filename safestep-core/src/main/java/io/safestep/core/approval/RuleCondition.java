package io.safestep.core.approval;

import io.safestep.core.change.Category;
import io.safestep.core.check.definition.Topic;
import io.safestep.core.risk.RiskLevel;
import io.safestep.core.risk.Submission;
import io.safestep.core.risk.Submission.Part;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;

/**
 * When an approval rule asks for something. What speaks of devices is about those to which something is sent, and all of it
 * has to hold for one and the same device; an empty set asks for nothing.
 *
 * @param about emergencies or standard changes alone; normal for all but emergencies: also for the widest change that a
 *     standard change would let through, so that nobody passes a rule by what was approved before
 * @param leastRisk from this level on
 * @param leastDevices this many such devices at least
 * @param sites ids
 * @param groups ids
 * @param roles in lower case, as in the words of the product
 * @param platforms names of profiles
 * @param unproven devices whose way back is not proven
 * @param cutsPath devices that Safe Step could not reach for a moment
 * @param services only where a named service is near
 * @param outsideWindows only of a change that is to run outside the usual windows
 */
public record RuleCondition(
        Category about,
        RiskLevel leastRisk,
        int leastDevices,
        Set<Topic> topics,
        Set<Long> sites,
        Set<Long> groups,
        Set<String> roles,
        Set<String> platforms,
        boolean unproven,
        boolean cutsPath,
        boolean services,
        boolean outsideWindows) {

    public RuleCondition {
        topics = Set.copyOf(topics);
        sites = Set.copyOf(sites);
        groups = Set.copyOf(groups);
        roles = Set.copyOf(roles);
        platforms = Set.copyOf(platforms);
    }

    /** Every change but emergencies. */
    public static RuleCondition always() {
        return new RuleCondition(
                Category.NORMAL,
                RiskLevel.LOW,
                1,
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                false,
                false,
                false,
                false);
    }

    /** The devices about which the rule is; none when it asks for nothing of this change. */
    List<Part> matching(Submission submission, RiskLevel risk) {
        boolean asked = isAbout(submission.category())
                && risk.compareTo(leastRisk) >= 0
                && (!services || !submission.services().isEmpty())
                && (!outsideWindows || submission.outsideWindows());
        List<Part> matching =
                asked ? submission.changed().stream().filter(this::holds).toList() : List.of();
        return matching.size() >= leastDevices ? matching : List.of();
    }

    private boolean isAbout(Category category) {
        return about == category || about == Category.NORMAL && category == Category.STANDARD;
    }

    private boolean holds(Part part) {
        return any(topics, part.topics())
                && (sites.isEmpty() || sites.contains(part.place().site()))
                && any(groups, part.place().groups())
                && (roles.isEmpty() || roles.contains(part.place().role()))
                && (platforms.isEmpty() || platforms.contains(part.place().platform()))
                && (!unproven || !part.proven())
                && (!cutsPath || part.cutsPath());
    }

    private static <T> boolean any(Set<T> wanted, Collection<T> there) {
        return wanted.isEmpty() || there.stream().anyMatch(wanted::contains);
    }

    /** Why the rule asks for something of these devices, to follow on "because". */
    String because(List<Part> devices) {
        List<String> reasons = new ArrayList<>();
        switch (about) {
            case EMERGENCY -> reasons.add("it is an emergency");
            case STANDARD -> reasons.add("it is a standard change");
            case NORMAL -> {}
        }
        if (leastRisk != RiskLevel.LOW) {
            reasons.add("its risk is " + leastRisk.word() + " at least");
        }
        if (leastDevices > 1) {
            reasons.add(devices.size() + " devices are changed");
        }
        if (!topics.isEmpty()) {
            reasons.add("it touches "
                    + topics.stream()
                            .filter(t ->
                                    devices.stream().anyMatch(d -> d.topics().contains(t)))
                            .map(Topic::words)
                            .sorted()
                            .reduce((a, b) -> a + " and " + b)
                            .orElse(""));
        }
        if (unproven) {
            reasons.add("the way back is not proven");
        }
        if (cutsPath) {
            reasons.add("a command cuts the way to the device");
        }
        if (outsideWindows) {
            reasons.add("it is to run outside the usual windows");
        }
        if (services) {
            reasons.add("packets of services pass there");
        }
        boolean places = !sites.isEmpty() || !groups.isEmpty() || !roles.isEmpty() || !platforms.isEmpty();
        if (places || reasons.isEmpty()) {
            reasons.add((reasons.isEmpty() ? "it changes " : "")
                    + (reasons.isEmpty() ? "" : "of ")
                    + Submission.names(devices));
        }
        return String.join(", ", reasons);
    }
}
