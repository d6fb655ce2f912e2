package io.safestep.app.record.looks;

import io.safestep.app.sight.NetworkWide;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Who looked at what, over HTTP. */
@RestController
class LookController {

    private static final int PAGE = 200;

    private final Looks looks;

    LookController(Looks looks) {
        this.looks = looks;
    }

    /**
     * Newest first, at most 200.
     *
     * @param person log-in
     * @param subject as the record calls it
     * @param before the id of a look; those before it come
     */
    @GetMapping("/api/record/looks")
    @PreAuthorize("hasAuthority('WATCH_RECORD')")
    @NetworkWide("Who looked at what")
    List<LookedAt> looks(
            @RequestParam(required = false) @Nullable String person,
            @RequestParam(required = false) @Nullable String subject,
            @RequestParam(defaultValue = "9223372036854775807") long before) {
        return looks.before(blank(person), blank(subject), before, PAGE);
    }

    private static @Nullable String blank(@Nullable String text) {
        return text == null || text.isBlank() ? null : text.strip();
    }
}
