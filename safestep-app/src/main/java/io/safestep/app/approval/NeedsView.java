package io.safestep.app.approval;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.risk.Risk;
import io.safestep.core.risk.RiskFactor;
import io.safestep.core.risk.RiskLevel;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What a change needs before it may run, and its risk.
 *
 * @param kept as it was submitted; else by the rules of now
 * @param opening names of devices whose lines have to be opened by who asks, before they approve
 * @param standard how it keeps to the standard change as whose use it is written; null when as none
 * @param ends when what makes it approved ends, UTC; null when it holds as long as the seal, or is not there
 */
public record NeedsView(
        RiskView risk,
        List<Need> needs,
        boolean kept,
        List<String> opening,
        @Nullable StandardKept standard,
        @Nullable Instant ends) {

    /**
     * @param inside it needs no approval of its own
     * @param outside why it does, as sentences
     * @param bounds what was approved, as sentences
     */
    public record StandardKept(long id, String name, boolean inside, List<String> outside, List<String> bounds) {

        static StandardKept of(StandingApproval.Kept kept, boolean inside, Sight sight) {
            return new StandardKept(
                    kept.standard(),
                    kept.name(),
                    inside,
                    kept.outside().stream().map(sight::told).toList(),
                    kept.bounds());
        }
    }

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
     * @param devices those about which it is and that are seen
     * @param others how many there are beside
     */
    public record Need(
            String key,
            @JsonUnwrapped Asked asked,
            List<String> devices,
            int others,
            @JsonUnwrapped Standing standing) {

        /** @param watch log-ins of those on watch who can give it now */
        public static Need of(
                NeedStanding s, boolean yours, Set<String> watch, Map<String, String> names, Sight sight) {
            ApprovalNeed n = s.need();
            List<String> seen = sight.seen(n.devices());
            return new Need(
                    n.key(),
                    new Asked(
                            n.rule(),
                            n.ruleVersion(),
                            n.of(),
                            sight.told(n.because()),
                            n.who().howMany()),
                    seen,
                    n.devices().size() - seen.size(),
                    new Standing(
                            s.given().stream()
                                    .map(g -> names.getOrDefault(g.person(), g.person()))
                                    .toList(),
                            s.missing(),
                            s.open(),
                            yours,
                            watch.stream()
                                    .map(login -> names.getOrDefault(login, login))
                                    .toList(),
                            s.due(),
                            s.deadEnd()));
        }
    }

    /**
     * @param rule name of the rule; null for what every change needs
     * @param of whose, to follow on "approval of"
     * @param because why, to follow on "because"
     * @param howMany how many people
     */
    public record Asked(@Nullable String rule, int ruleVersion, String of, String because, int howMany) {}

    /**
     * @param given names of those who have given it
     * @param open its turn has come, and it is not there yet
     * @param yours the one who asks could give it now
     * @param watch names of those on watch who can give it now; none where all who may are asked
     * @param due when it has to be there, UTC; null for no time
     * @param deadEnd why nobody can give it, with what to do; null when somebody can
     */
    public record Standing(
            List<String> given,
            int missing,
            boolean open,
            boolean yours,
            List<String> watch,
            @Nullable Instant due,
            @Nullable String deadEnd) {}
}
