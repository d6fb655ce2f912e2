package io.safestep.app.check;

import io.safestep.app.check.library.CheckLibrary;
import io.safestep.app.check.library.LibraryCheckView;
import io.safestep.app.check.looks.CheckRequest;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.check.looks.CheckTrials;
import io.safestep.app.check.looks.ReadableCommand;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import io.safestep.core.check.CheckWords;
import io.safestep.core.check.definition.CheckDefinition;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The library of checks over HTTP, and trying one out. */
@RestController
@RequestMapping("/api/checks")
class CheckController {

    private final CheckLibrary library;
    private final CheckTrials trials;
    private final CheckRules rules;

    CheckController(CheckLibrary library, CheckTrials trials, CheckRules rules) {
        this.library = library;
        this.trials = trials;
        this.rules = rules;
    }

    /** @param version that was read before; 0 for a new one */
    record LibraryCheckRequest(
            int version,

            @NotBlank(message = "Give the check a name.") @Size(max = 80, message = "At most 80 characters.")
            String name,

            @NotNull @Size(max = 1_000, message = "At most 1,000 characters.")
            String description,

            @NotNull @Valid CheckRequest check) {

        CheckLibrary.WantedCheck wanted() {
            return new CheckLibrary.WantedCheck(version, name, description, check.definition());
        }
    }

    record TrialRequest(
            @NotBlank(message = "Choose a device.") @Size(max = 60)
            String device,

            @NotNull @Valid CheckRequest check) {}

    /** The read commands that platform profiles name. */
    @GetMapping("/reads")
    @PreAuthorize("hasAuthority('READ')")
    List<ReadableCommand> reads() {
        return rules.reads();
    }

    /** All by name. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<LibraryCheckView> checks() {
        return library.checks();
    }

    @PostMapping
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<LibraryCheckView> add(@Valid @RequestBody LibraryCheckRequest request, @AuthenticationPrincipal SignedIn me) {
        library.save(null, request.wanted(), me.login());
        return library.checks();
    }

    @PutMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    List<LibraryCheckView> change(
            @PathVariable long id,
            @Valid @RequestBody LibraryCheckRequest request,
            @AuthenticationPrincipal SignedIn me) {
        library.save(id, request.wanted(), me.login());
        return library.checks();
    }

    @DeleteMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        library.removeCheck(id, me.login());
    }

    /** @param checks as they stand in a form, perhaps not finished */
    record WordsRequest(@NotNull @Size(max = 200) List<@Valid CheckRequest> checks) {}

    /**
     * @param title what a check is called, else what it looks at
     * @param expected what it expects
     */
    record CheckWordsView(String title, String expected) {}

    /** What checks that are being written say. Stores nothing. */
    @PostMapping("/words")
    @PreAuthorize("hasAuthority('WRITE_CHANGES')")
    List<CheckWordsView> words(@Valid @RequestBody WordsRequest request) {
        return request.checks().stream()
                .map(CheckRequest::definition)
                .map(c -> new CheckWordsView(rules.title(c), CheckWords.expected(c)))
                .toList();
    }

    /** Looks now, on a live device. Nothing is written to it. */
    @PostMapping("/trial")
    @PreAuthorize("hasAuthority('READ_DEVICES')")
    CheckTrials.Trial trial(@Valid @RequestBody TrialRequest request, Sight sight) {
        CheckDefinition check = request.check().definition();
        sight.mustRead(request.device());
        if (check.look().from() != null) {
            sight.mustRead(check.look().from());
        }
        return trials.on(request.device(), check);
    }
}
