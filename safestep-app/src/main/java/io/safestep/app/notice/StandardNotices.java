package io.safestep.app.notice;

import io.safestep.app.people.People;
import io.safestep.app.standard.StandardApprovals;
import io.safestep.app.standard.StandardChanges;
import io.safestep.app.standard.StandardMoved;
import java.util.Collection;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/** Tells people about standard changes: who is asked, and who wrote one, what became of it. */
@Component
class StandardNotices {

    private final StandardChanges standards;
    private final StandardApprovals approvals;
    private final People people;
    private final Inbox inbox;

    StandardNotices(StandardChanges standards, StandardApprovals approvals, People people, Inbox inbox) {
        this.standards = standards;
        this.approvals = approvals;
        this.people = people;
        this.inbox = inbox;
    }

    @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
    void on(StandardMoved moved) {
        String name = standards.nameOf(moved.standard());
        Collection<String> authors = standards.authorsOf(moved.standard());
        switch (moved.what()) {
            case ASKED ->
                tell(
                        approvals.asked(moved.standard()),
                        NoticeKind.DECISION_ASKED,
                        "The standard change " + name + " waits for your decision",
                        "Approved, every change within its bounds runs without an approval of its own.",
                        moved);
            case APPROVED ->
                tell(
                        authors,
                        NoticeKind.DECIDED,
                        "The standard change " + name + " is in force",
                        "Changes within its bounds need no approval of their own.",
                        moved);
            case RETURNED ->
                tell(
                        authors,
                        NoticeKind.DECIDED,
                        "The standard change " + name + " came back to you",
                        people.withLogin(moved.by()).name() + " returned it: “"
                                + approvals.lastComment(moved.standard()) + "”",
                        moved);
            case SUSPENDED ->
                tell(
                        authors,
                        NoticeKind.DECIDED,
                        "The standard change " + name + " is suspended",
                        "Changes that wait for their run under it need approvals of their own. Look at what went wrong,"
                                + " write it anew and ask for its approval.",
                        moved);
        }
    }

    private void tell(Collection<String> logins, NoticeKind kind, String title, String text, StandardMoved moved) {
        logins.forEach(login ->
                inbox.put(people.withLogin(login), kind, title, text, "/library/standard/" + moved.standard()));
    }
}
