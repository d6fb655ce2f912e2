package io.safestep.app.next;

import io.safestep.app.approval.Reviews;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.people.stored.Person;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import io.safestep.core.next.ChangeFacts;
import io.safestep.core.next.Viewer;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/** What is known of some changes. May be asked by several threads. */
record Gathered(
        Instant now,
        Reviews.Gathered reviews,
        Map<Long, ChangeFacts.Booked> bookings,
        Map<Long, ChangeFacts.Run> runs) {

    ChangeFacts facts(Outline change) {
        return new ChangeFacts(
                change.subject(),
                change.state(),
                change.authorName(),
                change.emergency(),
                change.parts().size(),
                now,
                reviews.review(change),
                bookings.get(change.id()),
                runs.get(change.id()));
    }

    /** What somebody may do about one of them. */
    Viewer viewer(Person person, Outline change, Sight sight, Needs.Electorates electorates) {
        boolean theirs = sight.actsOnEverything() || devices(change).stream().allMatch(sight::acts);
        Viewer viewer = NextSteps.viewer(person, change.author(), theirs);
        if (change.state() == ChangeState.IN_REVIEW) {
            return viewer.deciding(reviews.couldGive(person.login(), change, electorates));
        }
        // Who wrote it before it was handed over decides about it no more than its author.
        return viewer.author() || !change.authors().contains(person.login()) ? viewer : viewer.deciding(false);
    }

    static List<String> devices(Outline change) {
        return change.parts().stream().map(RunWork.Part::device).toList();
    }
}
