package io.safestep.app.people;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.settings.MailSettings;
import io.safestep.app.settings.NetworkSettings;
import io.safestep.core.people.Role;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * While there is no administrator who could log in, every start makes a link for one; and so does a start that is asked to,
 * by whoever looks after the server, when those that there are have left or one alone is not enough. It goes into a file that only the
 * account of Safe Step reads, for the command that starts it to print; never into the log.
 */
@Component
class FirstStart {

    private static final Logger LOG = LoggerFactory.getLogger(FirstStart.class);
    private static final Set<PosixFilePermission> OWNER_ALONE = PosixFilePermissions.fromString("rw-------");

    private final PersonRepository people;
    private final PersonLinks links;
    private final NetworkSettings network;
    private final MailSettings mail;
    private final AuditLog audit;
    private final boolean wanted;

    FirstStart(
            PersonRepository people,
            PersonLinks links,
            NetworkSettings network,
            MailSettings mail,
            AuditLog audit,
            @Value("${safestep.new-administrator:false}") boolean wanted) {
        this.people = people;
        this.links = links;
        this.network = network;
        this.mail = mail;
        this.audit = audit;
        this.wanted = wanted;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Transactional
    public void offer() {
        Path file = network.home().resolve("first-administrator");
        try {
            Files.deleteIfExists(file);
            boolean there = people.findByRetiredAtIsNullOrderByName().stream().anyMatch(FirstStart::administers);
            if (network.demo() || there && !wanted) {
                return;
            }
            if (there) {
                audit.write(
                        AuditLog.SAFE_STEP,
                        "people",
                        "administrator wanted",
                        "Safe Step was started so that somebody new can become an administrator, with a link that"
                                + " stands on the terminal of the server.");
            }
            PersonLinks.Made link = links.make(null, "start");
            Files.createDirectories(network.home());
            Files.createFile(file, PosixFilePermissions.asFileAttribute(OWNER_ALONE));
            Files.writeString(file, mail.url() + link.path() + "\n", StandardOpenOption.WRITE);
            LOG.info("The link with which a new administrator comes in is in {}.", file);
        } catch (IOException e) {
            throw new UncheckedIOException("The link for the first administrator can't be written to " + file, e);
        }
    }

    private static boolean administers(Person person) {
        return person.comesIn() && person.roles().contains(Role.ADMINISTRATOR);
    }
}
