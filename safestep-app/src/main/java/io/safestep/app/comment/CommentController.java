package io.safestep.app.comment;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
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
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Comments on a change and its lines over HTTP. Who writes changes or decides about them speaks of lines;
 * whoever reads asks about the change, and answers. */
@RestController
@RequestMapping("/api/changes/{number}/comments")
class CommentController {

    private static final String MAY_SPEAK = "hasAnyAuthority('WRITE_CHANGES', 'DECIDE_CHANGES')";

    private final Comments comments;

    CommentController(Comments comments) {
        this.comments = comments;
    }

    /** As {@link CommentedLine}, with what is said about it. */
    record CommentRequest(
            @NotBlank @Size(max = 60) String device,
            @NotNull Side side,
            @NotNull @Size(max = 40) List<@NotBlank @Size(max = 4_000) String> path,
            @NotBlank @Size(max = 4_000) String line,

            @NotBlank(message = "Say something about the line.")
            @Size(max = 2_000, message = "At most 2,000 characters.")
            String body) {}

    /** @param question whether it has to be resolved before the change is approved */
    record WholeRequest(
            @NotBlank(message = "Say something about the change.")
            @Size(max = 2_000, message = "At most 2,000 characters.")
            String body,

            boolean question) {}

    record AnswerRequest(
            @NotBlank(message = "Write an answer.") @Size(max = 2_000, message = "At most 2,000 characters.")
            String body) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<CommentView> all(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return comments.of(number, sight.login()).stream()
                .filter(c -> c.isSeenBy(sight))
                .map(c -> c.toldTo(sight))
                .toList();
    }

    /** About the change as a whole. {@code @} and a log-in speak to somebody. */
    @PostMapping("/whole")
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('READ')")
    CommentView writeOnWhole(
            @PathVariable @Sees(Subject.CHANGE) int number,
            @Valid @RequestBody WholeRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return comments.writeOnWhole(number, request.body().strip(), request.question(), me.login());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize(MAY_SPEAK)
    CommentView write(
            @PathVariable @Sees(Subject.CHANGE) int number,
            @Valid @RequestBody CommentRequest request,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        sight.mustRead(request.device());
        return comments.write(
                number,
                new CommentedLine(request.device(), request.side(), request.path(), request.line()),
                request.body().strip(),
                me.login());
    }

    @PostMapping("/{id}/answers")
    @ResponseStatus(HttpStatus.CREATED)
    @PreAuthorize("hasAuthority('READ')")
    CommentView answer(
            @PathVariable @Sees(Subject.CHANGE) int number,
            @PathVariable long id,
            @Valid @RequestBody AnswerRequest request,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        mustSee(sight, number, id);
        return comments.answer(number, id, request.body().strip(), me.login());
    }

    @PostMapping("/{id}/resolution")
    @PreAuthorize("hasAuthority('READ')")
    CommentView resolve(
            @PathVariable @Sees(Subject.CHANGE) int number,
            @PathVariable long id,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        mustSee(sight, number, id);
        return comments.resolve(number, id, true, me.login());
    }

    @DeleteMapping("/{id}/resolution")
    @PreAuthorize("hasAuthority('READ')")
    CommentView openAgain(
            @PathVariable @Sees(Subject.CHANGE) int number,
            @PathVariable long id,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        mustSee(sight, number, id);
        return comments.resolve(number, id, false, me.login());
    }

    private void mustSee(Sight sight, int number, long id) {
        boolean seen = sight.readsEverything()
                || comments.of(number, sight.login()).stream().anyMatch(c -> c.id() == id && c.isSeenBy(sight));
        if (!seen) {
            throw ProblemException.notFound("This comment");
        }
    }
}
