package io.safestep.app.drift;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.Backups;
import io.safestep.app.backup.views.DifferenceRowView;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.stored.Change;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.drift.FindingState;
import io.safestep.core.drift.FindingStep;
import io.safestep.core.drift.FindingTransitions;
import io.safestep.core.people.Right;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Devices that do not match their baseline, and what people decide about them. The front door of this package. */
@Service
@Transactional
public class Findings {

    private static final int MOST_ENDED = 500;
    private static final Duration LONGEST_HOLD = Duration.ofDays(366);

    /** Changes that will not bring a device back any more. */
    private static final Set<ChangeState> OVER =
            EnumSet.of(ChangeState.REJECTED, ChangeState.WITHDRAWN, ChangeState.ROLLED_BACK, ChangeState.CLOSED);

    private final DriftFindingRepository repository;
    private final DriftEntryRepository entries;
    private final Observations observations;
    private final Backups backups;
    private final Devices devices;
    private final Platforms platforms;
    private final Changes changes;
    private final People people;
    private final AuditLog audit;
    private final Clock clock;

    Findings(
            DriftFindingRepository repository,
            DriftEntryRepository entries,
            Observations observations,
            Backups backups,
            Devices devices,
            Platforms platforms,
            Changes changes,
            People people,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.entries = entries;
        this.observations = observations;
        this.backups = backups;
        this.devices = devices;
        this.platforms = platforms;
        this.changes = changes;
        this.people = people;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What a person decides.
     *
     * @param version of the finding that the person has looked at
     * @param reason why, in words
     * @param changeNumber for a link; null otherwise
     * @param owner log-in of who answers for it, for a hold; null otherwise
     * @param until for a hold, UTC; null otherwise
     */
    record Decision(
            FindingStep step,
            int version,
            String reason,
            @Nullable Integer changeNumber,
            @Nullable String owner,
            @Nullable Instant until) {}

    /** @param ended those that have come to their end, the newest 500, instead of the others */
    @Transactional(readOnly = true)
    List<FindingView.Row> list(boolean ended, Sight sight) {
        List<DriftFinding> found = ended ? ended(sight) : repository.findByEndedAtIsNullOrderByFirstSeenAtDesc();
        return found.stream()
                .map(f -> row(f, devices.withId(f.deviceId())))
                .filter(r -> sight.reads(r.device()))
                .toList();
    }

    /** The newest that somebody may see: not all of the network's for who sees a part of it. */
    private List<DriftFinding> ended(Sight sight) {
        Limit newest = Limit.of(MOST_ENDED);
        if (sight.readsEverything()) {
            return repository.findByEndedAtIsNotNullOrderByEndedAtDesc(newest);
        }
        List<Long> theirs = sight.seen(devices.snapshots(), Device::name).stream()
                .map(Device::id)
                .toList();
        return repository.findByEndedAtIsNotNullAndDeviceIdInOrderByEndedAtDesc(theirs, newest);
    }

    private static FindingView.Row row(DriftFinding f, Device device) {
        return new FindingView.Row(
                f.id(),
                device.name(),
                device.siteName(),
                f.state(),
                f.summary(),
                f.loggedIn(),
                f.changesThen(),
                new FindingView.Row.Seen(
                        f.firstSeenAt(),
                        f.endedAt() == null ? device.backedUpAt() : f.endedAt(),
                        f.lastCleanAt(),
                        f.matchesAgainAt(),
                        f.endedAt()),
                new FindingView.Row.Decided(f.decideBy(), f.changeNumber(), f.owner(), f.holdUntil()),
                f.version());
    }

    @Transactional(readOnly = true)
    FindingView view(long id) {
        DriftFinding finding = existing(id);
        Device device = devices.withId(finding.deviceId());
        ConfigEngine engine = platforms.engine(device.platform());
        ConfigTree intended = engine.numbered(backups.tree(finding.baselineBackupId()));
        ConfigTree actual = engine.numbered(backups.tree(finding.foundBackupId()));
        DeviceBuild back = engine.build(actual, intended);
        List<String> unknown = engine.unknownSecrets(back);
        return new FindingView(
                row(finding, device),
                engine.rows(intended, actual).stream()
                        .map(DifferenceRowView::of)
                        .toList(),
                engine.maskedLines(back.script()),
                unknown.isEmpty()
                        ? null
                        : "\"" + unknown.get(0) + "\" can't be written back: the device never showed its secret.",
                finding.baselineBackupId(),
                finding.foundBackupId(),
                finding.lastGoodBackupId(),
                entries.findByFindingIdOrderById(id).stream()
                        .map(e -> new FindingView.Entry(e.at(), e.person(), e.step(), e.words()))
                        .toList());
    }

    private DriftFinding existing(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("This finding"));
    }

    /** @throws ProblemException when the finding has moved since the person looked, or the decision is not possible */
    FindingView decide(long id, Decision decision, String login) {
        DriftFinding finding = existing(id);
        Device device = devices.withId(finding.deviceId());
        if (finding.version() != decision.version()) {
            throw ProblemException.moved(device.name()
                    + " was changed or decided about since you looked at it. Load the page again and look once more.");
        }
        if (!decision.step().isByPerson()) {
            throw ProblemException.invalid("step", "This is not for a person to decide.");
        }
        if (decision.reason().isBlank()) {
            throw ProblemException.invalid("reason", "Say why.");
        }
        boolean matches = finding.matchesAgainAt() != null;
        FindingState after = FindingTransitions.after(finding.state(), decision.step(), matches)
                .orElseThrow(() -> ProblemException.refused(impossible(finding, decision.step(), device, matches)));
        String words = act(finding, device, decision, login) + decision.reason().strip();
        Integer change = finding.changeNumber();
        finding.move(after, clock.instant());
        finding.concerns(after == FindingState.OPEN ? null : change);
        entries.save(new DriftEntry(id, clock.instant(), login, decision.step(), words));
        audit.write(login, device.name(), "drift " + words(decision.step()), words);
        repository.flush();
        if (decision.step() == FindingStep.ADOPT) {
            devices.acceptBaseline(
                    device.id(),
                    finding.foundBackupId(),
                    true,
                    login,
                    "Adopted: " + decision.reason().strip());
        }
        return view(id);
    }

    private static String impossible(DriftFinding finding, FindingStep step, Device device, boolean matches) {
        if (matches && !finding.state().isFinal()) {
            return device.name() + " matches its baseline again: there is no difference to " + words(step) + ".";
        }
        if (step == FindingStep.CLOSE) {
            return device.name() + " still does not match its baseline. Adopt, revert, link or hold it.";
        }
        return "That is not possible any more: the finding is " + words(finding.state()) + ".";
    }

    /** @return what is to be told beside the reason */
    private String act(DriftFinding finding, Device device, Decision decision, String login) {
        return switch (decision.step()) {
            case ADOPT -> adopt(finding, device);
            case REVERT -> revert(finding, device, decision, login);
            case LINK -> link(finding, decision);
            case HOLD -> hold(finding, decision);
            default -> "";
        };
    }

    private String adopt(DriftFinding finding, Device device) {
        if (!backups.newestRunning(device.id()).equals(Optional.of(finding.foundBackupId()))) {
            throw ProblemException.moved(device.name() + " was changed once more. Load the page again.");
        }
        return "";
    }

    private String revert(DriftFinding finding, Device device, Decision decision, String login) {
        Person person = people.withLogin(login);
        if (!person.rights().contains(Right.WRITE_CHANGES)) {
            throw ProblemException.forbidden(
                    "Bringing a device back is a change. Somebody who may write changes has to open it.");
        }
        int number = changes.create(
                        new Draft(
                                0,
                                "Bring " + device.name() + " back to its baseline",
                                decision.reason().strip() + "\n\nFound changed outside: " + finding.summary() + ".",
                                false,
                                List.of(),
                                List.of(new Draft.Target(device.name(), Asked.returnTo(finding.baselineBackupId()))),
                                List.of()),
                        login)
                .number();
        finding.concerns(number);
        return "CR-" + number + ". ";
    }

    private String link(DriftFinding finding, Decision decision) {
        if (decision.changeNumber() == null || !changes.exists(decision.changeNumber())) {
            throw ProblemException.invalid("changeNumber", "There is no such change. Enter its number, such as 1002.");
        }
        finding.concerns(decision.changeNumber());
        return "CR-" + decision.changeNumber() + ". ";
    }

    private String hold(DriftFinding finding, Decision decision) {
        Instant now = clock.instant();
        if (decision.owner() == null || decision.owner().isBlank()) {
            throw ProblemException.invalid("owner", "Say who answers for it.");
        }
        if (decision.until() == null
                || !decision.until().isAfter(now)
                || decision.until().isAfter(now.plus(LONGEST_HOLD))) {
            throw ProblemException.invalid("until", "Choose a day from tomorrow on, within a year.");
        }
        Person owner = people.known(decision.owner())
                .orElseThrow(() ->
                        ProblemException.invalid("owner", "There is nobody with the log-in " + decision.owner() + "."));
        finding.hold(owner.login(), decision.until());
        return owner.name() + " answers for it. ";
    }

    /** What follows from time, and from changes that ended. Called again and again. */
    void upkeep() {
        Instant now = clock.instant();
        repository
                .findByStateAndHoldUntilBefore(FindingState.ON_HOLD, now)
                .forEach(f -> step(f, FindingStep.HOLD_ENDED, "The date until which it was on hold has passed."));
        for (DriftFinding finding : repository.findByState(FindingState.REVERTING)) {
            Change change = changes.numbered(finding.changeNumber());
            if (OVER.contains(change.state()) && finding.matchesAgainAt() == null) {
                step(
                        finding,
                        FindingStep.CHANGE_ENDED,
                        change.subject() + " is " + words(change.state()) + ", and the device still differs.");
            }
        }
    }

    private void step(DriftFinding finding, FindingStep step, String words) {
        FindingTransitions.after(finding.state(), step, false).ifPresent(state -> {
            observations.note(finding, step, words);
            finding.move(state, clock.instant());
        });
    }

    private static String words(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
