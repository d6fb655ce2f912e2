package io.safestep.app.discovery;

import io.safestep.app.access.CredentialChoice;
import io.safestep.app.access.DeviceAccess;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.credential.Credentials;
import io.safestep.app.device.Device;
import io.safestep.app.device.DevicePorts;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.Reach;
import io.safestep.app.job.Jobs;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.core.platform.reading.LinkReading.Heard;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.discovery.Listener;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.time.Clock;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Searches for devices. The front door of this package. */
@Service
@Transactional
class Searches {

    private static final int RECENT = 20;

    private final SearchRepository repository;
    private final SearchResultRepository results;
    private final Devices devices;
    private final DeviceAccess access;
    private final DevicePorts usualPorts;
    private final CredentialChoice choice;
    private final Credentials credentials;
    private final Jobs jobs;
    private final AuditLog audit;
    private final Clock clock;

    Searches(
            SearchRepository repository,
            SearchResultRepository results,
            Devices devices,
            DeviceAccess access,
            DevicePorts usualPorts,
            CredentialChoice choice,
            Credentials credentials,
            Jobs jobs,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.results = results;
        this.devices = devices;
        this.access = access;
        this.usualPorts = usualPorts;
        this.choice = choice;
        this.credentials = credentials;
        this.jobs = jobs;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * @param ports at which devices are looked for at each address, each of them; empty for those of the platforms, in turn
     *     until a device is found
     * @param credentialIds tried in this order
     * @throws ProblemException when the ranges can't be read or are too large, or there is no credential
     */
    public SearchView overRange(
            List<String> ranges,
            List<String> exclusions,
            List<Integer> ports,
            List<Long> credentialIds,
            String person) {
        SearchPlan plan = SearchPlan.of(ranges, exclusions);
        String first = plan.addresses().behind(null).findFirst().orElseThrow().toString();
        Search search = begin(Search.Kind.RANGE, ports, credentialIds, first, person);
        search.overRange(
                plan.ranges().stream().map(Object::toString).collect(Collectors.joining("\n")),
                plan.exclusions().stream().map(Object::toString).collect(Collectors.joining("\n")),
                plan.size());
        return started(search, plan.size() + " addresses in " + search.ranges().replace("\n", ", ") + ".");
    }

    /** @param depth how many links away from the device, 1 to 20 */
    public SearchView walk(String startName, int depth, List<Integer> ports, List<Long> credentialIds, String person) {
        Device start = devices.named(startName);
        Search search = begin(Search.Kind.WALK, ports, withOwn(start, credentialIds), start.address(), person);
        search.walk(start.id(), depth);
        repository.saveAndFlush(search);
        results.save(new SearchResult(search.id(), start.address(), 0, clock.instant()));
        return started(search, "From " + start.name() + ", " + depth + (depth == 1 ? " link" : " links") + " away.");
    }

    private List<Long> withOwn(Device start, List<Long> credentialIds) {
        return credentialIds.isEmpty()
                ? choice.of(start).map(c -> List.of(c.credentialId())).orElse(List.of())
                : credentialIds;
    }

    /** Where nothing is said, those on which devices of the platforms listen. */
    private List<Integer> portsOr(List<Integer> said) {
        for (Integer port : said) {
            String problem = Reach.portProblem(port);
            if (problem != null) {
                throw ProblemException.invalid("ports", problem);
            }
        }
        return said.isEmpty() ? usualPorts.usual() : said.stream().distinct().toList();
    }

    private Search begin(
            Search.Kind kind, List<Integer> ports, List<Long> credentialIds, String firstAddress, String person) {
        List<Long> known = credentials.all().stream().map(Credentials.Entry::id).toList();
        if (credentialIds.isEmpty() || !known.containsAll(credentialIds)) {
            throw ProblemException.invalid("credentials", "Choose at least one of the credentials.");
        }
        return new Search(
                kind,
                portsOr(ports),
                ports.size() > 1,
                credentialIds.stream().map(String::valueOf).collect(Collectors.joining(",")),
                from(firstAddress),
                person,
                clock.instant());
    }

    /** The machine that looks, and the address that the devices see. */
    String from(String firstAddress) {
        String host;
        try {
            host = InetAddress.getLocalHost().getHostName();
        } catch (UnknownHostException e) {
            host = "this machine";
        }
        try {
            InetAddress target = Listener.resolve(access.reached(firstAddress));
            return host + ", "
                    + Listener.sourceFor(target, usualPorts.usual().get(0)).getHostAddress();
        } catch (DeviceException e) {
            return host + ", without a route to " + firstAddress;
        }
    }

    private SearchView started(Search search, String what) {
        Search saved = repository.saveAndFlush(search);
        jobs.schedule(SearchJob.NAME, Long.toString(saved.id()));
        audit.write(saved.startedBy(), "search " + saved.id(), "search started", what);
        return view(saved);
    }

    public SearchView stop(long id, String person) {
        Search search = existing(id);
        if (search.endedAt() == null && search.stopRequestedBy() == null) {
            search.stop(person);
            audit.write(person, "search " + id, "search stopped", "What was found until then stays.");
        }
        return view(search);
    }

    @Transactional(readOnly = true)
    public List<SearchView> recent() {
        return repository.findAllByOrderByIdDesc(Limit.of(RECENT)).stream()
                .map(this::view)
                .toList();
    }

    @Transactional(readOnly = true)
    public SearchView view(long id) {
        return view(existing(id));
    }

    @Transactional(readOnly = true)
    public List<SearchView.Result> results(long id) {
        existing(id);
        Map<Long, String> names = new HashMap<>();
        devices.snapshots().forEach(d -> names.put(d.id(), d.name()));
        return results.findBySearchIdOrderById(id).stream()
                .map(r -> result(r, names))
                .toList();
    }

    private static SearchView.Result result(SearchResult r, Map<Long, String> names) {
        DeviceIdentity identity = r.identity();
        return new SearchView.Result(
                r.id(),
                r.address(),
                r.port(),
                r.depth(),
                r.state(),
                r.words(),
                r.deviceId() == null ? null : names.get(r.deviceId()),
                r.platform(),
                identity == null ? null : identity.maker(),
                identity == null ? null : identity.name(),
                identity == null ? null : identity.model(),
                identity == null ? null : identity.serial(),
                identity == null ? null : identity.software(),
                r.links().stream().map(Heard::name).distinct().toList());
    }

    Search existing(long id) {
        return repository.findById(id).orElseThrow(() -> ProblemException.notFound("This search"));
    }

    private SearchView view(Search s) {
        Map<ResultState, Integer> counts = new EnumMap<>(ResultState.class);
        results.countByState(s.id())
                .forEach(c -> counts.put(c.state(), c.count().intValue()));
        return new SearchView(
                s.id(),
                s.kind(),
                new SearchView.Scope(
                        s.ranges().lines().toList(),
                        s.exclusions().lines().toList(),
                        s.startDeviceId() == null
                                ? null
                                : devices.withId(s.startDeviceId()).name(),
                        s.depth(),
                        s.ports()),
                s.fromHost(),
                s.total(),
                s.lookedAt(),
                s.startedBy(),
                s.startedAt(),
                s.endedAt(),
                s.stopRequestedBy(),
                s.skipped().lines().toList(),
                counts);
    }
}
