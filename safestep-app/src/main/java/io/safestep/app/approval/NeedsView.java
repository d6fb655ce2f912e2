package io.safestep.app.approval;

import io.safestep.app.sight.Sight;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.risk.Risk;
import io.safestep.core.risk.RiskFactor;
import io.safestep.core.risk.RiskLevel;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What a change needs before it may run, and its risk.
 *
 * @param kept as it was submitted; else by the rules of now
 * @param opening names of devices whose lines have to be opened by who asks, before they approve
 * @param ends when what makes it approved ends, UTC; null when it holds as long as the seal, or is not there
 */
public record NeedsView(
        RiskView risk,
        List<Need> needs,
        boolean kept,
        List<String> opening,
        @Nullable Instant ends) {

    /** @param reasons what gave it, what counts most first */
    public record RiskView(int points, RiskLevel level, List<Reason> reasons) {

        static RiskView of(Risk risk, Sight sight) {
            return new RiskView(
                    risk.points(),
                    risk.level(),
                    risk.reasons().stream()
                            .map(r -> new Reason(r.factor(), r.points(), sight.told(r.sentence())))
                            .toList());
        }
    }

    public record Reason(RiskFactor factor, int points, String sentence) {}

    /**
     * @param rule name of the rule; null for what every change needs
     * @param of whose, to follow on "approval of"
     * @param because why, to follow on "because"
     * @param devices those about which it is and that are seen
     * @param others how many there are beside
     * @param howMany how many people
     * @param given names of those who have given it
     * @param open its turn has come, and it is not there yet
     * @param yours the one who asks could give it now
     * @param due when it has to be there, UTC; null for no time
     * @param deadEnd why nobody can give it, with what to do; null when somebody can
     */
    public record Need(
            String key,
            @Nullable String rule,
            int ruleVersion,
            String of,
            String because,
            List<String> devices,
            int others,
            int howMany,
            List<String> given,
            int missing,
            int turn,
            boolean open,
            boolean yours,
            @Nullable Instant due,
            @Nullable String deadEnd) {

        static Need of(NeedStanding s, boolean yours, Map<String, String> names, Sight sight) {
            ApprovalNeed n = s.need();
            List<String> seen = sight.seen(n.devices());
            return new Need(
                    n.key(),
                    n.rule(),
                    n.ruleVersion(),
                    n.of(),
                    sight.told(n.because()),
                    seen,
                    n.devices().size() - seen.size(),
                    n.who().howMany(),
                    s.given().stream()
                            .map(g -> names.getOrDefault(g.person(), g.person()))
                            .toList(),
                    s.missing(),
                    n.terms().turn(),
                    s.open(),
                    yours,
                    s.due(),
                    s.deadEnd());
        }
    }
}
