package io.safestep.app.next;

import io.safestep.app.change.views.ChangeView;
import io.safestep.app.people.People;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What changes wait for, over HTTP. */
@RestController
@RequestMapping("/api/changes")
class NextController {

    private final NextSteps steps;
    private final EndedChanges ended;
    private final People people;

    NextController(NextSteps steps, EndedChanges ended, People people) {
        this.steps = steps;
        this.ended = ended;
        this.people = people;
    }

    /** All that are not over, what was moved last first. Carries an entity tag: who has the same list is told so. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    @ApiResponse(
            responseCode = "200",
            content =
                    @Content(
                            mediaType = MediaType.APPLICATION_JSON_VALUE,
                            array = @ArraySchema(schema = @Schema(implementation = NextSteps.Listed.class))))
    ResponseEntity<byte[]> open(
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, required = false) String known,
            @RequestHeader(name = HttpHeaders.ACCEPT_ENCODING, required = false) String accepted,
            Sight sight) {
        return steps.written(people.withLogin(sight.login()), sight).answer(known, accepted);
    }

    /** All that are over, highest number first. Carries an entity tag: who has the list already is told so in a few octets. */
    @GetMapping("/ended")
    @PreAuthorize("hasAuthority('READ')")
    @ApiResponse(
            responseCode = "200",
            content =
                    @Content(
                            mediaType = MediaType.APPLICATION_JSON_VALUE,
                            array = @ArraySchema(schema = @Schema(implementation = ChangeView.Row.class))))
    ResponseEntity<byte[]> ended(
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, required = false) String known,
            @RequestHeader(name = HttpHeaders.ACCEPT_ENCODING, required = false) String accepted,
            Sight sight) {
        return ended.of(sight).answer(known, accepted);
    }

    @GetMapping("/{number}/next")
    @PreAuthorize("hasAuthority('READ')")
    NextSteps.Standing next(@PathVariable @Sees(Subject.CHANGE) int number, Sight sight) {
        return steps.of(number, people.withLogin(sight.login()), sight);
    }
}
