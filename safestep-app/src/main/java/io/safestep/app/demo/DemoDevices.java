package io.safestep.app.demo;

import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Credentials.Wanted;
import io.safestep.app.device.DeviceRecords;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.NewDevice;
import io.safestep.app.device.record.Stance;
import io.safestep.app.network.Cabling;
import io.safestep.app.practice.PracticeNetworkClient;
import io.safestep.app.practice.PracticeNetworkClient.End;
import io.safestep.app.practice.PracticeNetworkClient.PracticeCabling;
import io.safestep.app.practice.PracticeNetworkClient.PracticeDevice;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes over the devices of the practice network and their cabling. */
@Component
@ConditionalOnProperty("safestep.demo")
class DemoDevices {

    private static final Duration PATIENCE = Duration.ofSeconds(60);

    private final PracticeNetworkClient practice;
    private final Devices devices;
    private final DeviceRecords records;
    private final Cabling cabling;
    private final Credentials credentials;
    private final TransactionTemplate transaction;
    private final Clock clock;

    DemoDevices(
            PracticeNetworkClient practice,
            Devices devices,
            DeviceRecords records,
            Cabling cabling,
            Credentials credentials,
            TransactionTemplate transaction,
            Clock clock) {
        this.practice = practice;
        this.devices = devices;
        this.records = records;
        this.cabling = cabling;
        this.credentials = credentials;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** @throws ProblemException when no practice network answers */
    void addDevices(String person) {
        List<PracticeDevice> found = awaitPractice();
        if (credentials.all().isEmpty()) {
            credentials.add(new Wanted("practice devices", "safestep", "harbour-light-1", true), person);
        }
        Set<String> known = new HashSet<>();
        devices.all().forEach(d -> known.add(d.name()));
        found.stream().filter(d -> !known.contains(d.name())).forEach(d -> add(d, person));
        transaction.executeWithoutResult(t -> found.stream()
                .filter(d -> d.partner() != null && !known.contains(d.name()))
                .forEach(d -> records.pair(d.name(), d.partner())));
        addCabling(found);
    }

    /** The practice network is started beside Safe Step and may need a moment more. */
    private List<PracticeDevice> awaitPractice() {
        Instant giveUp = clock.instant().plus(PATIENCE);
        while (true) {
            try {
                return practice.devices();
            } catch (ProblemException e) {
                if (!practice.isConnected() || clock.instant().isAfter(giveUp) || !pause()) {
                    throw e;
                }
            }
        }
    }

    private static boolean pause() {
        try {
            return !new CountDownLatch(1).await(300, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private void add(PracticeDevice device, String person) {
        transaction.executeWithoutResult(t -> {
            records.ensure(
                    new NewDevice(
                            device.name(),
                            device.address(),
                            device.name().substring(0, device.name().indexOf('-')),
                            device.site(),
                            DeviceRole.valueOf(device.role().toUpperCase(Locale.ROOT)),
                            device.platform(),
                            Set.of(),
                            null,
                            null,
                            null),
                    person);
            // The core stays in observe, so that there are devices that may only be read.
            if (!device.role().equals("core")) {
                records.setStance(device.name(), Stance.MANAGED, person);
            }
        });
    }

    private void addCabling(List<PracticeDevice> found) {
        PracticeCabling plan = practice.cabling();
        Set<String> names = new HashSet<>();
        found.forEach(d -> names.add(d.name()));
        transaction.executeWithoutResult(t -> {
            plan.links().forEach(l -> {
                boolean one = names.contains(l.one().device());
                boolean other = names.contains(l.other().device());
                if (one && other) {
                    cabling.ensure(new Link(port(l.one()), port(l.other())));
                } else if (one) {
                    cabling.ensure(foreign(l.other(), l.one()));
                } else if (other) {
                    cabling.ensure(foreign(l.one(), l.other()));
                }
            });
            plan.hosts().stream()
                    .filter(h -> names.contains(h.at().device()))
                    .forEach(h -> cabling.ensure(new Host(
                            h.name(),
                            InterfaceAddress.parse(h.address()),
                            h.gateway() == null ? null : IpAddress.parse(h.gateway()),
                            port(h.at()))));
        });
    }

    private static Port port(End end) {
        return new Port(end.device(), end.port());
    }

    /** A device that somebody else looks after: nothing is known of it but the cable. */
    private static Host foreign(End far, End near) {
        return new Host(far.device() + " " + far.port(), null, null, port(near));
    }
}
