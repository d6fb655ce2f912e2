package io.safestep.app.change;

import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.build.BuildView;
import io.safestep.app.change.build.OtherDevices;
import io.safestep.app.change.views.AlikeView;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.change.views.LinesOpened;
import io.safestep.app.change.views.TargetSummary;
import io.safestep.app.change.views.TrialView;
import io.safestep.app.check.library.CheckProposal;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.core.alike.CommonText;
import io.safestep.core.paste.Cleaned;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Changes over HTTP. */
@RestController
@RequestMapping("/api/changes")
class ChangeController {

    private final Changes changes;
    private final AlikeTargets alike;
    private final TargetSummaries summaries;
    private final ChangeText text;
    private final TemplateTrials trials;
    private final OtherDevices others;
    private final Allocations allocations;
    private final ChangesInSight inSight;
    private final ApplicationEventPublisher events;

    ChangeController(
            Changes changes,
            AlikeTargets alike,
            TargetSummaries summaries,
            ChangeText text,
            TemplateTrials trials,
            OtherDevices others,
            Allocations allocations,
            ChangesInSight inSight,
            ApplicationEventPublisher events) {
        this.changes = changes;
        this.alike = alike;
        this.summaries = summaries;
        this.text = text;
        this.trials = trials;
        this.others = others;
        this.allocations = allocations;
        this.inSight = inSight;
        this.events = events;
    }

    @GetMapping("/{number}")
    @PreAuthorize("hasAuthority('READ')")
    ChangeView one(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return changes.view(number, sight.login()).told(sight);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView create(@Valid @RequestBody ChangeRequests.Content content, Sight sight) {
        Draft draft = content.draft();
        inSight.mustBuild(sight, draft);
        return changes.create(draft, sight.login()).told(sight);
    }

    /** A new draft of the one who asks, with the same content. */
    @PostMapping("/{number}/copy")
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView copy(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        Draft draft = changes.draftOf(number, sight.login());
        inSight.mustBuild(sight, draft);
        return changes.create(draft, sight.login()).told(sight);
    }

    /** Replaces the whole content. Refused when the version is not the one that was read. */
    @PutMapping("/{number}")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView save(
            @PathVariable @Acts(Subject.CHANGE) int number,
            @Valid @RequestBody ChangeRequests.Content content,
            Sight sight) {
        Draft draft = content.draft();
        inSight.mustBuild(sight, draft);
        return changes.save(number, draft, sight.login()).told(sight);
    }

    /** What would follow for a device. Stores nothing. */
    @PostMapping("/preview")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    BuildView preview(@Valid @RequestBody ChangeRequests.Target request, Sight sight) {
        inSight.mustBuild(sight, List.of(request.target()));
        return changes.preview(request.target()).told(sight);
    }

    /** What would come out of a template that is being written, alone or on a device. Stores nothing. */
    @PostMapping("/trial")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    TrialView trial(@Valid @RequestBody ChangeRequests.Trial request, Sight sight) {
        if (request.device() != null && !request.device().isBlank()) {
            sight.mustRead(request.device());
        }
        return trials.of(request).told(sight);
    }

    /** What a device would take over from another one, and which lines say who the other one is. Stores nothing. */
    @GetMapping("/takeover")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    OtherDevices.Takeover takeover(
            @RequestParam @Acts(Subject.DEVICE) String device, @RequestParam @Sees(Subject.DEVICE) String from) {
        return others.takeover(device, from);
    }

    /** In short what would follow for many devices. Stores nothing. */
    @PostMapping("/previews")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    List<TargetSummary> previews(@Valid @RequestBody ChangeRequests.Many request, Sight sight) {
        List<Draft.Target> targets =
                request.targets().stream().map(ChangeRequests.Target::target).toList();
        inSight.mustBuild(sight, targets);
        return summaries.of(targets).stream().map(t -> t.told(sight)).toList();
    }

    /** Takes lines for a device out of pasted instructions. Stores nothing. */
    @PostMapping("/paste")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    Cleaned paste(@Valid @RequestBody ChangeRequests.Paste request, Sight sight) {
        sight.mustAct(request.device());
        return changes.cleaned(request.device(), request.text());
    }

    /** Lines for several devices as one text for each group that is alike, the odd ones out first. Stores nothing. */
    @PostMapping("/common")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    List<CommonText> common(@Valid @RequestBody ChangeRequests.Many request, Sight sight) {
        request.linesByDevice().keySet().forEach(sight::mustRead);
        return alike.lines(request.linesByDevice());
    }

    /** Reads a sheet of values: CSV in UTF-8, or XLSX, as the body of the request. Stores nothing. */
    @PostMapping(path = "/values", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ValueTable values(@RequestBody byte[] file) {
        return ValueTable.read(file);
    }

    /** Checks that the change should have by what it touches, and those that every change should have. */
    @GetMapping("/{number}/check-proposals")
    @PreAuthorize("hasAuthority('READ')")
    List<CheckProposal> checkProposals(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return changes.checkProposals(number).stream().map(p -> p.told(sight)).toList();
    }

    @PostMapping("/{number}/allocations")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    List<Allocations.Fulfilled> allocate(
            @PathVariable @Acts(Subject.CHANGE) int number,
            @Valid @RequestBody ChangeRequests.Allocation request,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        sight.mustAct(request.wishes().stream().map(ChangeRequests.Wish::device).toList());
        return allocations.give(
                number,
                request.pool(),
                request.wishes().stream().map(ChangeRequests.Wish::wish).toList(),
                me.login());
    }

    /** Everything that is approved, as plain text. */
    @GetMapping(path = "/{number}/text", produces = MediaType.TEXT_PLAIN_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    String text(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return text.of(number, sight);
    }

    /**
     * A sheet with lines for a device that somebody else runs, as plain text; secrets are masked.
     *
     * @param index of the sheet in the change, counted from 0
     */
    @GetMapping(path = "/{number}/sheets/{index}", produces = MediaType.TEXT_PLAIN_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    String sheet(@PathVariable @Sees(Subject.CHANGE) int number, @PathVariable int index, Sight sight) {
        return text.sheet(number, index, sight);
    }

    /** In short what follows for each device of the change, and what would not fit. */
    @GetMapping("/{number}/summaries")
    @PreAuthorize("hasAuthority('READ')")
    List<TargetSummary> summaries(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return sight.seen(summaries.of(number), TargetSummary::device).stream()
                .map(t -> t.told(sight))
                .toList();
    }

    /** The scripts of the change, devices with the same one together, the odd ones out first. */
    @GetMapping("/{number}/scripts")
    @PreAuthorize("hasAuthority('READ')")
    List<AlikeView> scripts(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return alike.scripts(number).stream()
                .map(a -> a.told(sight))
                .filter(a -> !a.devices().isEmpty())
                .toList();
    }

    /** Outcome, difference, script, undo script and undo proof of one device of the change. */
    @GetMapping("/{number}/devices/{device}")
    @PreAuthorize("hasAuthority('READ')")
    BuildView build(
            @PathVariable @Sees(Subject.CHANGE) int number,
            @PathVariable @Sees(Subject.DEVICE) String device,
            Sight sight) {
        BuildView build = changes.buildOf(number, device).told(sight);
        events.publishEvent(new LinesOpened(number, device, sight.login()));
        return build;
    }

    @PostMapping("/{number}/submission")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView submit(
            @PathVariable @Acts(Subject.CHANGE) int number,
            @Valid @RequestBody ChangeRequests.AtVersion request,
            Sight sight) {
        return changes.submit(number, request.version(), sight.login()).told(sight);
    }

    @PostMapping("/{number}/withdrawal")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView withdraw(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        inSight.mustActUnlessAuthor(sight, number);
        return changes.withdraw(number, sight.login()).told(sight);
    }

    /** Closes a change that has run, with a note of how it went. */
    @PostMapping("/{number}/closure")
    @PreAuthorize("hasAuthority('CLOSE_CHANGES')")
    ChangeView close(
            @PathVariable @Acts(Subject.CHANGE) int number,
            @Valid @RequestBody ChangeRequests.Closure request,
            Sight sight) {
        return changes.close(number, request.note(), sight.login()).told(sight);
    }
}
