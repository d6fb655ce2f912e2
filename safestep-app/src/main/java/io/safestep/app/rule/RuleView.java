package io.safestep.app.rule;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.app.sight.Sight;
import io.safestep.core.rule.Breach;
import io.safestep.core.rule.RuleKind;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A rule with where it is broken.
 *
 * @param group name of the group; null for all devices of the platform
 * @param stopsChanges a change that breaks it can't be submitted
 * @param version of what it says now
 * @param versions newest first; left out in lists
 */
record RuleView(
        long id,
        String name,
        String platform,
        @Nullable String group,
        boolean active,
        boolean stopsChanges,
        int version,
        Content content,
        @JsonUnwrapped Kept kept,
        List<Exempt> exceptions,
        List<Version> versions) {

    /** With the devices that somebody sees; the numbers are those of the whole network. */
    RuleView told(Sight sight) {
        return new RuleView(
                id,
                name,
                platform,
                group,
                active,
                stopsChanges,
                version,
                content,
                new Kept(
                        kept.brokenCount(),
                        kept.lookedAt(),
                        kept.checked(),
                        kept.unread(),
                        sight.seen(kept.broken(), Broken::device)),
                sight.seen(exceptions, Exempt::device),
                versions);
    }

    /**
     * How devices keep it.
     *
     * @param brokenCount how many devices do not keep it, exceptions aside
     * @param lookedAt when all of its devices were looked at for what it says now, UTC; null while that goes on
     * @param checked how many of the devices that it is about have a backup, in which it is looked for
     * @param unread how many have none
     * @param broken each of those, by name; left out in lists
     */
    public record Kept(int brokenCount, @Nullable Instant lookedAt, int checked, int unread, List<Broken> broken) {}

    /** See {@link io.safestep.core.rule.ConfigurationRule}. */
    record Content(
            RuleKind kind, List<String> inside, List<String> lines, String pattern, Map<String, String> parameters) {}

    /**
     * @param since when it was found first, UTC; null in a trial
     * @param backupId the version that was looked at
     */
    record Broken(String device, @Nullable Instant since, long backupId, List<Breach> breaches) {}

    /** @param until the last day, in the network's zone */
    record Exempt(String device, String reason, LocalDate until, String madeBy, boolean over) {}

    record Version(int number, String note, String writtenBy, Instant writtenAt, Content content) {}

    /**
     * What a rule would flag.
     *
     * @param problems what is wrong with the rule itself; when there is any, nothing was looked at
     * @param checked how many devices were looked at
     */
    record Trial(List<String> problems, int checked, List<Broken> broken) {}
}
