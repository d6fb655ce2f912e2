package io.safestep.app.comment;

import io.safestep.app.change.ApprovalCondition;
import io.safestep.app.change.ClosingCondition;
import io.safestep.app.change.stored.Change;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What somebody asked about a line is settled before the change is approved, and before it is closed. */
@Component
class ResolvedBeforeMoving implements ApprovalCondition, ClosingCondition {

    private static final int MOST_NAMED = 3;

    private final LineCommentRepository comments;

    ResolvedBeforeMoving(LineCommentRepository comments) {
        this.comments = comments;
    }

    @Override
    public Optional<String> objectionToApproval(Change change) {
        return open(change, "approved");
    }

    @Override
    public Optional<String> objection(Change change) {
        return open(change, "closed");
    }

    private Optional<String> open(Change change, String moved) {
        List<LineComment> open = comments.findByChangeIdOrderById(change.id()).stream()
                .filter(LineComment::isOpen)
                .toList();
        if (open.isEmpty()) {
            return Optional.empty();
        }
        List<String> devices = open.stream()
                .map(comment -> comment.about() == null
                        ? "the change as a whole"
                        : comment.about().device())
                .distinct()
                .toList();
        String named = devices.stream().limit(MOST_NAMED).collect(Collectors.joining(", "))
                + (devices.size() > MOST_NAMED ? " and " + (devices.size() - MOST_NAMED) + " more" : "");
        return Optional.of((open.size() == 1 ? "1 comment is" : open.size() + " comments are") + " open on " + named
                + ". Who wrote it, or the author of the change, resolves it before " + change.subject() + " is " + moved
                + ".");
    }
}
