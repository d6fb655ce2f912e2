package io.safestep.app.now;

import io.safestep.app.approval.ApprovalView;
import io.safestep.app.approval.Approvals;
import io.safestep.app.approval.Verdict;
import io.safestep.app.change.Change;
import io.safestep.app.change.ChangeView;
import io.safestep.app.change.Changes;
import io.safestep.app.device.Devices;
import io.safestep.app.now.NowView.Need;
import io.safestep.app.now.NowView.NeedKind;
import io.safestep.app.people.People;
import io.safestep.app.people.Person;
import io.safestep.app.people.Right;
import io.safestep.app.people.SignedIn;
import io.safestep.app.run.RecentRuns;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.schedule.ScheduleViews;
import io.safestep.core.change.ChangeState;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What matters to a person at this moment. */
@RestController
class NowController {

    private static final Set<ChangeState> OPEN = Set.of(
            ChangeState.DRAFT,
            ChangeState.RETURNED,
            ChangeState.IN_REVIEW,
            ChangeState.APPROVED,
            ChangeState.BOOKED,
            ChangeState.RUNNING,
            ChangeState.COMPLETED,
            ChangeState.ROLLED_BACK,
            ChangeState.NEEDS_ATTENTION);

    private final Changes changes;
    private final Approvals approvals;
    private final Schedule schedule;
    private final RecentRuns recentRuns;
    private final Devices devices;
    private final People people;
    private final Clock clock;

    NowController(
            Changes changes,
            Approvals approvals,
            Schedule schedule,
            RecentRuns recentRuns,
            Devices devices,
            People people,
            Clock clock) {
        this.changes = changes;
        this.approvals = approvals;
        this.schedule = schedule;
        this.recentRuns = recentRuns;
        this.devices = devices;
        this.people = people;
        this.clock = clock;
    }

    @GetMapping("/api/now")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public NowView now(@AuthenticationPrincipal SignedIn me) {
        Instant now = clock.instant();
        Person person = people.withLogin(me.login());
        List<Need> needs = new ArrayList<>();
        for (ChangeView.Row row : changes.inStates(OPEN)) {
            Need need = need(changes.numbered(row.number()), person);
            if (need != null) {
                needs.add(need);
            }
        }
        needs.sort(Comparator.comparing(Need::kind).thenComparing(Need::since, Comparator.reverseOrder()));
        ScheduleViews.Opening window = schedule.between(now, now.plus(Duration.ofDays(7))).stream()
                .findFirst()
                .orElse(null);
        NotRightInNetwork network = NotRightInNetwork.of(devices.inTrouble());
        return new NowView(needs, window, network.single(), network.many(), recent(now));
    }

    private List<NowView.Recent> recent(Instant now) {
        return recentRuns.endedSince(now.minus(Duration.ofDays(1))).stream()
                .map(r -> new NowView.Recent(
                        r.number(), "CR-" + r.number(), r.title(), r.state(), r.devices(), r.verdict(), r.endedAt()))
                .toList();
    }

    private Need need(Change change, Person person) {
        boolean author = change.author().login().equals(person.login());
        Set<Right> rights = person.rights();
        return switch (change.state()) {
            case NEEDS_ATTENTION -> rights.contains(Right.RUN_CHANGES) ? need(NeedKind.STUCK, change, null) : null;
            case RUNNING -> rights.contains(Right.RUN_CHANGES) ? running(change) : null;
            case BOOKED -> booked(change, author, rights);
            case IN_REVIEW ->
                rights.contains(Right.DECIDE_CHANGES) && !author
                        ? need(
                                NeedKind.DECIDE,
                                change,
                                "Written by " + change.author().name() + ".")
                        : null;
            case RETURNED -> author ? need(NeedKind.RETURNED, change, lastComment(change)) : null;
            case APPROVED -> author || rights.contains(Right.WRITE_WINDOWS) ? need(NeedKind.BOOK, change, null) : null;
            case COMPLETED, ROLLED_BACK -> author ? need(NeedKind.CLOSE, change, null) : null;
            case DRAFT -> author ? need(NeedKind.FINISH, change, null) : null;
            default -> null;
        };
    }

    private Need running(Change change) {
        return recentRuns
                .waitsFor(change)
                .map(words -> need(
                        NeedKind.WAITS,
                        change,
                        words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + "."))
                .orElseGet(() -> need(NeedKind.RUNNING, change, null));
    }

    private Need booked(Change change, boolean author, Set<Right> rights) {
        ScheduleViews.BookingView booking = schedule.placement(change.number()).booking();
        if (booking == null) {
            return null;
        }
        if (booking.frozen() != null && booking.spareSeconds() < 0) {
            return author || rights.contains(Right.WRITE_WINDOWS)
                    ? need(NeedKind.FROZEN, change, schedule.frozen(booking.frozen()))
                    : null;
        }
        boolean byHand = booking.openNow() && !booking.automatic();
        boolean waits = byHand || booking.refusal() != null;
        return waits && rights.contains(Right.RUN_CHANGES) ? need(NeedKind.START, change, booking.refusal()) : null;
    }

    private String lastComment(Change change) {
        return approvals.of(change.number()).stream()
                .filter(a -> a.verdict() == Verdict.RETURNED)
                .reduce((a, b) -> b)
                .map(ApprovalView::comment)
                .orElse(null);
    }

    private static Need need(NeedKind kind, Change change, String detail) {
        return new Need(kind, change.number(), change.subject(), change.title(), detail, change.updatedAt());
    }
}
