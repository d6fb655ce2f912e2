package io.safestep.app.comment;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.build.BuildView;
import io.safestep.app.change.stored.Change;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.change.ChangeState;
import java.time.Clock;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Comments on lines of differences and on changes as a whole: written, answered, resolved. The front door of this package. */
@Service
@Transactional
public class Comments {

    private static final Set<ChangeState> OVER =
            EnumSet.of(ChangeState.CLOSED, ChangeState.REJECTED, ChangeState.WITHDRAWN);

    private final LineCommentRepository repository;
    private final Changes changes;
    private final People people;
    private final Mentions mentions;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Comments(
            LineCommentRepository repository,
            Changes changes,
            People people,
            Mentions mentions,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.changes = changes;
        this.people = people;
        this.mentions = mentions;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public List<CommentView> of(int number, String login) {
        Change change = changes.numbered(number);
        return repository.findByChangeIdOrderById(change.id()).stream()
                .map(c -> view(c, change, login))
                .toList();
    }

    /** @throws ProblemException when the line is not part of the difference of that device */
    public CommentView write(int number, CommentedLine about, String body, String login) {
        Change change = open(number);
        BuildView build = changes.buildOf(number, about.device());
        boolean there = build.rows().stream()
                .anyMatch(row -> row.path().equals(about.path())
                        && about.line().equals(about.side() == Side.BASELINE ? row.before() : row.after()));
        if (!there) {
            throw ProblemException.moved(
                    "This line is no longer part of the difference. Load the page again and look before you write.");
        }
        List<Person> spokenTo = mentions.in(body, change.number());
        LineComment comment = repository.save(
                new LineComment(change.id(), about, body, true, people.withLogin(login), clock.instant()));
        audit.write(login, change.subject(), "commented", about.device() + ", \"" + about.line() + "\": " + body);
        tell(change, login, body, spokenTo, List.of(change.author()));
        return view(comment, change, login);
    }

    /**
     * About the change as a whole.
     *
     * @param question whether it has to be resolved before the change is approved
     * @throws ProblemException when it speaks to somebody who does not see the change
     */
    public CommentView writeOnWhole(int number, String body, boolean question, String login) {
        Change change = open(number);
        List<Person> spokenTo = mentions.in(body, change.number());
        LineComment comment = repository.save(
                new LineComment(change.id(), null, body, question, people.withLogin(login), clock.instant()));
        audit.write(login, change.subject(), question ? "asked" : "commented", body);
        tell(change, login, body, spokenTo, question ? List.of(change.author()) : List.of());
        return view(comment, change, login);
    }

    /** Those who are spoken to, and those whom it concerns anyway; never who speaks. */
    private void tell(Change change, String login, String body, List<Person> spokenTo, List<Person> concerned) {
        Map<String, Person> all = new LinkedHashMap<>();
        Stream.concat(spokenTo.stream(), concerned.stream())
                .filter(p -> !p.login().equals(login))
                .forEach(p -> all.put(p.login(), p));
        if (!all.isEmpty()) {
            events.publishEvent(new Spoken(change.number(), login, body, List.copyOf(all.keySet())));
        }
    }

    public CommentView answer(int number, long id, String body, String login) {
        Change change = open(number);
        LineComment comment = comment(change, id);
        List<Person> spokenTo = mentions.in(body, change.number());
        comment.answer(body, people.withLogin(login), clock.instant());
        CommentedLine about = comment.about();
        audit.write(login, change.subject(), "answered", (about == null ? "" : about.device() + ": ") + body);
        tell(change, login, body, spokenTo, List.of(comment.author(), change.author()));
        return view(comment, change, login);
    }

    /** Only who wrote the comment and the author of the change resolve it, or open it again. */
    public CommentView resolve(int number, long id, boolean resolved, String login) {
        Change change = open(number);
        LineComment comment = comment(change, id);
        if (!comment.isQuestion()) {
            throw ProblemException.refused("This is no question: nothing waits for it.");
        }
        if (!mayResolve(comment, change, login)) {
            throw ProblemException.forbidden("Only " + comment.author().name() + ", who wrote it, and "
                    + change.author().name() + ", the author of the change, may resolve this comment.");
        }
        if (resolved) {
            comment.resolve(people.withLogin(login), clock.instant());
        } else {
            comment.openAgain();
        }
        audit.write(login, change.subject(), resolved ? "comment resolved" : "comment opened again", comment.body());
        return view(comment, change, login);
    }

    private Change open(int number) {
        Change change = changes.numbered(number);
        if (OVER.contains(change.state())) {
            throw ProblemException.refused(change.subject() + " is over; nothing more is said about it.");
        }
        return change;
    }

    private LineComment comment(Change change, long id) {
        return repository
                .findById(id)
                .filter(c -> c.changeId() == change.id())
                .orElseThrow(() -> ProblemException.notFound("The comment"));
    }

    private static boolean mayResolve(LineComment comment, Change change, String login) {
        return comment.author().login().equals(login) || change.author().login().equals(login);
    }

    private static CommentView view(LineComment c, Change change, String login) {
        Person resolver = c.resolvedBy();
        return new CommentView(
                c.id(),
                c.about(),
                c.body(),
                c.isQuestion(),
                c.author().name(),
                c.writtenAt(),
                c.answers().stream()
                        .map(a -> new CommentView.Answer(a.body(), a.authorName(), a.writtenAt()))
                        .toList(),
                c.isQuestion() && mayResolve(c, change, login),
                resolver == null ? null : resolver.name(),
                c.resolvedAt());
    }
}
