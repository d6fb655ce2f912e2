package io.safestep.app.notice;

import io.safestep.app.people.People;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.people.stored.Person;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person's own inbox and wishes, over HTTP. */
@RestController
@RequestMapping("/api/notices")
class NoticeController {

    private static final int MOST = 200;

    private final JdbcClient jdbc;
    private final People people;
    private final Wishes wishes;
    private final Clock clock;

    NoticeController(JdbcClient jdbc, People people, Wishes wishes, Clock clock) {
        this.jdbc = jdbc;
        this.people = people;
        this.wishes = wishes;
        this.clock = clock;
    }

    /**
     * @param text one line for each device
     * @param link the page that it is about
     * @param readAt UTC; null while it was not read
     * @param mail how it went with mail, in words; null when none was wanted
     */
    record NoticeView(
            long id,
            NoticeKind kind,
            Instant at,
            String title,
            String text,
            String link,
            @Nullable Instant readAt,
            @Nullable String mail) {}

    record WishView(NoticeKind kind, Pace pace, boolean mail) {}

    /** @param email where mail goes; null while nobody has said */
    record Choices(@Nullable String email, List<WishView> wishes) {}

    record WishRequest(@NotNull NoticeKind kind, @NotNull Pace pace, boolean mail) {}

    /** @param upTo id of the newest notice that the person has seen */
    record ReadRequest(long upTo) {}

    /** The newest 200. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<NoticeView> inbox(@AuthenticationPrincipal SignedIn me) {
        return jdbc.sql(
                        "select id, kind, at, title, text, link, read_at, mail_to, mail_sent_at, mail_problem from notice"
                                + " where person_id = :personId order by id desc limit " + MOST)
                .param("personId", person(me).id())
                .query((row, i) -> {
                    Timestamp read = row.getTimestamp(7);
                    return new NoticeView(
                            row.getLong(1),
                            NoticeKind.valueOf(row.getString(2)),
                            row.getTimestamp(3).toInstant(),
                            row.getString(4),
                            row.getString(5),
                            row.getString(6),
                            read == null ? null : read.toInstant(),
                            mail(row.getString(8), row.getTimestamp(9), row.getString(10)));
                })
                .list();
    }

    private static @Nullable String mail(String to, Timestamp sent, String problem) {
        if (to == null) {
            return null;
        }
        return sent != null ? "mailed" : problem != null ? "not mailed yet: " + problem : "to be mailed";
    }

    @PostMapping("/read")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void read(@RequestBody ReadRequest request, @AuthenticationPrincipal SignedIn me) {
        jdbc.sql("""
                update notice set read_at = :now where person_id = :personId and id <= :upTo and read_at is null""")
                .param("now", Timestamp.from(clock.instant()))
                .param("personId", person(me).id())
                .param("upTo", request.upTo())
                .update();
    }

    @GetMapping("/choices")
    @PreAuthorize("hasAuthority('READ')")
    Choices choices(@AuthenticationPrincipal SignedIn me) {
        Person person = person(me);
        Map<NoticeKind, Wishes.Wish> own = wishes.of(person);
        return new Choices(
                person.email(),
                own.entrySet().stream()
                        .map(e -> new WishView(
                                e.getKey(), e.getValue().pace(), e.getValue().mail()))
                        .toList());
    }

    @PutMapping("/choices")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional
    public Choices choose(@Valid @RequestBody WishRequest request, @AuthenticationPrincipal SignedIn me) {
        wishes.store(person(me), request.kind(), new Wishes.Wish(request.pace(), request.mail()));
        return choices(me);
    }

    private Person person(SignedIn me) {
        return people.withLogin(me.login());
    }
}
