package io.safestep.app.meeting;

import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Changes that are decided together, over HTTP. */
@RestController
@RequestMapping("/api/meeting")
class MeetingController {

    private static final int LONGEST_MINUTES = 480;

    private final Meeting meeting;
    private final MeetingPages pages;
    private final Invitation invitation;
    private final People people;

    MeetingController(Meeting meeting, MeetingPages pages, Invitation invitation, People people) {
        this.meeting = meeting;
        this.pages = pages;
        this.invitation = invitation;
        this.people = people;
    }

    /** Those that wait for a decision, what could run first first; at most 100. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<MeetingView> waiting(Sight sight) {
        return meeting.waiting(sight);
    }

    /** @param changes numbers of those that are meant */
    @GetMapping(path = "/pages", produces = MediaType.APPLICATION_PDF_VALUE)
    @PreAuthorize("hasAuthority('READ')")
    ResponseEntity<byte[]> pages(@RequestParam List<Integer> changes, Sight sight) {
        return file(MediaType.APPLICATION_PDF, "meeting.pdf", pages.of(meeting.chosen(some(changes), sight), sight));
    }

    /**
     * An invitation for those who could decide about them.
     *
     * @param changes numbers of those that are meant
     * @param begins UTC
     * @param minutes how long it lasts
     */
    @GetMapping(path = "/invitation", produces = "text/calendar")
    @PreAuthorize("hasAuthority('READ')")
    ResponseEntity<byte[]> invitation(
            @RequestParam List<Integer> changes, @RequestParam Instant begins, @RequestParam int minutes, Sight sight) {
        if (minutes < 1 || minutes > LONGEST_MINUTES) {
            throw ProblemException.invalid("minutes", "A meeting lasts from 1 to 480 minutes.");
        }
        Person by = people.withLogin(sight.login());
        if (by.email() == null) {
            throw ProblemException.refused(
                    "An invitation comes from a mail address: enter yours on your own page first.");
        }
        List<MeetingView> chosen = meeting.chosen(some(changes), sight);
        return file(
                MediaType.parseMediaType("text/calendar;charset=utf-8"),
                "meeting.ics",
                invitation.of(chosen, by, meeting.asked(chosen, sight), begins, Duration.ofMinutes(minutes)));
    }

    private static List<Integer> some(List<Integer> changes) {
        if (changes.isEmpty() || changes.size() > Meeting.MOST) {
            throw ProblemException.invalid("changes", "Choose from 1 to " + Meeting.MOST + " changes.");
        }
        return changes;
    }

    private static ResponseEntity<byte[]> file(MediaType type, String name, byte[] content) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(content);
    }
}
