package io.safestep.app.demo;

import io.safestep.app.check.library.CheckLibrary;
import io.safestep.app.check.services.NetworkServices;
import io.safestep.app.check.services.ServiceRequest;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.CheckSetRule;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.definition.Severity;
import io.safestep.core.check.definition.Topic;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Checks, sets of checks and services of Merrow Sound Ferries. */
@Component
class DemoChecks {

    private static final String ANSWERS = "Device answers";
    private static final String SAVED = "Configuration is saved";
    private static final String LOG = "No neighbour lost in the log";
    private static final String NEIGHBOURS = "Routing neighbours as before";
    private static final String ROUTES = "About as many routes as before";
    private static final String GATEWAYS = "Shared gateway roles as before";
    private static final String INTERFACES = "Interfaces as before";
    private static final String NONE_DOWN = "No port went down";
    private static final String BOOKING = "Booking answers the device";
    private static final String READERS = "Gate readers show green";

    private static final String BOOKING_SERVER = "10.77.8.20";
    private static final int HTTPS = 443;

    private final CheckLibrary library;
    private final NetworkServices services;

    DemoChecks(CheckLibrary library, NetworkServices services) {
        this.library = library;
        this.services = services;
    }

    /** Checks and sets, if there are none. */
    void fillLibrary(String engineer) {
        if (!library.isEmpty()) {
            return;
        }
        check(ANSWERS, "Safe Step can log in.", Look.of(LookKind.REACHABLE), Expectation.REACHABLE, null, 20, engineer);
        check(SAVED, "Startup is the same as running.", Look.of(LookKind.SAVED), Expectation.SAVED, null, 0, engineer);
        library.save(
                null,
                new CheckLibrary.WantedCheck(
                        0,
                        LOG,
                        "Neighbours may come and go for a moment; it is worth knowing.",
                        definition(
                                Look.of(LookKind.LOG),
                                new Extraction(
                                        Extraction.Kind.ROWS, null, List.of(), "neighbour.*gone", List.of(), false),
                                Expectation.AT_MOST,
                                "0",
                                0,
                                Severity.WARN)),
                engineer);
        check(NEIGHBOURS, "", read("neighbours"), Expectation.SAME_AS_BEFORE, null, 15, engineer);
        library.save(
                null,
                new CheckLibrary.WantedCheck(
                        0,
                        ROUTES,
                        "One route more or fewer is usual, a tenth of them is not.",
                        definition(
                                read("routes"), Extraction.rows(), Expectation.WITHIN_SHARE, "10", 15, Severity.FAIL)),
                engineer);
        check(GATEWAYS, "", read("gateways"), Expectation.SAME_AS_BEFORE, null, 15, engineer);
        check(INTERFACES, "", read("interfaces"), Expectation.SAME_AS_BEFORE, null, 10, engineer);
        library.save(
                null,
                new CheckLibrary.WantedCheck(
                        0,
                        NONE_DOWN,
                        "From the structured data of Ostrel devices.",
                        definition(
                                read("interfaces"),
                                new Extraction(
                                        Extraction.Kind.PATH,
                                        "$..interface[?(@.state=='down')].name",
                                        List.of(),
                                        null,
                                        List.of(),
                                        false),
                                Expectation.SAME_AS_BEFORE,
                                null,
                                10,
                                Severity.FAIL)),
                engineer);
        check(
                BOOKING,
                "A ping from the device to the booking server.",
                Look.read("ping", Map.of("address", BOOKING_SERVER)),
                Expectation.REACHABLE,
                null,
                15,
                engineer);
        check(
                READERS,
                "Somebody at the terminal looks at the gates.",
                new Look(LookKind.CONFIRM, null, Map.of(), null, "Do the gate readers show green?"),
                Expectation.CONFIRMED,
                null,
                900,
                engineer);
        set("Basic", "For every change.", Set.of(), Set.of(), List.of(ANSWERS, SAVED, LOG), engineer);
        set("Routing", "", Set.of(), Set.of(Topic.ROUTING, Topic.INTERFACES), List.of(NEIGHBOURS, ROUTES), engineer);
        set("VLANs", "", Set.of(), Set.of(Topic.VLANS), List.of(INTERFACES, NONE_DOWN, GATEWAYS), engineer);
        set("Gateways", "", Set.of("edge"), Set.of(Topic.GATEWAYS, Topic.ROUTING), List.of(GATEWAYS), engineer);
        set("Packet filters", "", Set.of(), Set.of(Topic.FILTERS), List.of(BOOKING), engineer);
    }

    /** Services, if there are none. */
    void fillServices(String engineer) {
        if (!services.isEmpty()) {
            return;
        }
        service(
                "Gate readers reach booking",
                "A reader that does not reach booking lets nobody aboard.",
                BOOKING_SERVER,
                HTTPS,
                Severity.FAIL,
                List.of(
                        // At each terminal the gateway to which answers come first: the other's filter drops them.
                        end("ald-gw-a", "10.77.62.2"),
                        end("cdq-gw-a", "10.77.64.2"),
                        end("dun-gw-b", "10.77.66.3"),
                        end("elv-gw-b", "10.77.68.3")),
                engineer);
        service(
                "Ticket desks reach booking",
                "Without it tickets are sold on paper.",
                BOOKING_SERVER,
                HTTPS,
                Severity.FAIL,
                List.of(
                        end("ald-gw-b", "10.77.42.3"),
                        end("brn-gw-a", "10.77.40.2"),
                        end("cdq-gw-b", "10.77.44.3"),
                        end("dun-gw-b", "10.77.46.3"),
                        end("elv-gw-b", "10.77.48.3")),
                engineer);
        service(
                "Ramp cameras reach the recorder",
                "Pictures of the ramp are kept for a week; an hour may be missing.",
                "10.77.8.30",
                null,
                Severity.WARN,
                List.of(end("ald-gw-a", "10.77.72.2"), end("cdq-gw-a", "10.77.74.2"), end("dun-gw-a", "10.77.76.2")),
                engineer);
    }

    private static ServiceRequest.From end(String device, String source) {
        return new ServiceRequest.From(device, source);
    }

    private void service(
            String name,
            String description,
            String address,
            @Nullable Integer port,
            Severity severity,
            List<ServiceRequest.From> ends,
            String engineer) {
        services.save(
                null, new ServiceRequest(0, name, description, address, port, severity, 15, null, ends), engineer);
    }

    private static Look read(String name) {
        return Look.read(name, Map.of());
    }

    private void check(
            String name,
            String description,
            Look look,
            Expectation expectation,
            @Nullable String value,
            int settle,
            String engineer) {
        library.save(
                null,
                new CheckLibrary.WantedCheck(
                        0,
                        name,
                        description,
                        definition(look, Extraction.rows(), expectation, value, settle, Severity.FAIL)),
                engineer);
    }

    private static CheckDefinition definition(
            Look look,
            Extraction extraction,
            Expectation expectation,
            @Nullable String value,
            int settle,
            Severity severity) {
        return new CheckDefinition(
                null,
                look,
                extraction,
                expectation,
                value,
                CheckDefinition.usualBefore(expectation),
                null,
                settle,
                CheckDefinition.USUAL_PAUSE_SECONDS,
                severity,
                List.of());
    }

    private void set(
            String name,
            String description,
            Set<String> roles,
            Set<Topic> topics,
            List<String> checks,
            String engineer) {
        library.saveSet(
                null,
                new CheckLibrary.WantedSet(0, name, description, new CheckSetRule(roles, Set.of(), topics), checks),
                engineer);
    }
}
