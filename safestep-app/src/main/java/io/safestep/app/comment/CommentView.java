package io.safestep.app.comment;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A comment on a line with its answers.
 *
 * @param about the line; it may no longer be part of the difference
 * @param mayResolve whether the person who asks may resolve it, or open it again
 * @param resolvedBy null while it is open
 */
public record CommentView(
        long id,
        CommentedLine about,
        String body,
        String author,
        Instant writtenAt,
        List<Answer> answers,
        boolean mayResolve,
        @Nullable String resolvedBy,
        @Nullable Instant resolvedAt) {

    public record Answer(String body, String author, Instant writtenAt) {}
}
