package io.safestep.app.meeting;

import io.safestep.app.mail.Mail;
import io.safestep.app.people.stored.Person;
import io.safestep.app.settings.Network;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Property;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.parameter.Cn;
import net.fortuna.ical4j.model.parameter.Rsvp;
import net.fortuna.ical4j.model.property.Attendee;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.Organizer;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.Url;
import net.fortuna.ical4j.model.property.immutable.ImmutableMethod;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import org.springframework.stereotype.Component;

/** The invitation to a meeting: an iCalendar object (RFC 5545) that asks people to come (RFC 5546, section 3.2.2). */
@Component
class Invitation {

    private final Mail mail;
    private final Network network;
    private final Clock clock;

    Invitation(Mail mail, Network network, Clock clock) {
        this.mail = mail;
        this.network = network;
        this.clock = clock;
    }

    /**
     * @param by who invites, with a mail address
     * @param asked those who are invited, with mail addresses
     * @param begins UTC
     */
    byte[] of(List<MeetingView> chosen, Person by, List<Person> asked, Instant begins, Duration lasts) {
        String summary = "Deciding about " + (chosen.size() == 1 ? "1 change" : chosen.size() + " changes")
                + network.name().map(n -> ", " + n).orElse("");
        VEvent event = new VEvent(begins, lasts, summary);
        event.replace(new DtStamp(clock.instant()));
        event.add(new Uid(UUID.randomUUID() + "@safe-step"));
        event.add(new Description(description(chosen)));
        event.add(new Url(URI.create(mail.url() + "/changes/meeting")));
        event.add(person(new Organizer(address(by)), by));
        asked.stream().filter(p -> !p.login().equals(by.login())).forEach(p -> {
            Attendee attendee = person(new Attendee(address(p)), p);
            attendee.add(Rsvp.TRUE);
            event.add(attendee);
        });
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Safe Step//Meeting//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableMethod.REQUEST);
        calendar.add(event);
        return written(calendar);
    }

    private static <P extends Property> P person(P property, Person person) {
        property.add(new Cn(person.name()));
        return property;
    }

    private static URI address(Person person) {
        return URI.create("mailto:" + person.email());
    }

    private String description(List<MeetingView> chosen) {
        return chosen.stream()
                        .map(m -> "CR-" + m.number() + " " + m.title() + "\n" + mail.url() + "/changes/" + m.number()
                                + "/approve")
                        .collect(Collectors.joining("\n"))
                + "\n\nNothing is decided by answering this: decisions are taken in Safe Step.";
    }

    private static byte[] written(Calendar calendar) {
        try {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            new CalendarOutputter().output(calendar, out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
