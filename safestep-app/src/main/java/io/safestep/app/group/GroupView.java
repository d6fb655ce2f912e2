package io.safestep.app.group;

import io.safestep.app.sight.Sight;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A group with what it holds now.
 *
 * @param rule null for a fixed list
 * @param ruleInWords null for a fixed list
 * @param devices names of the devices that it holds now
 * @param credential name of the credential that is used for them; null when the group says none
 */
public record GroupView(
        long id,
        String name,
        String note,
        @Nullable Rule rule,
        @Nullable String ruleInWords,
        List<String> devices,
        @Nullable String credential) {

    /** With the devices that somebody sees. */
    GroupView told(Sight sight) {
        return sight.readsEverything()
                ? this
                : new GroupView(id, name, note, rule, ruleInWords, sight.seen(devices), credential);
    }

    /** @param namePattern with * and ?; empty for none */
    public record Rule(
            List<String> sites, List<String> roles, List<String> platforms, String namePattern, List<String> labels) {}
}
