package io.safestep.app.standard;

import io.safestep.app.approval.StandingApproval;
import io.safestep.app.approval.needs.Submissions;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.ApprovalCondition;
import io.safestep.app.change.BookingCondition;
import io.safestep.app.change.ChangeMoved;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.content.DraftCondition;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.device.Device;
import io.safestep.app.problem.FieldError;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.UseRecord.Submitted;
import io.safestep.app.standard.stored.StandardChange;
import io.safestep.app.standard.stored.StandardChangeRepository;
import io.safestep.app.standard.stored.StandardDefinition;
import io.safestep.app.standard.stored.StandardVersion;
import io.safestep.app.standard.stored.StandardVersionRepository;
import io.safestep.app.template.Templates;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.Seal;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.risk.Submission.Place;
import io.safestep.core.run.RunState;
import io.safestep.core.schedule.WallClock;
import io.safestep.core.standard.StandardState;
import io.safestep.core.standard.StandardUse;
import io.safestep.core.standard.Suspension;
import io.safestep.core.template.Template;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Changes as uses of standard changes: those within bounds need no approval of their own; those that go wrong end that. */
@Component
@Transactional
class StandardUses implements StandingApproval, BookingCondition, DraftCondition {

    private final StandardChangeRepository standards;
    private final StandardVersionRepository versions;
    private final UseRecord uses;
    private final BoundWords words;
    private final Templates templates;
    private final Submissions submissions;
    private final Changes changes;
    private final ObjectProvider<ApprovalCondition> conditions;
    private final Network network;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    StandardUses(
            StandardChangeRepository standards,
            StandardVersionRepository versions,
            UseRecord uses,
            BoundWords words,
            Templates templates,
            Submissions submissions,
            Changes changes,
            ObjectProvider<ApprovalCondition> conditions,
            Network network,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.standards = standards;
        this.versions = versions;
        this.uses = uses;
        this.words = words;
        this.templates = templates;
        this.submissions = submissions;
        this.changes = changes;
        this.conditions = conditions;
        this.network = network;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    @Override
    @Transactional(readOnly = true)
    public List<FieldError> errors(Draft draft) {
        if (draft.standard() == null) {
            return List.of();
        }
        if (standards.findById(draft.standard()).isEmpty()) {
            return List.of(FieldError.of("standard", "There is no such standard change. Write it as a normal one."));
        }
        return draft.emergencyReason() == null
                ? List.of()
                : List.of(
                        FieldError.of("standard", "An emergency is no use of a standard change. Choose one of both."));
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<Kept> kept(Change change, Sight sight) {
        return standardOf(change).map(standard -> {
            Optional<StandardVersion> approved = approved(standard);
            return new Kept(
                    standard.id(),
                    standard.name(),
                    approved.map(v -> outside(change, v))
                            .orElse(List.of("The standard change " + standard.name() + " is not approved yet.")),
                    approved.map(v -> words.of(v.definition(), sight)).orElse(List.of()));
        });
    }

    private Optional<StandardChange> standardOf(Change change) {
        return Optional.ofNullable(change.standardId()).flatMap(standards::findById);
    }

    /** What was approved last. */
    private Optional<StandardVersion> approved(StandardChange standard) {
        return versions.findByStandardIdOrderByNumberDesc(standard.id()).stream()
                .filter(StandardVersion::isApproved)
                .findFirst();
    }

    private List<String> outside(Change change, StandardVersion version) {
        StandardState state = version.standing(clock.instant());
        if (state != StandardState.IN_FORCE) {
            String why = state == StandardState.SUSPENDED ? ": " + version.suspendedWhy() : ".";
            return List.of("The standard change " + version.standard().name() + " "
                    + (state == StandardState.ENDED ? "was valid until " + day(version) : "is " + state.words())
                    + why);
        }
        Template template = templates
                .usable(version.definition().templateVersion())
                .orElseThrow()
                .content();
        return version.definition().bounds().outside(use(change, version), template);
    }

    private String day(StandardVersion version) {
        return version.definition().validUntil().toString();
    }

    private StandardUse use(Change change, StandardVersion version) {
        StandardDefinition definition = version.definition();
        List<Device> devices =
                change.targets().stream().map(ChangeTarget::device).toList();
        Map<Long, Place> places = submissions.places(devices);
        Set<String> approved = Set.copyOf(version.devices());
        Set<CheckDefinition> has =
                change.checks().stream().map(ChangeCheck::definition).collect(Collectors.toSet());
        return new StandardUse(
                change.targets().stream()
                        .map(t -> target(
                                t,
                                definition,
                                approved.contains(t.device().name())
                                        && definition
                                                .bounds()
                                                .holds(Objects.requireNonNull(
                                                        places.get(t.device().id())))))
                        .toList(),
                definition.checks().entrySet().stream()
                        .filter(c -> has.contains(c.getValue()))
                        .map(Map.Entry::getKey)
                        .collect(Collectors.toSet()),
                change.order().failureRule(),
                !change.sheets().isEmpty(),
                change.order().outsideWindows(),
                change.targets().stream()
                        .collect(Collectors.groupingBy(ChangeTarget::wave, Collectors.summingInt(t -> 1)))
                        .values()
                        .stream()
                        .max(Integer::compareTo)
                        .orElse(0));
    }

    private static StandardUse.Target target(ChangeTarget target, StandardDefinition definition, boolean approved) {
        Asked asked = target.asked();
        return new StandardUse.Target(
                target.device().name(),
                approved,
                asked.isOfTemplate(definition.templateVersion()),
                asked.values(),
                target.complete(),
                !target.hasScript() || target.proven(),
                target.cutsPath());
    }

    @Override
    @Transactional(readOnly = true)
    public Map<Long, Standing> of(Collection<Long> changeIds) {
        return uses.submitted(changeIds).stream()
                .collect(Collectors.toMap(
                        Submitted::change, s -> new Standing(s.name(), s.number(), s.seal(), s.at(), s.until())));
    }

    @Override
    @Transactional(readOnly = true)
    public List<Integer> over() {
        return uses.over(clock.instant());
    }

    @EventListener
    void on(ChangeMoved moved) {
        Change change = changes.numbered(moved.number());
        switch (moved.action()) {
            case SUBMIT -> letThrough(change);
            case LAPSE, GROUND_MOVED -> {
                if (change.isStandard()) {
                    change.withinBounds(false);
                }
            }
            case RUN_ROLLED_BACK -> failed(change, RunState.ROLLED_BACK);
            case RUN_STUCK -> failed(change, RunState.STUCK);
            default -> {
                // Nothing follows for standard changes.
            }
        }
    }

    /** What keeps within bounds is approved with its submission; what does not has the needs of a normal change. */
    private void letThrough(Change change) {
        Optional<StandardVersion> version = standardOf(change)
                .flatMap(this::approved)
                .filter(v -> outside(change, v).isEmpty())
                .filter(v -> conditions.stream()
                        .allMatch(c -> c.objectionToApproval(change).isEmpty()));
        change.withinBounds(version.isPresent());
        version.ifPresent(v -> {
            uses.note(change.id(), change.seal(), v.id(), clock.instant());
            changes.transition(
                    change,
                    ChangeAction.APPROVE,
                    AuditLog.SAFE_STEP,
                    "Within the bounds of the standard change " + v.standard().name() + ", version " + v.number()
                            + ", approved " + day(Objects.requireNonNull(v.approvedAt())) + ". Seal "
                            + Seal.brief(change.seal()) + ".");
        });
    }

    private String day(Instant at) {
        return new WallClock(network.zone()).dayAndTime(at);
    }

    private void failed(Change change, RunState ended) {
        uses.submitted(change.id()).filter(u -> change.isStandard()).ifPresent(use -> {
            List<RunState> latest = new ArrayList<>(List.of(ended));
            latest.addAll(uses.ended(use.version(), change.id(), Suspension.FAILURES));
            if (Suspension.due(latest)) {
                versions.findById(use.version())
                        .filter(v -> v.suspendedAt() == null)
                        .ifPresent(v -> suspend(
                                v,
                                "its last " + Suspension.FAILURES + " uses were rolled back or got stuck, "
                                        + change.subject() + " last.",
                                AuditLog.SAFE_STEP));
            }
        });
    }

    /** @param why to follow on a colon */
    void suspend(StandardVersion version, String why, String by) {
        version.suspend(why, clock.instant());
        audit.write(
                by,
                StandardChanges.subject(version.standard()),
                "suspended",
                "Version " + version.number() + ": " + why);
        events.publishEvent(new StandardMoved(version.standard().id(), StandardMoved.What.SUSPENDED, by));
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<String> objectionToBooking(Change change, Opening opening) {
        if (!change.isStandard()) {
            return Optional.empty();
        }
        return uses.submitted(change.id()).flatMap(use -> {
            if (!opening.opensAt().isBefore(use.until())) {
                return Optional.of("The standard change " + use.name() + " lets it run until " + day(use.until())
                        + ", before this window opens. Choose an earlier one.");
            }
            Set<Long> windows = versions.findById(use.version())
                    .map(v -> v.definition().bounds().windows())
                    .orElse(Set.of());
            return windows.isEmpty() || windows.contains(opening.window())
                    ? Optional.empty()
                    : Optional.of("The standard change " + use.name() + " was not approved for this window: "
                            + words.windows(windows) + " only. Choose another one.");
        });
    }
}
