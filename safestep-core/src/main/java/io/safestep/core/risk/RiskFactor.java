package io.safestep.core.risk;

import io.safestep.core.check.definition.Topic;
import io.safestep.core.risk.Submission.Part;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;

/** What makes a change a risk. Each counts once for each thing of which it speaks, up to a bound of its own. */
public enum RiskFactor {
    MORE_DEVICES(
            "each device beyond the first",
            1,
            5,
            s -> s.changed().size() - 1,
            s -> s.changed().size() + " devices are changed."),
    BACKBONE("each core or distribution device", 3, 2, "Core and distribution: ", withRole("core", "distribution")),
    BORDER("each firewall or edge device", 3, 2, "At the border of the network: ", withRole("firewall", "edge")),
    ROUTING("routes or neighbours are touched", 3, 1, "Routes or neighbours are touched on ", touching(Topic.ROUTING)),
    GATEWAYS(
            "shared gateway addresses are touched",
            2,
            1,
            "Shared gateway addresses are touched on ",
            touching(Topic.GATEWAYS)),
    FILTERS("packet filters are touched", 2, 1, "Packet filters are touched on ", touching(Topic.FILTERS)),
    UNPROVEN("each device whose way back is not proven", 4, 3, "The way back is not proven for ", p -> !p.proven()),
    LOCK_OUT(
            "each device that Safe Step could not reach for a moment",
            4,
            2,
            "A command cuts the way to ",
            Part::cutsPath),
    SERVICES(
            "each service whose packets pass there",
            1,
            4,
            s -> s.services().size(),
            s -> "Services whose packets pass there: "
                    + String.join(", ", s.services().keySet().stream().sorted().toList()) + "."),
    NO_CHECK(
            "nothing is looked at afterwards",
            3,
            1,
            s -> !s.changed().isEmpty() && s.checks() == 0 && s.services().isEmpty() ? 1 : 0,
            s -> "It has no check: nothing is looked at afterwards."),
    EMERGENCY(
            "it runs before it is approved",
            3,
            1,
            s -> s.emergency() ? 1 : 0,
            s -> "It is an emergency and runs before it is approved.");

    private final String words;
    private final int usual;
    private final int most;
    private final Function<Submission, Integer> times;
    private final Function<Submission, String> sentence;

    RiskFactor(
            String words,
            int usual,
            int most,
            Function<Submission, Integer> times,
            Function<Submission, String> sentence) {
        this.words = words;
        this.usual = usual;
        this.most = most;
        this.times = times;
        this.sentence = sentence;
    }

    /** One that speaks of devices to which something is sent. */
    RiskFactor(String words, int usual, int most, String before, Predicate<Part> which) {
        this(words, usual, most, s -> such(s, which).size(), s -> before + Submission.names(such(s, which)) + ".");
    }

    /** What it speaks of, as in "3 points for …". */
    public String words() {
        return words;
    }

    /** How many points it gives each time, unless somebody has said otherwise. */
    public int usual() {
        return usual;
    }

    /** How often it counts at most. */
    public int most() {
        return most;
    }

    /** How often it counts. */
    int times(Submission s) {
        return Math.max(0, Math.min(most, times.apply(s)));
    }

    /** Which facts of the change it is; asked for only where it is there. */
    String sentence(Submission s) {
        return sentence.apply(s);
    }

    private static List<Part> such(Submission s, Predicate<Part> which) {
        return s.changed().stream().filter(which).toList();
    }

    private static Predicate<Part> withRole(String... roles) {
        return p -> Set.of(roles).contains(p.place().role());
    }

    private static Predicate<Part> touching(Topic topic) {
        return p -> p.topics().contains(topic);
    }
}
