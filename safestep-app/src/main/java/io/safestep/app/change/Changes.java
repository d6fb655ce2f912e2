package io.safestep.app.change;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.check.CheckProposal;
import io.safestep.app.check.CheckRules;
import io.safestep.app.check.NetworkServices;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.people.People;
import io.safestep.app.people.Person;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.ChangeTransitions;
import io.safestep.core.change.Seal;
import io.safestep.core.change.SealedContent;
import io.safestep.core.check.CheckDefinition;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.paste.Cleaned;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Changes and their states. The front door of this package. */
@Service
@Transactional
public class Changes {

    private static final int MOST_LISTED = 2_000;

    /** What the seal says of a way back that is no script. */
    private static final String RESTORED = "(startup is taken back as a whole)\n";

    private final ChangeRepository repository;
    private final DeviceBuilds builds;
    private final BuildViews buildViews;
    private final ChangeWaves waves;
    private final SubmissionRules rules;
    private final CheckRules checkRules;
    private final NetworkServices services;
    private final TouchedChecks touched;
    private final PoolValues poolValues;
    private final PeerSheets peerSheets;
    private final ChangeViews views;
    private final Devices devices;
    private final Groups groups;
    private final People people;
    private final ObjectProvider<ClosingCondition> closingConditions;
    private final AuditLog audit;
    private final EntityManager entityManager;
    private final Clock clock;

    Changes(
            ChangeRepository repository,
            DeviceBuilds builds,
            BuildViews buildViews,
            ChangeWaves waves,
            SubmissionRules rules,
            CheckRules checkRules,
            NetworkServices services,
            TouchedChecks touched,
            PoolValues poolValues,
            PeerSheets peerSheets,
            ChangeViews views,
            Devices devices,
            Groups groups,
            People people,
            ObjectProvider<ClosingCondition> closingConditions,
            AuditLog audit,
            EntityManager entityManager,
            Clock clock) {
        this.repository = repository;
        this.builds = builds;
        this.buildViews = buildViews;
        this.waves = waves;
        this.rules = rules;
        this.checkRules = checkRules;
        this.services = services;
        this.touched = touched;
        this.poolValues = poolValues;
        this.peerSheets = peerSheets;
        this.views = views;
        this.devices = devices;
        this.groups = groups;
        this.people = people;
        this.closingConditions = closingConditions;
        this.audit = audit;
        this.entityManager = entityManager;
        this.clock = clock;
    }

    /** One device of a draft. */
    public record Target(String device, Asked asked) {}

    /**
     * What an author writes.
     *
     * @param version the version that was read before; 0 for a new change
     * @param groups names of the groups by which devices were chosen
     * @param restoresStartup devices whose way back can't be proven take their startup configuration back as a whole
     * @param sheets lines for devices that somebody else runs
     * @param emergencyReason why it can't wait for its approval; null when it can
     */
    public record Draft(
            int version,
            String title,
            String reason,
            boolean undoAccepted,
            boolean restoresStartup,
            List<String> groups,
            List<Target> targets,
            List<ChosenCheck> checks,
            List<PeerSheet> sheets,
            RunOrder order,
            String emergencyReason) {

        /** Without sheets for others, and run as usual. */
        public Draft(
                int version,
                String title,
                String reason,
                boolean undoAccepted,
                List<String> groups,
                List<Target> targets,
                List<CheckDefinition> checks) {
            this(
                    version,
                    title,
                    reason,
                    undoAccepted,
                    false,
                    groups,
                    targets,
                    checks.stream().map(c -> new ChosenCheck(c, null)).toList(),
                    List.of(),
                    RunOrder.usual(),
                    null);
        }
    }

    /** @param library name of the check in the library from which it was taken; null when the author wrote it */
    public record ChosenCheck(CheckDefinition definition, String library) {}

    public ChangeView create(Draft draft, String login) {
        Person author = people.withLogin(login);
        Change change = new Change(repository.nextNumber(), author, clock.instant());
        change.describe(draft);
        repository.save(change);
        write(change, draft);
        audit.write(login, change.subject(), "drafted", change.title());
        return views.full(change, login);
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
        String oldSeal = change.seal();
        change.describe(draft);
        write(change, draft);
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
        return views.full(change, login);
    }

    private void write(Change change, Draft draft) {
        List<FieldError> errors = new ArrayList<>();
        List<ChangeTarget> targets = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (Target wanted : draft.targets()) {
            Device device = devices.named(wanted.device());
            String field = "targets[" + wanted.device() + "]";
            if (!seen.add(wanted.device())) {
                errors.add(FieldError.of(field, wanted.device() + " is named twice."));
            }
            rules.stanceError(device, field).ifPresent(errors::add);
            ChangeTarget target = new ChangeTarget(change, device, targets.size() + 1, wanted.asked());
            target.place(draft.order().byHand().getOrDefault(wanted.device(), Integer.MAX_VALUE));
            targets.add(target);
        }
        List<Device> devicesOfChange =
                targets.stream().map(ChangeTarget::device).toList();
        List<ChangeCheck> checks = new ArrayList<>();
        for (ChosenCheck check : draft.checks()) {
            String field = "checks[" + checks.size() + "].";
            errors.addAll(checkRules.errors(check.definition(), field, devicesOfChange));
            errors.addAll(unknownChange(check.definition(), field, change));
            checks.add(ChangeCheck.written(change, checks.size() + 1, check.definition(), check.library()));
        }
        checks.addAll(ofServices(change, devicesOfChange, checks.size()));
        List<ChosenGroup> chosen = new ArrayList<>();
        for (String group : draft.groups()) {
            groups.members(group)
                    .ifPresentOrElse(
                            members -> chosen.add(new ChosenGroup(group, members)),
                            () -> errors.add(FieldError.of(
                                    "groups", "There is no group called " + group + ". Take it out of the choice.")));
        }
        errors.addAll(peerSheets.errors(draft.sheets(), seen));
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        change.handOver(draft.sheets());
        change.choose(chosen);
        change.replaceContent(List.of(), List.of());
        entityManager.flush(); // the old rows go before new ones for the same devices come
        change.replaceContent(targets, checks);
        derive(change);
    }

    /** Services may have been added, and the ways of their packets may have moved. */
    private void renewServices(Change change) {
        List<ChangeCheck> written =
                change.checks().stream().filter(c -> c.service() == null).toList();
        List<Device> changed =
                change.targets().stream().map(ChangeTarget::device).toList();
        List<ChangeCheck> near = ofServices(change, changed, written.size());
        List<CheckDefinition> before = change.checks().stream()
                .filter(c -> c.service() != null)
                .map(ChangeCheck::definition)
                .toList();
        if (!before.equals(near.stream().map(ChangeCheck::definition).toList())) {
            change.replaceServiceChecks(near);
        }
    }

    private List<ChangeCheck> ofServices(Change change, List<Device> changed, int before) {
        List<ChangeCheck> near = new ArrayList<>();
        for (NetworkServices.Near service : services.near(changed)) {
            near.add(ChangeCheck.ofService(change, before + near.size() + 1, service.definition(), service.service()));
        }
        return near;
    }

    private List<FieldError> unknownChange(CheckDefinition check, String field, Change change) {
        Integer until = check.notYetUntil();
        boolean known = until == null
                || until != change.number() && repository.findByNumber(until).isPresent();
        return known
                ? List.of()
                : List.of(FieldError.of(field + "notYetUntil", "Name another change that exists, such as CR-1004."));
    }

    /** What the change should look at, by what it touches as it is written now. */
    @Transactional(readOnly = true)
    public List<CheckProposal> checkProposals(int number) {
        return touched.proposals(numbered(number));
    }

    /** Derives scripts, waves and the seal from the lines and the baselines as they are now. */
    private void derive(Change change) {
        List<ChangeTarget> targets = change.targets();
        boolean complete = !targets.isEmpty();
        for (ChangeTarget target : targets) {
            Long baseline = builds.base(target.device(), target.asked());
            Outcome outcome = builds.outcome(target.device(), baseline, target.asked());
            if (outcome.isDerivable()) {
                ConfigEngine engine = builds.engine(target.device());
                DeviceBuild build = outcome.build();
                target.derived(
                        baseline,
                        engine.text(build.script()),
                        engine.text(build.undo()),
                        build.proof().proven());
            } else {
                target.underivable(baseline);
                complete = false;
            }
        }
        waves.place(change);
        change.sealWith(complete ? sealOf(change) : null);
    }

    /** The seal of what is stored now: computed anew, not read. */
    @Transactional(readOnly = true)
    public String sealOf(Change change) {
        List<SealedContent.Target> sealed = change.targets().stream()
                .map(t -> {
                    ConfigEngine engine = builds.engine(t.device());
                    return new SealedContent.Target(
                            t.device().name(),
                            t.wave(),
                            t.script(),
                            t.restoresStartup() ? RESTORED + t.undo() : t.undo(),
                            engine.touchedGround(
                                    builds.baseline(t.device(), t.baselineBackupId()), engine.readScript(t.script())));
                })
                .sorted(Comparator.comparing(SealedContent.Target::wave).thenComparing(SealedContent.Target::device))
                .toList();
        List<String> checks =
                change.checks().stream().map(c -> c.definition().sealed()).toList();
        List<SealedContent.Sheet> sheets = change.sheets().stream()
                .map(s -> new SealedContent.Sheet(s.device(), s.runBy(), s.lines(), s.undo()))
                .toList();
        RunOrder order = change.order();
        return Seal.of(new SealedContent(sealed, checks, order.failureRule().name(), order.sealed(), sheets))
                .hex();
    }

    public ChangeView submit(int number, int version, String login) {
        Change change = lock(number);
        if (!change.author().login().equals(login)) {
            throw ProblemException.forbidden("Only the author may submit this change.");
        }
        if (change.version() != version) {
            throw ProblemException.moved(change.subject() + " was changed meanwhile. Load it again and look first.");
        }
        // The baseline may have moved since the draft was saved; approvers must see what would be sent today.
        if (ChangeTransitions.after(change.state(), ChangeAction.SUBMIT).isPresent()) {
            renewServices(change);
            derive(change);
        }
        List<FieldError> errors = rules.errors(change);
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
        ChangeState after = ChangeTransitions.after(before, action)
                .orElseThrow(() -> ProblemException.refused(
                        change.subject() + " is " + words(before) + "; in this state that is not possible."));
        change.move(after, clock.instant());
        poolValues.afterMove(change, after, login);
        audit.write(login, change.subject(), words(before) + " → " + words(after), detail);
    }

    @Transactional(readOnly = true)
    public Change numbered(int number) {
        return repository.findByNumber(number).orElseThrow(() -> notFound(number));
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
    public BuildView preview(Target target) {
        Device device = devices.named(target.device());
        return buildViews.of(device, builds.base(device, target.asked()), target.asked());
    }

    /** Lines for a device, taken out of pasted instructions. */
    @Transactional(readOnly = true)
    public Cleaned cleaned(String deviceName, String pasted) {
        return builds.cleaned(devices.named(deviceName), pasted);
    }

    @Transactional(readOnly = true)
    public List<ChangeView.Row> all() {
        return repository.findAllByOrderByNumberDesc(Limit.of(MOST_LISTED)).stream()
                .map(views::row)
                .toList();
    }

    @Transactional(readOnly = true)
    public List<ChangeView.Row> find(String text) {
        String bare = text.toUpperCase(Locale.ROOT).startsWith("CR-") ? text.substring(3) : text;
        return repository.find(bare.replace("!", "!!").replace("%", "!%").replace("_", "!_")).stream()
                .map(views::row)
                .toList();
    }

    @Transactional(readOnly = true)
    public List<ChangeView.Row> inStates(Collection<ChangeState> states) {
        return repository.findByStateInOrderByUpdatedAtDesc(states).stream()
                .map(views::row)
                .toList();
    }

    private static ProblemException notFound(int number) {
        return ProblemException.notFound("CR-" + number);
    }

    private static String words(ChangeState state) {
        return state.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
