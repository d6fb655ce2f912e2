package io.safestep.app.change;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.build.BuildView;
import io.safestep.app.change.build.BuildViews;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.content.ChangeContents;
import io.safestep.app.change.content.PoolValues;
import io.safestep.app.change.content.SubmissionRules;
import io.safestep.app.change.content.TouchedChecks;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeRepository;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.RunWork;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.change.views.ChangeViews;
import io.safestep.app.check.library.CheckProposal;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.ChangeTransitions;
import io.safestep.core.change.Seal;
import io.safestep.core.paste.Cleaned;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Changes and their states. The front door of this package. */
@Service
@Transactional
public class Changes {

    private static final int MOST_FOUND = 20;
    private static final int MOST_LOOKED_AT = 2_000;
    private static final int MOST_OPEN = 500;
    private static final int MOST_REASON = 4_000;

    private final ChangeRepository repository;
    private final ChangeContents contents;
    private final DeviceBuilds builds;
    private final BuildViews buildViews;
    private final SubmissionRules rules;
    private final TouchedChecks touched;
    private final PoolValues poolValues;
    private final ChangeViews views;
    private final Outlines outlines;
    private final Devices devices;
    private final People people;
    private final ObjectProvider<ClosingCondition> closingConditions;
    private final AuditLog audit;
    private final EntityManager entityManager;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Changes(
            ChangeRepository repository,
            ChangeContents contents,
            DeviceBuilds builds,
            BuildViews buildViews,
            SubmissionRules rules,
            TouchedChecks touched,
            PoolValues poolValues,
            ChangeViews views,
            Outlines outlines,
            Devices devices,
            People people,
            ObjectProvider<ClosingCondition> closingConditions,
            AuditLog audit,
            EntityManager entityManager,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.builds = builds;
        this.buildViews = buildViews;
        this.rules = rules;
        this.touched = touched;
        this.poolValues = poolValues;
        this.views = views;
        this.outlines = outlines;
        this.devices = devices;
        this.people = people;
        this.closingConditions = closingConditions;
        this.audit = audit;
        this.entityManager = entityManager;
        this.events = events;
        this.clock = clock;
    }

    public ChangeView create(Draft draft, String login) {
        Person author = people.withLogin(login);
        Change change = new Change(repository.nextNumber(), author, clock.instant());
        contents.mustHold(draft);
        change.describe(draft);
        repository.save(change);
        contents.write(change, draft);
        audit.write(login, change.subject(), "drafted", change.title());
        return views.full(change, login);
    }

    /**
     * What a change holds, to be written anew by somebody else or once more: also of one that failed, with what was noted
     * when it was closed.
     *
     * @throws ProblemException when its author wrote secrets that they do not see
     */
    @Transactional(readOnly = true)
    public Draft draftOf(int number, String login) {
        Change change = numbered(number);
        List<String> masked = views.maskedFor(change, login);
        if (!masked.isEmpty()) {
            throw ProblemException.refused(change.subject() + " holds secrets that only "
                    + change.author().name() + ", its author, sees: on " + String.join(", ", masked)
                    + ". Have them copy it.");
        }
        String learnt = change.outcomeNote() == null || change.outcomeNote().isBlank()
                ? ""
                : "\n\n" + change.subject() + " was " + words(change.state()) + ": " + change.outcomeNote();
        String reason = change.reason() + learnt;
        return new Draft(
                0,
                change.title(),
                reason.length() > MOST_REASON ? change.reason() : reason,
                false,
                change.restoresStartup(),
                List.of(),
                change.targets().stream()
                        .map(t -> new Draft.Target(t.device().name(), t.asked()))
                        .toList(),
                change.checks().stream()
                        .filter(c -> c.service() == null)
                        .map(c -> new Draft.ChosenCheck(c.definition(), c.library()))
                        .toList(),
                change.sheets(),
                change.order(),
                null,
                change.requester(),
                change.standardId());
    }

    /** As it would be if somebody wrote it so: nothing is stored, and what is wrong in it is left out. */
    @Transactional(readOnly = true)
    public Change trial(Draft draft, String login) {
        Change change = new Change(0, people.withLogin(login), clock.instant());
        change.describe(draft);
        contents.tryOut(change, draft);
        return change;
    }

    /** Writes the whole content. Content that moves under a review or an approval goes back to draft. */
    public ChangeView save(int number, Draft draft, String login) {
        Change change = lock(number);
        if (!change.author().login().equals(login)) {
            throw ProblemException.forbidden("Only " + change.author().name() + ", the author, may edit this change.");
        }
        if (change.version() != draft.version()) {
            throw ProblemException.moved(change.subject()
                    + " was changed meanwhile. Load it again; your text is still in this page until you do.");
        }
        ChangeState before = change.state();
        ChangeState after = ChangeTransitions.after(before, ChangeAction.EDIT_CONTENT)
                .orElseThrow(() -> ProblemException.refused(change.subject() + " can't be edited while it is "
                        + words(before) + "." + (before == ChangeState.BOOKED ? " Cancel the booking first." : "")));
        contents.mustHold(draft);
        String oldSeal = change.seal();
        change.describe(draft);
        contents.write(change, draft);
        poolValues.afterEdit(change, login);
        change.move(after, clock.instant());
        boolean broken = before != after && oldSeal != null && !oldSeal.equals(change.seal());
        audit.write(
                login,
                change.subject(),
                broken ? "edited, seal broken" : "edited",
                broken
                        ? "It was " + words(before) + " with seal " + oldSeal.substring(0, 8)
                                + "; approvals given for that seal no longer count."
                        : "Version " + change.version() + ".");
        if (broken) {
            events.publishEvent(new ChangeMoved(number, ChangeAction.EDIT_CONTENT, login));
        }
        return views.full(change, login);
    }

    /** What the change should look at, by what it touches as it is written now. */
    @Transactional(readOnly = true)
    public List<CheckProposal> checkProposals(int number) {
        return touched.proposals(numbered(number));
    }

    /** The seal of what is stored now: computed anew, not read. */
    @Transactional(readOnly = true)
    public String sealOf(Change change) {
        return contents.sealOf(change);
    }

    public ChangeView submit(int number, int version, String login) {
        Change change = lock(number);
        if (!change.author().login().equals(login)) {
            throw ProblemException.forbidden("Only the author may submit this change.");
        }
        if (change.version() != version) {
            throw ProblemException.moved(change.subject() + " was changed meanwhile. Load it again and look first.");
        }
        refuseUnlessPossible(change, ChangeAction.SUBMIT);
        // The baseline may have moved since the draft was saved; approvers must see what would be sent today.
        List<FieldError> errors = rules.errors(change, contents.renew(change));
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        transition(change, ChangeAction.SUBMIT, login, "Seal " + Seal.brief(change.seal()) + ".");
        change.submitted(clock.instant());
        return views.full(change, login);
    }

    public ChangeView withdraw(int number, String login) {
        Change change = lock(number);
        if (!change.author().login().equals(login)) {
            throw ProblemException.forbidden("Only the author may withdraw this change.");
        }
        transition(change, ChangeAction.WITHDRAW, login, "Withdrawn by the author.");
        return views.full(change, login);
    }

    public ChangeView close(int number, String note, String login) {
        Change change = lock(number);
        refuseWhatStandsAgainstClosing(change);
        transition(change, ChangeAction.CLOSE, login, note.strip());
        change.note(note.strip());
        return views.full(change, login);
    }

    /** Closes a change that needs attention: two people take what the devices hold as it is. */
    public void accept(Change change, String note, String login) {
        refuseWhatStandsAgainstClosing(change);
        transition(change, ChangeAction.ACCEPT, login, note);
        change.note(note);
    }

    private void refuseWhatStandsAgainstClosing(Change change) {
        closingConditions.stream()
                .flatMap(condition -> condition.objection(change).stream())
                .findFirst()
                .ifPresent(objection -> {
                    throw ProblemException.refused(objection);
                });
    }

    /** The change, held for this transaction so that nobody else moves it. */
    public Change lock(int number) {
        Change change = repository.lockByNumber(number).orElseThrow(() -> notFound(number));
        entityManager.refresh(change);
        return change;
    }

    /**
     * Moves a change that was locked, and writes it into the record.
     *
     * @throws ProblemException when the table of transitions has no such way
     */
    public void transition(Change change, ChangeAction action, String login, String detail) {
        ChangeState before = change.state();
        ChangeState after = refuseUnlessPossible(change, action);
        change.move(after, clock.instant());
        poolValues.afterMove(change, after, login);
        audit.write(login, change.subject(), words(before) + " → " + words(after), detail);
        events.publishEvent(new ChangeMoved(change.number(), action, login));
    }

    private static ChangeState refuseUnlessPossible(Change change, ChangeAction action) {
        return ChangeTransitions.after(change.state(), action)
                .orElseThrow(() -> ProblemException.refused(
                        change.subject() + " is " + words(change.state()) + "; in this state that is not possible."));
    }

    @Transactional(readOnly = true)
    public Change numbered(int number) {
        return repository.findByNumber(number).orElseThrow(() -> notFound(number));
    }

    /** Those that can still run for the first time, the newest first; at most {@value #MOST_OPEN}. */
    @Transactional(readOnly = true)
    public List<Change> beforeTheirRun() {
        return repository.findByStateInOrderByNumberDesc(
                Set.of(
                        ChangeState.DRAFT,
                        ChangeState.RETURNED,
                        ChangeState.IN_REVIEW,
                        ChangeState.APPROVED,
                        ChangeState.BOOKED),
                Limit.of(MOST_OPEN));
    }

    @Transactional(readOnly = true)
    public boolean exists(int number) {
        return repository.findByNumber(number).isPresent();
    }

    @Transactional(readOnly = true)
    public Change withId(long id) {
        return repository.findById(id).orElseThrow();
    }

    @Transactional(readOnly = true)
    public ChangeView view(int number, String login) {
        return views.full(numbered(number), login);
    }

    @Transactional(readOnly = true)
    public BuildView buildOf(int number, String deviceName) {
        ChangeTarget target = numbered(number).targets().stream()
                .filter(t -> t.device().name().equals(deviceName))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound(deviceName + " in CR-" + number));
        return buildViews.of(target.device(), target.baselineBackupId(), target.asked());
    }

    /** What would follow, without storing anything. */
    @Transactional(readOnly = true)
    public BuildView preview(Draft.Target target) {
        Device device = devices.named(target.device());
        return buildViews.of(device, builds.base(device, target.asked()), target.asked());
    }

    /** Lines for a device, taken out of pasted instructions. */
    @Transactional(readOnly = true)
    public Cleaned cleaned(String deviceName, String pasted) {
        return builds.cleaned(devices.named(deviceName), pasted);
    }

    /** Changes by number, with or without the letters before it, or by words in their titles. */
    @Transactional(readOnly = true)
    public List<ChangeView.Row> find(String text, Sight sight) {
        String bare = text.toUpperCase(Locale.ROOT).startsWith("CR-") ? text.substring(3) : text;
        return outlines.found(bare, sight.readsEverything() ? MOST_FOUND : MOST_LOOKED_AT).stream()
                .filter(o -> ChangesInSight.shows(
                        sight,
                        o.author(),
                        o.parts().stream().map(RunWork.Part::device).toList()))
                .limit(MOST_FOUND)
                .map(o -> ChangeView.Row.of(o).told(sight))
                .toList();
    }

    private static ProblemException notFound(int number) {
        return ProblemException.notFound("CR-" + number);
    }

    private static String words(ChangeState state) {
        return state.word();
    }
}
