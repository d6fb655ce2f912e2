package io.safestep.app.meeting;

import io.safestep.app.sight.Sight;
import io.safestep.core.next.Ladder;
import io.safestep.core.risk.RiskLevel;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A change that waits for a decision.
 *
 * @param yours the one who asks could give an approval of it
 * @param needs those that are missing, to follow on "approval of"
 * @param teams ids of teams that are asked for one of them
 * @param riskPoints of its risk when it was submitted
 * @param devices those that are seen
 * @param others how many devices it has beside
 * @param fits where it would fit first if it were approved now; null when nowhere in the next days
 */
public record MeetingView(
        int number,
        String title,
        String authorName,
        boolean emergency,
        boolean yours,
        List<String> needs,
        List<Long> teams,
        RiskLevel risk,
        int riskPoints,
        List<String> devices,
        int others,
        @Nullable Instant fits) {

    MeetingView told(Sight sight) {
        List<String> seen = sight.seen(devices);
        return new MeetingView(
                number,
                title,
                authorName,
                emergency,
                yours,
                needs,
                teams,
                risk,
                riskPoints,
                seen,
                devices.size() - seen.size(),
                fits);
    }

    static @Nullable Instant opens(Ladder.@Nullable Outlook outlook) {
        return outlook == null ? null : outlook.opensAt();
    }
}
