package io.safestep.app.demo;

import io.safestep.app.approval.Approvals;
import io.safestep.app.backup.Backups;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.stored.Change;
import io.safestep.app.device.DeviceView;
import io.safestep.app.device.Devices;
import io.safestep.app.people.People;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.run.Runs;
import io.safestep.app.schedule.Schedule;
import io.safestep.app.schedule.ScheduleViews;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.Verdict;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.people.DeviceSet;
import io.safestep.core.people.PeopleGate.Power;
import io.safestep.core.people.Scope;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Fills an empty Safe Step with the demo: people, devices, windows, and four changes of which two really run against the
 * practice network. Each step is taken only when it has not been taken yet, so that a start that broke off goes on.
 */
@Component
@ConditionalOnProperty("safestep.demo")
class DemoData {

    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);

    private static final String ENGINEER = "roake";
    private static final String APPROVER = "dfennimore";
    private static final String MANAGER = "mtarrant";
    private static final String ADMINISTRATOR = "abrill";
    /** Seconds. Neighbours of practice devices need three to come back. */
    private static final int SETTLE = 6;

    private final Network network;
    private final People people;
    private final DemoSignOn signOn;
    private final DemoDevices practice;
    private final DemoLibrary library;
    private final DemoChecks checks;
    private final DemoCalendar calendar;
    private final Devices devices;
    private final Backups backups;
    private final Changes changes;
    private final DemoApprovals whoApproves;
    private final DemoStandard standard;
    private final Approvals approvals;
    private final Schedule schedule;
    private final Runs runs;
    private final TransactionTemplate transaction;
    private final Clock clock;

    DemoData(
            Network network,
            People people,
            DemoSignOn signOn,
            DemoDevices practice,
            DemoLibrary library,
            DemoChecks checks,
            DemoCalendar calendar,
            Devices devices,
            Backups backups,
            Changes changes,
            DemoApprovals whoApproves,
            DemoStandard standard,
            Approvals approvals,
            Schedule schedule,
            Runs runs,
            TransactionTemplate transaction,
            Clock clock) {
        this.network = network;
        this.people = people;
        this.signOn = signOn;
        this.practice = practice;
        this.library = library;
        this.checks = checks;
        this.calendar = calendar;
        this.devices = devices;
        this.backups = backups;
        this.changes = changes;
        this.whoApproves = whoApproves;
        this.standard = standard;
        this.approvals = approvals;
        this.schedule = schedule;
        this.runs = runs;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** People and windows are there before the first page is; what needs devices comes after, beside it. */
    @EventListener(ApplicationReadyEvent.class)
    void fill() {
        DemoPeople.ALL.stream().filter(p -> p.site() == null).forEach(p -> ensure(p, Scope.EVERYWHERE));
        if (network.name().isEmpty()) {
            network.say("Merrow Sound Ferries", network.zone());
        }
        calendar.addWindows(MANAGER);
        library.fill(ENGINEER);
        checks.fillLibrary(ENGINEER);
        Thread filling = new Thread(this::fillFromDevices, "demo-data");
        filling.setDaemon(true);
        filling.start();
    }

    private void ensure(DemoPeople.DemoPerson person, Scope scope) {
        people.ensure(person.login(), person.name(), DemoPeople.PASSWORD, new Power(Set.copyOf(person.roles()), scope));
        people.ensureMail(person.login(), person.login() + "@merrow-sound.example");
    }

    /** Who looks after one site comes when the site is there. */
    private void addLocalPeople() {
        DemoPeople.ALL.stream()
                .filter(p -> p.site() != null)
                .forEach(p -> devices.sites().stream()
                        .filter(site -> site.code().equalsIgnoreCase(p.site()))
                        .map(site -> DeviceSet.of(Set.of(site.id()), Set.of()))
                        .forEach(set -> ensure(p, new Scope(set, set))));
    }

    private void fillFromDevices() {
        try {
            practice.addDevices(ADMINISTRATOR);
            addLocalPeople();
            whoApproves.fill();
            signOn.believe();
            calendar.addFreeze(MANAGER);
            checks.fillServices(ENGINEER);
            // Brinehaven first: the changes need nothing else.
            backUp(d -> d.site().equals("Brinehaven"));
            toTheEnd(1001, this::secondTimeSource);
            toTheEnd(1002, this::ticketingOnOneGatewayOnly);
            upTo(1003, this::cameraVlan, true);
            upTo(1004, this::readersOverOnePort, false);
            backUp(d -> true);
            standard.fill(ENGINEER, APPROVER);
            LOG.info("The demo data is complete.");
        } catch (ProblemException e) {
            LOG.error(
                    "The demo data is not complete: {} Look at ./safestep status; the next start goes on from here.",
                    e.getMessage());
        }
    }

    private void backUp(Predicate<DeviceView> which) {
        devices.all().stream()
                .filter(which)
                .filter(d -> d.baselineBackupId() == null)
                .forEach(d -> backups.takeByHand(d.name(), ADMINISTRATOR, ""));
    }

    private static final List<CheckDefinition> USUAL_CHECKS = List.of(
            CheckDefinition.reading("neighbours", null, Expectation.SAME_AS_BEFORE, null, SETTLE),
            CheckDefinition.reading("gateways", null, Expectation.SAME_AS_BEFORE, null, SETTLE));

    private void secondTimeSource() {
        String line = "time-server 10.77.8.21\n";
        changes.create(
                new Draft(
                        0,
                        "Second time source for Brinehaven",
                        "The gates lost their time when the booking server was restarted on Sunday.",
                        false,
                        List.of(),
                        List.of(
                                new Draft.Target("brn-ac-1", Asked.lines(line)),
                                new Draft.Target("brn-gw-b", Asked.lines(line)),
                                new Draft.Target("brn-gw-a", Asked.lines(line))),
                        List.of(
                                CheckDefinition.reading("neighbours", null, Expectation.SAME_AS_BEFORE, null, SETTLE),
                                CheckDefinition.reading("ping", "10.77.8.20", Expectation.REACHABLE, null, SETTLE))),
                ENGINEER);
    }

    private void ticketingOnOneGatewayOnly() {
        changes.create(
                new Draft(
                        0,
                        "Give ticketing its own /24 at Brinehaven",
                        "Ticketing shares a /23 with nobody any more; the upper half is wanted for kiosks.",
                        false,
                        List.of(),
                        List.of(new Draft.Target("brn-gw-b", Asked.lines("""
                                interface vlan 40
                                  address 10.77.40.3/24
                                ospf 1
                                  no area 0 network 10.77.40.0/23
                                  area 0 network 10.77.40.0/24
                                """))),
                        USUAL_CHECKS),
                ENGINEER);
    }

    private void cameraVlan() {
        changes.create(
                new Draft(
                        0,
                        "Camera VLAN at Brinehaven",
                        "Twelve cameras arrive on Friday and must not share the gate readers' VLAN.",
                        false,
                        List.of(),
                        List.of(
                                new Draft.Target("brn-ac-1", Asked.lines(switchLines())),
                                new Draft.Target("brn-gw-b", Asked.lines(gatewayLines("10.77.70.3", 100))),
                                new Draft.Target("brn-gw-a", Asked.lines(gatewayLines("10.77.70.2", 120)))),
                        List.of(
                                CheckDefinition.reading("ping", "10.77.60.1", Expectation.REACHABLE, null, SETTLE),
                                CheckDefinition.reading("ping", "10.77.8.20", Expectation.REACHABLE, null, SETTLE))),
                ENGINEER);
    }

    private static String switchLines() {
        return """
                vlan 70
                  name cameras
                interface port 1
                  vlan allowed 2,40,60,70
                interface port 2
                  vlan allowed 2,40,60,70
                """;
    }

    private static String gatewayLines(String address, int priority) {
        return """
                vlan 70
                  name cameras
                interface port 2
                  vlan allowed 2,40,60,70
                interface vlan 70
                  description cameras
                  address %s/24
                  gateway-group 70 shared 10.77.70.1
                  gateway-group 70 priority %d
                ospf 1
                  area 0 network 10.77.70.0/24
                """.formatted(address, priority);
    }

    private void readersOverOnePort() {
        changes.create(
                new Draft(
                        0,
                        "Gate readers may reach the log server",
                        "Readers of the new make write their log over UDP 514.",
                        false,
                        List.of(),
                        List.of(
                                new Draft.Target(
                                        "brn-gw-b",
                                        Asked.lines(
                                                "packet-filter readers\n  allow udp 10.77.60.0/24 to 10.77.8.0/24 port 514\n"))),
                        USUAL_CHECKS),
                ENGINEER);
    }

    private void upTo(int number, Runnable create, boolean submit) {
        if (!changes.exists(number)) {
            create.run();
            if (submit) {
                changes.submit(number, changes.view(number, ENGINEER).version(), ENGINEER);
            }
        }
    }

    /** Takes a change through every state by the same ways that people take, from wherever it stands. */
    private void toTheEnd(int number, Runnable create) {
        if (!changes.exists(number)) {
            create.run();
        }
        Instant giveUp = clock.instant().plus(Duration.ofMinutes(5));
        while (clock.instant().isBefore(giveUp)) {
            Change change = changes.numbered(number);
            switch (change.state()) {
                case DRAFT ->
                    changes.submit(number, changes.view(number, ENGINEER).version(), ENGINEER);
                case IN_REVIEW ->
                    approvals.decide(
                            number,
                            new Approvals.Wanted(
                                    Verdict.APPROVED, "Looked at the lines and the way back.", change.seal()),
                            Sight.everything(APPROVER));
                case APPROVED -> bookIntoOpenWindow(number);
                case BOOKED -> runs.start(number, "pquill");
                case RUNNING -> {
                    if (!pause()) {
                        return;
                    }
                }
                default -> {
                    return;
                }
            }
        }
    }

    private void bookIntoOpenWindow(int number) {
        ScheduleViews.FitView open = schedule.placement(number).openings().stream()
                .filter(f -> f.openNow() && f.fits())
                .findFirst()
                .orElseThrow(() -> ProblemException.refused("No window is open for the demo."));
        schedule.book(number, open.windowId(), open.opensAt(), false, MANAGER);
    }

    private static boolean pause() {
        try {
            return !new CountDownLatch(1).await(500, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
