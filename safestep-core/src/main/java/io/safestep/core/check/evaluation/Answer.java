package io.safestep.core.check.evaluation;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What was said to a look.
 *
 * @param text for people, a line for each thing
 * @param data the same as XML or JSON; null where the device has nothing of the kind
 * @param rows as the profile finds them: what each is about, a tab, and what it is like
 */
public record Answer(String text, @Nullable String data, List<String> rows) {

    public Answer {
        rows = List.copyOf(rows);
    }
}
