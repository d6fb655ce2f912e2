package io.safestep.core.standard;

import io.safestep.core.change.FailureRule;
import io.safestep.core.risk.Submission.Place;
import io.safestep.core.template.Template;
import io.safestep.core.template.Variable;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What a standard change was approved for. Beside what they say, every use is of the one template, its way back is proven, no
 * command cuts the way to a device, nothing of it is for somebody else to enter, and a failure undoes all of it.
 *
 * @param sites ids; an empty set asks for nothing
 * @param groups ids
 * @param roles of devices, in lower case, as in the words of the product
 * @param values by name of the variable; what is missing takes whatever the template takes
 * @param checks names of checks of the library that every use has
 * @param windows ids of those into which a use may be booked; an empty set for all
 * @param mostDevices in one use
 * @param mostAtOnce in one wave
 */
public record Bounds(
        Set<Long> sites,
        Set<Long> groups,
        Set<String> roles,
        Map<String, ValueBound> values,
        Set<String> checks,
        Set<Long> windows,
        int mostDevices,
        int mostAtOnce) {

    /** How many devices a change holds at most. */
    public static final int MOST_DEVICES = 200;

    public Bounds {
        sites = Set.copyOf(sites);
        groups = Set.copyOf(groups);
        roles = Set.copyOf(roles);
        values = Map.copyOf(values);
        checks = Set.copyOf(checks);
        windows = Set.copyOf(windows);
    }

    /** Whether a device is one of those of which they speak. */
    public boolean holds(Place place) {
        return (sites.isEmpty() || sites.contains(place.site()))
                && (groups.isEmpty() || place.groups().stream().anyMatch(groups::contains))
                && (roles.isEmpty() || roles.contains(place.role()));
    }

    /** What is wrong with how they are said, as sentences. */
    public List<String> complaints(Template template) {
        List<String> complaints = new ArrayList<>();
        new TreeMap<>(values).forEach((name, bound) -> {
            Variable variable = template.variables().stream()
                    .filter(v -> v.name().equals(name))
                    .findFirst()
                    .orElse(null);
            if (variable == null) {
                complaints.add("The template has no variable called " + name + ".");
            } else if (variable.holdsSecret() && bound.kind() != ValueBound.Kind.ANY) {
                complaints.add(name + " is a secret: a bound would show what it may be.");
            } else {
                complaints.addAll(bound.complaints(name));
            }
        });
        if (mostAtOnce > mostDevices) {
            complaints.add("There can't be more devices at once than in one change.");
        }
        return complaints;
    }

    /** Why a use is outside, as sentences that each name what was approved; empty when it is inside. */
    public List<String> outside(StandardUse use, Template template) {
        List<String> outside = new ArrayList<>();
        if (use.targets().isEmpty()) {
            outside.add("It has no device yet.");
        }
        if (use.targets().size() > mostDevices) {
            outside.add("It has " + devices(use.targets().size()) + "; at most " + mostDevices + " were approved.");
        }
        if (use.largestWave() > mostAtOnce) {
            outside.add(
                    "It changes " + devices(use.largestWave()) + " at once; at most " + mostAtOnce + " were approved.");
        }
        use.targets().forEach(target -> outside.addAll(outside(target, template)));
        Set<String> missing = new TreeSet<>(checks);
        missing.removeAll(use.checks());
        missing.forEach(check -> outside.add("The check " + check + " is missing."));
        if (use.failureRule() != FailureRule.UNDO_ALL) {
            outside.add("When something fails, all of it has to be undone.");
        }
        if (use.sheets()) {
            outside.add("It has lines for a device that somebody else runs.");
        }
        if (use.outsideWindows()) {
            outside.add("It is to run outside the usual windows.");
        }
        return outside;
    }

    private List<String> outside(StandardUse.Target target, Template template) {
        String device = target.device();
        if (!target.approved()) {
            return List.of(device + " is not among the devices for which it was approved.");
        }
        if (!target.ofTemplate()) {
            return List.of(device + " takes something else than the template in the version that was approved.");
        }
        List<String> outside = new ArrayList<>();
        for (Variable variable : template.variables()) {
            ValueBound bound = values.getOrDefault(variable.name(), ValueBound.any());
            String value = variable.effective(target.values().get(variable.name()));
            if (!bound.holds(value)) {
                outside.add(device + ": " + variable.name() + " is " + (value.isEmpty() ? "empty" : value)
                        + "; approved for " + bound.words() + ".");
            }
        }
        if (!target.derived()) {
            outside.add(device + ": its lines are not right yet.");
        } else if (!target.proven()) {
            outside.add(device + ": its way back is not proven.");
        }
        if (target.cutsPath()) {
            outside.add(device + ": a command cuts the way between Safe Step and the device.");
        }
        return outside;
    }

    private static String devices(int count) {
        return count == 1 ? "1 device" : count + " devices";
    }

    /** What they let through, a sentence for each thing. */
    public List<String> words(BoundNames names) {
        List<String> words = new ArrayList<>();
        words.add("Devices: " + deviceWords(names));
        words.add("At most " + devices(mostDevices) + " in one change, " + mostAtOnce + " at once.");
        new TreeMap<>(values).forEach((name, bound) -> words.add(name + ": " + bound.words() + "."));
        if (!checks.isEmpty()) {
            words.add("With the checks " + String.join(", ", new TreeSet<>(checks)) + ".");
        }
        words.add(
                windows.isEmpty() ? "In any window." : "In " + BoundNames.listed(windows, names.windows()) + " only.");
        return words;
    }

    private String deviceWords(BoundNames names) {
        List<String> parts = new ArrayList<>();
        if (!roles.isEmpty()) {
            parts.add("role " + String.join(" or ", new TreeSet<>(roles)));
        }
        if (!sites.isEmpty()) {
            parts.add("at " + BoundNames.listed(sites, names.sites()));
        }
        if (!groups.isEmpty()) {
            parts.add("in group " + BoundNames.listed(groups, names.groups()));
        }
        return parts.isEmpty() ? "all of the platform." : String.join(", ", parts) + ".";
    }
}
