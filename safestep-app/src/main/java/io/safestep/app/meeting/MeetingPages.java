package io.safestep.app.meeting;

import io.safestep.app.change.ChangeText;
import io.safestep.app.change.Changes;
import io.safestep.app.change.stored.Change;
import io.safestep.app.settings.Network;
import io.safestep.app.sheet.Pages;
import io.safestep.app.sight.Sight;
import io.safestep.core.schedule.WallClock;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A meeting's list on paper: the list, then each change on a page of its own. Secrets are masked. */
@Component
@Transactional(readOnly = true)
class MeetingPages {

    private final Changes changes;
    private final ChangeText text;
    private final Network network;
    private final Clock clock;

    MeetingPages(Changes changes, ChangeText text, Network network, Clock clock) {
        this.changes = changes;
        this.text = text;
        this.network = network;
        this.clock = clock;
    }

    byte[] of(List<MeetingView> chosen, Sight sight) {
        WallClock wall = new WallClock(network.zone());
        String title = "Changes to be decided, " + wall.dayAndTime(clock.instant());
        Pages pages = new Pages(title);
        pages.title(title).line(network.name().map(n -> n + ", ").orElse("") + "times in " + network.zone() + ".");
        pages.table(
                new float[] {2, 6, 3, 3, 5},
                List.of("Number", "Title", "Risk", "Fits first", "Waits for"),
                chosen.stream().map(m -> row(m, wall)).toList());
        for (MeetingView m : chosen) {
            Change change = changes.numbered(m.number());
            pages.newPage()
                    .title(change.subject() + "  " + change.title())
                    .line((m.emergency() ? "An emergency, by " : "By ") + m.authorName() + ". Risk "
                            + m.risk().word() + ", " + m.riskPoints() + " points. "
                            + (m.fits() == null ? "" : "Fits first " + wall.dayAndTime(m.fits()) + "."))
                    .line("Waits for an approval of " + String.join("; ", m.needs()) + ".")
                    .head("What it is for")
                    .line(sight.told(change.reason()))
                    .head("What is approved")
                    .deviceText(text.of(m.number(), sight))
                    .head("Decision")
                    .line("Approved      Returned      Rejected          by                              because");
        }
        return pages.bytes();
    }

    private static List<String> row(MeetingView m, WallClock wall) {
        return List.of(
                "CR-" + m.number(),
                (m.emergency() ? "Emergency: " : "") + m.title(),
                m.risk().word() + ", " + m.riskPoints(),
                m.fits() == null ? "" : wall.dayAndTime(m.fits()),
                String.join("; ", m.needs()));
    }
}
