package io.safestep.app.notice;

import io.safestep.app.change.ChangeMoved;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Requester;
import io.safestep.app.change.stored.Change;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.settings.Network;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.schedule.WallClock;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Tells who asked for a change what becomes of it, by mail: they may have no account here. They are told no more than what
 * the change is called, when it is planned and how it ended.
 */
@Component
class RequesterNotices {

    private final Changes changes;
    private final Schedule schedule;
    private final Network network;
    private final Inbox inbox;

    RequesterNotices(Changes changes, Schedule schedule, Network network, Inbox inbox) {
        this.changes = changes;
        this.schedule = schedule;
        this.network = network;
        this.inbox = inbox;
    }

    @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
    void on(ChangeMoved moved) {
        Change change = changes.numbered(moved.number());
        Requester requester = change.requester();
        String mail = requester.requesterMail();
        String became = became(change, moved.action());
        if (mail != null && became != null) {
            String reference = requester.outsideReference();
            inbox.mailOutside(
                    mail,
                    oneLine((reference == null ? "" : reference + ": ") + change.title() + ": " + became),
                    (requester.requestedBy() == null ? "" : requester.requestedBy() + ",\n\n")
                            + "what you asked for is " + change.subject() + " at "
                            + network.name().orElse("our network") + ". " + sentence(change, moved.action())
                            + "\n\nYou are told because " + change.author().name()
                            + " wrote your address into it. Nothing can be decided by answering this.\n");
        }
    }

    /** As a subject of a mail (RFC 5322, section 3.6.5). */
    private static String oneLine(String text) {
        return text.replaceAll("\\p{Cntrl}+", " ");
    }

    private static @Nullable String became(Change change, ChangeAction action) {
        return switch (action) {
            case SUBMIT -> "waits for approval";
            case APPROVE, RELEASE -> "approved";
            case BOOK -> "planned";
            case CANCEL_BOOKING -> "no longer planned";
            case LAPSE, GROUND_MOVED -> "to be approved again";
            case REJECT -> "rejected";
            case WITHDRAW -> change.submittedAt() == null ? null : "withdrawn";
            case RUN_SUCCEEDED -> "done";
            case RUN_ROLLED_BACK -> "tried and taken back";
            case RUN_STUCK -> "needs attention";
            default -> null;
        };
    }

    private String sentence(Change change, ChangeAction action) {
        return switch (action) {
            case SUBMIT -> "It is written and waits for its approval.";
            case APPROVE -> "It is approved and waits for a time at which it can be done.";
            case RELEASE -> "It was released as an emergency and is done as soon as it can be.";
            case BOOK -> "It is planned" + when(change).map(w -> " for " + w).orElse("") + ".";
            case CANCEL_BOOKING -> "It is no longer planned for that time; a new one is looked for.";
            case LAPSE -> "Its approval has ended; it waits for another one, and has no time until then.";
            case GROUND_MOVED ->
                "What it would change was changed by somebody else meanwhile; it is looked at again, and has no time until then.";
            case REJECT ->
                "It was rejected and will not be done. Ask " + change.author().name() + " why.";
            case WITHDRAW -> "It was withdrawn and will not be done.";
            case RUN_SUCCEEDED -> "It was done, and what was looked at afterwards is as it should be.";
            case RUN_ROLLED_BACK -> "It was tried and taken back: everything is as it was before.";
            case RUN_STUCK -> "It was tried and did not end as planned; people are looking after it.";
            default -> "";
        };
    }

    private Optional<String> when(Change change) {
        return schedule.booking(change)
                .map(b -> new WallClock(network.zone())
                                .dayAndTime(b.occurrence().start()) + " to "
                        + new WallClock(network.zone()).time(b.occurrence().end()) + ", time of "
                        + network.zone().getId());
    }
}
