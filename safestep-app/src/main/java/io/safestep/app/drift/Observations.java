package io.safestep.app.drift;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.BackedUp;
import io.safestep.app.backup.Backups;
import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.device.BaselineMoved;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.run.Runs;
import io.safestep.core.drift.FindingState;
import io.safestep.core.drift.FindingStep;
import io.safestep.core.drift.FindingTransitions;
import io.safestep.core.drift.Match;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What is seen on devices, as it concerns findings: whatever the reason for which a device is read, that it does not match
 * its baseline is never passed over, and that it matches again never makes a finding disappear.
 */
@Component
class Observations {

    private final DriftFindingRepository repository;
    private final DriftEntryRepository entries;
    private final JdbcClient jdbc;
    private final Backups backups;
    private final Devices devices;
    private final Runs runs;
    private final DriftPolicies policies;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Observations(
            DriftFindingRepository repository,
            DriftEntryRepository entries,
            JdbcClient jdbc,
            Backups backups,
            Devices devices,
            Runs runs,
            DriftPolicies policies,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.entries = entries;
        this.jdbc = jdbc;
        this.backups = backups;
        this.devices = devices;
        this.runs = runs;
        this.policies = policies;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    @EventListener
    void on(BackedUp backup) {
        if (backup.match() == Match.NOT_KNOWN || backup.match() == Match.MATCHES && !hasUnmatched(backup.deviceId())) {
            return;
        }
        boolean inMidRun = backup.occasion().cause() != BackupCause.BEFORE_CHANGE
                && runs.changeRunningOn(backup.deviceId()).isPresent();
        if (inMidRun) {
            // What a run has written half is no drift; the device is looked at again when the run has ended.
            return;
        }
        if (backup.match() == Match.MATCHES) {
            matches(backup.deviceId());
        } else {
            differs(backup.deviceId(), backup.runningId(), backup.loggedIn());
        }
    }

    /** Asked for every device of a round or a run, and nearly always there is none: without entities. */
    private boolean hasUnmatched(long deviceId) {
        return Boolean.TRUE.equals(
                jdbc.sql("""
                select exists (select 1 from drift_finding where device_id = :deviceId and ended_at is null
                and matches_again_at is null)""").param("deviceId", deviceId).query(Boolean.class).single());
    }

    /** The open finding about a device that did not match its baseline when it was seen last. */
    private Optional<DriftFinding> unmatched(long deviceId) {
        return repository.findByDeviceIdAndEndedAtIsNull(deviceId).filter(f -> f.matchesAgainAt() == null);
    }

    @EventListener
    void on(BaselineMoved moved) {
        if (moved.matches() && hasUnmatched(moved.deviceId())) {
            matches(moved.deviceId());
        } else if (!moved.matches()) {
            backups.newestRunning(moved.deviceId()).ifPresent(found -> differs(moved.deviceId(), found, ""));
        }
    }

    private void matches(long deviceId) {
        unmatched(deviceId).ifPresent(this::matches);
    }

    private void matches(DriftFinding finding) {
        FindingState before = finding.state();
        FindingState after = FindingTransitions.after(before, FindingStep.MATCHES_AGAIN, true)
                .orElse(before);
        finding.matchesAgain(clock.instant());
        finding.move(after, clock.instant());
        note(
                finding,
                FindingStep.MATCHES_AGAIN,
                after == FindingState.REVERTED
                        ? "The change CR-" + finding.changeNumber() + " has brought the device back to its baseline."
                        : "The device matches its baseline again. It stays here until a person has seen that.");
    }

    private void differs(long deviceId, long foundId, String loggedIn) {
        Device device = devices.withId(deviceId);
        long baseline = Objects.requireNonNull(device.baselineBackupId(), "Nothing differs from no baseline.");
        Optional<DriftFinding> known = repository.findByDeviceIdAndEndedAtIsNull(deviceId);
        if (known.isEmpty()) {
            open(device, baseline, foundId, loggedIn);
            return;
        }
        DriftFinding finding = known.get();
        boolean other = finding.foundBackupId() != foundId || finding.matchesAgainAt() != null;
        String summary = backups.summary(baseline, foundId);
        finding.found(baseline, foundId, summary, loggedIn);
        if (other) {
            FindingTransitions.after(finding.state(), FindingStep.CHANGED_AGAIN, false)
                    .ifPresent(state -> finding.move(state, clock.instant()));
            note(finding, FindingStep.CHANGED_AGAIN, "Changed once more: " + summary + ".");
            events.publishEvent(new DriftFound(finding.id(), deviceId, summary, loggedIn, clock.instant()));
        }
    }

    private void open(Device device, long baseline, long foundId, String loggedIn) {
        Instant now = clock.instant();
        Instant clean = device.matchedAt();
        DriftFinding finding = new DriftFinding(
                device.id(),
                now,
                clean,
                clean == null
                        ? null
                        : backups.runningAt(device.id(), clean)
                                .filter(id -> id != foundId)
                                .orElse(baseline),
                String.join(", ", runs.changesRunning()));
        String summary = backups.summary(baseline, foundId);
        finding.found(baseline, foundId, summary, loggedIn);
        policies.decideWithinHours(device.id()).ifPresent(hours -> finding.decideBy(now.plus(Duration.ofHours(hours))));
        repository.saveAndFlush(finding);
        audit.write(AuditLog.SAFE_STEP, device.name(), "found changed", summary + ".");
        events.publishEvent(new DriftFound(finding.id(), device.id(), summary, loggedIn, now));
    }

    void note(DriftFinding finding, FindingStep step, String words) {
        entries.save(new DriftEntry(finding.id(), clock.instant(), AuditLog.SAFE_STEP, step, words));
        audit.write(
                AuditLog.SAFE_STEP,
                devices.withId(finding.deviceId()).name(),
                "drift " + step.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                words);
    }
}
