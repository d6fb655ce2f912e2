package io.safestep.app.drift;

import io.safestep.app.backup.Backups;
import io.safestep.app.backup.views.DifferenceView;
import io.safestep.app.backup.views.VersionRecords;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.beside.UndecidedDrift;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.core.drift.FindingStep;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was changed past Safe Step, over HTTP. */
@RestController
@RequestMapping("/api/drift")
class DriftController {

    private static final Duration LONGEST = Duration.ofDays(400);

    private final Findings findings;
    private final UnsavedDevices unsaved;
    private final WhatChanged changed;
    private final Devices devices;
    private final Backups backups;
    private final VersionRecords versions;
    private final DriftPolicies policies;
    private final ChangesInSight changes;
    private final Clock clock;

    DriftController(
            Findings findings,
            UnsavedDevices unsaved,
            WhatChanged changed,
            Devices devices,
            Backups backups,
            VersionRecords versions,
            DriftPolicies policies,
            ChangesInSight changes,
            Clock clock) {
        this.findings = findings;
        this.unsaved = unsaved;
        this.changed = changed;
        this.devices = devices;
        this.backups = backups;
        this.versions = versions;
        this.policies = policies;
        this.changes = changes;
        this.clock = clock;
    }

    /**
     * @param version of the finding that the person has looked at
     * @param changeNumber for a link
     * @param owner log-in of who answers for it, for a hold
     * @param until for a hold, UTC
     */
    record DecisionRequest(
            @NotNull(message = "Say what is decided.") FindingStep step,
            int version,

            @NotBlank(message = "Say why.") @Size(max = 500, message = "At most 500 characters.")
            String reason,

            @Nullable Integer changeNumber,
            @Nullable @Size(max = 40) String owner,
            @Nullable Instant until) {}

    /**
     * @param team name of the team that is told too; null for none
     * @param person log-in of who is told too; null for nobody
     * @param decideWithinHours null when nothing says so
     * @param undecided what becomes of a change to a device that nobody has decided about; null for what holds everywhere
     */
    record PolicyRequest(
            @Nullable @Size(max = 60) String team,
            @Nullable @Size(max = 40) String person,

            @Nullable @Min(value = 1, message = "At least 1 hour.") @Max(value = 8_760, message = "At most a year.")
            Integer decideWithinHours,

            @Nullable UndecidedDrift undecided) {}

    /** What groups ask for beyond what holds everywhere. */
    @GetMapping("/policies")
    @PreAuthorize("hasAuthority('READ')")
    List<DriftPolicies.Policy> policies(Sight sight) {
        return policies.all().stream().filter(p -> sight.knowsGroup(p.group())).toList();
    }

    @PutMapping("/policies/{group}")
    @NetworkWide("What groups ask for")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    List<DriftPolicies.Policy> setPolicy(
            @PathVariable String group,
            @Valid @RequestBody PolicyRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return policies.save(
                new DriftPolicies.Policy(
                        group, request.team(), request.person(), request.decideWithinHours(), request.undecided()),
                me.login());
    }

    @DeleteMapping("/policies/{group}")
    @NetworkWide("What groups ask for")
    @PreAuthorize("hasAuthority('WRITE_BACKUPS')")
    List<DriftPolicies.Policy> removePolicy(@PathVariable String group, @AuthenticationPrincipal SignedIn me) {
        return policies.remove(group, me.login());
    }

    /** Findings without an end, newest first; or the newest 500 that have come to theirs. */
    @GetMapping("/findings")
    @PreAuthorize("hasAuthority('READ')")
    List<FindingView.Row> findings(@RequestParam(defaultValue = "false") boolean ended, Sight sight) {
        return findings.list(ended, sight);
    }

    @GetMapping("/findings/{id}")
    @PreAuthorize("hasAuthority('READ')")
    FindingView finding(@PathVariable @Sees(Subject.FINDING) long id) {
        return findings.view(id);
    }

    @PostMapping("/findings/{id}/decisions")
    @PreAuthorize("hasAuthority('DECIDE_DRIFT')")
    FindingView decide(
            @PathVariable @Acts(Subject.FINDING) long id,
            @Valid @RequestBody DecisionRequest request,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        if (request.changeNumber() != null) {
            changes.mustRead(sight, request.changeNumber().toString());
        }
        return findings.decide(
                id,
                new Findings.Decision(
                        request.step(),
                        request.version(),
                        request.reason(),
                        request.changeNumber(),
                        request.owner(),
                        request.until()),
                me.login());
    }

    /** Devices whose running and startup differ, with what would be lost. */
    @GetMapping("/unsaved")
    @PreAuthorize("hasAuthority('READ')")
    List<UnsavedDevices.Unsaved> unsaved(Sight sight) {
        return sight.seen(unsaved.all(), UnsavedDevices.Unsaved::device);
    }

    /**
     * What changed on devices, newest first; at most 2,000.
     *
     * @param since an instant, ISO 8601, UTC
     * @param until an instant; now when it is left out
     */
    @GetMapping("/changed")
    @PreAuthorize("hasAuthority('READ')")
    List<WhatChanged.Row> changed(
            @RequestParam String since, @RequestParam(defaultValue = "") String until, Sight sight) {
        Instant from = instant("since", since);
        Instant to = until.isEmpty() ? clock.instant().plusSeconds(60) : instant("until", until);
        if (from.isAfter(to) || Duration.between(from, to).compareTo(LONGEST) > 0) {
            throw ProblemException.invalid("since", "Choose a stretch of at most 400 days.");
        }
        return changed.between(from, to, sight);
    }

    /** One device as it is known now, against how it was at a moment. */
    @GetMapping("/devices/{name}/since")
    @PreAuthorize("hasAuthority('READ')")
    DifferenceView since(@PathVariable @Sees(Subject.DEVICE) String name, @RequestParam String at) {
        Device device = devices.named(name);
        long then = backups.runningAt(device.id(), instant("at", at))
                .orElseThrow(() -> ProblemException.refused(
                        "What " + name + " ran at that moment is not known: its first version is younger."));
        return versions.difference(then, backups.newestRunning(device.id()).orElseThrow());
    }

    private static Instant instant(String field, String text) {
        try {
            return Instant.parse(text);
        } catch (DateTimeException e) {
            throw ProblemException.invalid(field, "Give an instant such as 2026-11-27T12:00:00Z.");
        }
    }
}
