package io.safestep.app.people.accounts;

import io.safestep.app.people.links.InvitationMail;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.PeopleGate.Answer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Hands out the links with which people come in: by mail, or else to who asks for them. */
@Component
class Invitations {

    private final Accounts accounts;
    private final InvitationMail mail;

    Invitations(Accounts accounts, InvitationMail mail) {
        this.accounts = accounts;
        this.mail = mail;
    }

    /**
     * How somebody comes in.
     *
     * @param path on this server; it is shown this once. Null when it was mailed, or waits
     * @param endsAt UTC; null when it waits
     * @param mailedTo where the mail server has taken it to; null when it was not mailed, and has to be handed on
     * @param waits what waits for another administrator; null when nothing does
     */
    record InvitationView(
            String name,
            @Nullable String path,
            @Nullable Instant endsAt,
            @Nullable String mailedTo,
            @Nullable String waits) {}

    /**
     * What became of one of many.
     *
     * @param invitation null when it was refused
     * @param refused why; null when it was not
     */
    record InvitedView(
            String login,
            @Nullable InvitationView invitation,
            @Nullable String refused) {}

    /** @param link null when it waits for another administrator, or when none was wanted */
    InvitationView handOut(String login, PersonLinks.@Nullable Made link) {
        Person person = accounts.existing(login);
        if (link == null) {
            String waits = person.wish() == null ? null : PeopleWords.of(Answer.WAITS_FOR_ANOTHER, person.name());
            return new InvitationView(person.name(), null, null, null, waits);
        }
        return handOut(person, link, true);
    }

    /** Who is mailed a link is the one who has it, and nobody beside them. */
    private InvitationView handOut(Person person, PersonLinks.Made link, boolean mails) {
        boolean mailed = mails && mail.send(person.email(), person.name(), link.path(), link.endsAt());
        return new InvitationView(
                person.name(), mailed ? null : link.path(), link.endsAt(), mailed ? person.email() : null, null);
    }

    /** Each by itself: one that does not go stops none of the others. */
    List<InvitedView> many(List<String> logins, String by) {
        List<InvitedView> invited = new ArrayList<>();
        boolean mails = true;
        for (String login : logins.stream().distinct().toList()) {
            try {
                PersonLinks.Made link = accounts.invite(login, by);
                Person person = accounts.existing(login);
                InvitationView view = link == null ? handOut(login, null) : handOut(person, link, mails);
                // A mail server that does not answer is not waited for again and again.
                mails = mails && (link == null || person.email() == null || view.mailedTo() != null);
                invited.add(new InvitedView(login, view, null));
            } catch (ProblemException e) {
                invited.add(new InvitedView(login, null, Objects.requireNonNull(e.getMessage())));
            }
        }
        return invited;
    }
}
