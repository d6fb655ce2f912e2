package io.safestep.app.comment;

import io.safestep.app.sight.Sight;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A comment with its answers.
 *
 * @param about the line; it may no longer be part of the difference. Null when it is about the change as a whole
 * @param question whether it has to be resolved before the change is approved
 * @param mayResolve whether the person who asks may resolve it, or open it again
 * @param resolvedBy null while it is open
 */
public record CommentView(
        long id,
        @Nullable CommentedLine about,
        String body,
        boolean question,
        String author,
        Instant writtenAt,
        List<Answer> answers,
        boolean mayResolve,
        @Nullable String resolvedBy,
        @Nullable Instant resolvedAt) {

    public record Answer(String body, String author, Instant writtenAt) {}

    /** The same as it is told to somebody: without names of devices that they do not see. */
    CommentView toldTo(Sight sight) {
        return new CommentView(
                id,
                about,
                sight.told(body),
                question,
                author,
                writtenAt,
                answers.stream()
                        .map(a -> new Answer(sight.told(a.body()), a.author(), a.writtenAt()))
                        .toList(),
                mayResolve,
                resolvedBy,
                resolvedAt);
    }

    /** Whether somebody sees it who sees the change. */
    boolean isSeenBy(Sight sight) {
        return about == null || sight.reads(about.device());
    }
}
