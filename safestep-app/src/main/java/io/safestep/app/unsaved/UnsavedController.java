package io.safestep.app.unsaved;

import io.safestep.app.people.People;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/**
 * What somebody has typed and not saved, over HTTP. It is kept encrypted, for a month, and given to nobody else: also not to
 * who sees the change that it is about.
 */
@RestController
@RequestMapping("/api/unsaved/{place}")
class UnsavedController {

    private static final Pattern PLACE = Pattern.compile("[a-z0-9-]{1,80}");

    private final UnsavedTexts texts;
    private final People people;

    UnsavedController(UnsavedTexts texts, People people) {
        this.texts = texts;
        this.people = people;
    }

    /**
     * @param content as the web app writes it down; null where nothing is kept
     * @param typedAt when it was kept last, UTC; null where nothing is
     */
    record Unsaved(@Nullable String content, @Nullable Instant typedAt) {}

    record UnsavedRequest(
            @NotBlank(message = "There is nothing to keep.")
            @Size(max = 1_000_000, message = "At most 1,000,000 characters are kept.")
            String content) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    Unsaved one(@PathVariable String place, @AuthenticationPrincipal SignedIn me) {
        return texts.in(place, personId(me))
                .map(u -> new Unsaved(u.content(), u.typedAt()))
                .orElse(new Unsaved(null, null));
    }

    private long personId(SignedIn me) {
        return people.withLogin(me.login()).id();
    }

    /** Keeps it, in place of what was kept there. */
    @PutMapping
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void keep(
            @PathVariable String place,
            @Valid @RequestBody UnsavedRequest request,
            @AuthenticationPrincipal SignedIn me) {
        if (!PLACE.matcher(place).matches()) {
            throw ProblemException.invalid("place", "A place has small letters, digits and hyphens, at most 80.");
        }
        texts.keep(place, request.content(), personId(me));
    }

    /** It was saved, or is wanted no more. */
    @DeleteMapping
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(@PathVariable String place, @AuthenticationPrincipal SignedIn me) {
        texts.forget(place, personId(me));
    }
}
