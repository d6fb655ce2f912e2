package io.safestep.app.change;

import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.asked.RunOrder;
import io.safestep.app.change.build.BuildView;
import io.safestep.app.change.build.OtherDevices;
import io.safestep.app.change.views.AlikeView;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.change.views.TargetSummary;
import io.safestep.app.change.views.TrialView;
import io.safestep.app.check.library.CheckProposal;
import io.safestep.app.people.SignedIn;
import io.safestep.core.alike.CommonText;
import io.safestep.core.paste.Cleaned;
import jakarta.validation.Valid;
import java.util.LinkedHashSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
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

    ChangeController(
            Changes changes,
            AlikeTargets alike,
            TargetSummaries summaries,
            ChangeText text,
            TemplateTrials trials,
            OtherDevices others,
            Allocations allocations) {
        this.changes = changes;
        this.alike = alike;
        this.summaries = summaries;
        this.text = text;
        this.trials = trials;
        this.others = others;
        this.allocations = allocations;
    }

    @GetMapping("/{number}")
    @PreAuthorize("hasAuthority('READ')")
    ChangeView one(@PathVariable int number, @AuthenticationPrincipal SignedIn me) {
        return changes.view(number, me.login());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView create(@Valid @RequestBody ChangeRequests.Content content, @AuthenticationPrincipal SignedIn me) {
        return changes.create(draft(content), me.login());
    }

    /** Replaces the whole content. Refused when the version is not the one that was read. */
    @PutMapping("/{number}")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView save(
            @PathVariable int number,
            @Valid @RequestBody ChangeRequests.Content content,
            @AuthenticationPrincipal SignedIn me) {
        return changes.save(number, draft(content), me.login());
    }

    /** What would follow for a device. Stores nothing. */
    @PostMapping("/preview")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    BuildView preview(@Valid @RequestBody ChangeRequests.Target request) {
        return changes.preview(request.target());
    }

    /** What would come out of a template that is being written, alone or on a device. Stores nothing. */
    @PostMapping("/trial")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    TrialView trial(@Valid @RequestBody ChangeRequests.Trial request) {
        return trials.of(request);
    }

    /** What a device would take over from another one, and which lines say who the other one is. Stores nothing. */
    @GetMapping("/takeover")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    OtherDevices.Takeover takeover(@RequestParam String device, @RequestParam String from) {
        return others.takeover(device, from);
    }

    /** In short what would follow for many devices. Stores nothing. */
    @PostMapping("/previews")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    List<TargetSummary> previews(@Valid @RequestBody ChangeRequests.Many request) {
        return summaries.of(
                request.targets().stream().map(ChangeRequests.Target::target).toList());
    }

    /** Takes lines for a device out of pasted instructions. Stores nothing. */
    @PostMapping("/paste")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    Cleaned paste(@Valid @RequestBody ChangeRequests.Paste request) {
        return changes.cleaned(request.device(), request.text());
    }

    /** Lines for several devices as one text for each group that is alike, the odd ones out first. Stores nothing. */
    @PostMapping("/common")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    List<CommonText> common(@Valid @RequestBody ChangeRequests.Many request) {
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
    List<CheckProposal> checkProposals(@PathVariable int number) {
        return changes.checkProposals(number);
    }

    @PostMapping("/{number}/allocations")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    List<Allocations.Fulfilled> allocate(
            @PathVariable int number,
            @Valid @RequestBody ChangeRequests.Allocation request,
            @AuthenticationPrincipal SignedIn me) {
        return allocations.give(
                number,
                request.pool(),
                request.wishes().stream().map(ChangeRequests.Wish::wish).toList(),
                me.login());
    }

    /** Everything that is approved, as plain text. */
    @GetMapping(path = "/{number}/text", produces = MediaType.TEXT_PLAIN_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    String text(@PathVariable int number) {
        return text.of(number);
    }

    /**
     * A sheet with lines for a device that somebody else runs, as plain text; secrets are masked.
     *
     * @param index of the sheet in the change, counted from 0
     */
    @GetMapping(path = "/{number}/sheets/{index}", produces = MediaType.TEXT_PLAIN_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    String sheet(@PathVariable int number, @PathVariable int index) {
        return text.sheet(number, index);
    }

    /** In short what follows for each device of the change, and what would not fit. */
    @GetMapping("/{number}/summaries")
    @PreAuthorize("hasAuthority('READ')")
    List<TargetSummary> summaries(@PathVariable int number) {
        return summaries.of(number);
    }

    /** The scripts of the change, devices with the same one together, the odd ones out first. */
    @GetMapping("/{number}/scripts")
    @PreAuthorize("hasAuthority('READ')")
    List<AlikeView> scripts(@PathVariable int number) {
        return alike.scripts(number);
    }

    /** Outcome, difference, script, undo script and undo proof of one device of the change. */
    @GetMapping("/{number}/devices/{device}")
    @PreAuthorize("hasAuthority('READ')")
    BuildView build(@PathVariable int number, @PathVariable String device) {
        return changes.buildOf(number, device);
    }

    @PostMapping("/{number}/submission")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView submit(
            @PathVariable int number,
            @Valid @RequestBody ChangeRequests.AtVersion request,
            @AuthenticationPrincipal SignedIn me) {
        return changes.submit(number, request.version(), me.login());
    }

    @PostMapping("/{number}/withdrawal")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    ChangeView withdraw(@PathVariable int number, @AuthenticationPrincipal SignedIn me) {
        return changes.withdraw(number, me.login());
    }

    /** Closes a change that has run, with a note of how it went. */
    @PostMapping("/{number}/closure")
    @PreAuthorize("hasAuthority('CLOSE_CHANGES')")
    ChangeView close(
            @PathVariable int number,
            @Valid @RequestBody ChangeRequests.Closure request,
            @AuthenticationPrincipal SignedIn me) {
        return changes.close(number, request.note(), me.login());
    }

    private static Draft draft(ChangeRequests.Content c) {
        return new Draft(
                c.version(),
                c.title(),
                c.reason(),
                c.undoAccepted(),
                Boolean.TRUE.equals(c.restoresStartup()),
                c.groups() == null ? List.of() : List.copyOf(new LinkedHashSet<>(c.groups())),
                c.targets().stream().map(ChangeRequests.Target::target).toList(),
                c.checks().stream()
                        .map(k -> new Draft.ChosenCheck(k.definition(), blankToNull(k.library())))
                        .toList(),
                c.sheets() == null
                        ? List.of()
                        : c.sheets().stream().map(ChangeRequests.Sheet::sheet).toList(),
                c.order() == null ? RunOrder.usual() : c.order().order(),
                blankToNull(c.emergencyReason()));
    }

    private static @Nullable String blankToNull(@Nullable String text) {
        return text == null || text.isBlank() ? null : text.strip();
    }
}
