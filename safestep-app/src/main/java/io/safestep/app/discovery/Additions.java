package io.safestep.app.discovery;

import io.safestep.app.access.CredentialChoice;
import io.safestep.app.backup.BackUpRound;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Place;
import io.safestep.app.device.Device;
import io.safestep.app.device.DevicePorts;
import io.safestep.app.device.DeviceRecords;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.NewDevice;
import io.safestep.app.group.Groups;
import io.safestep.app.network.Cabling;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.Rounds;
import io.safestep.core.inventory.DeviceTraits;
import io.safestep.core.inventory.Proposals;
import io.safestep.core.inventory.Proposals.Known;
import io.safestep.core.inventory.Proposals.Newcomer;
import io.safestep.core.inventory.Proposals.Proposal;
import io.safestep.core.inventory.Proposals.Proposed;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.platform.reading.LinkReading.Heard;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Proposes what found devices could be, and adds those that a person accepts. */
@Service
class Additions {

    private final SearchResultRepository results;
    private final Devices devices;
    private final DeviceRecords records;
    private final Groups groups;
    private final Credentials credentials;
    private final CredentialChoice choice;
    private final Cabling cabling;
    private final DevicePorts ports;
    private final Rounds rounds;
    private final TransactionTemplate transaction;

    Additions(
            SearchResultRepository results,
            Devices devices,
            DeviceRecords records,
            Groups groups,
            Credentials credentials,
            CredentialChoice choice,
            Cabling cabling,
            DevicePorts ports,
            Rounds rounds,
            TransactionTemplate transaction) {
        this.results = results;
        this.devices = devices;
        this.records = records;
        this.groups = groups;
        this.credentials = credentials;
        this.choice = choice;
        this.cabling = cabling;
        this.ports = ports;
        this.rounds = rounds;
        this.transaction = transaction;
    }

    /**
     * A device as a person accepts it.
     *
     * @param siteName for a site that is not known yet
     * @param partner null or empty for none
     * @param groups names of groups with a fixed list
     */
    record Accepted(
            long resultId,
            String name,
            String siteCode,
            @Nullable String siteName,
            DeviceRole role,
            @Nullable String partner,
            Set<String> labels,
            Set<String> groups) {}

    /**
     * @param problem why it was not added; null when it was
     * @param missingPartner the partner that was wanted and was not added; null when nothing is missing
     */
    record Outcome(
            long resultId,
            String name,
            @Nullable String problem,
            @Nullable String missingPartner) {}

    /** @param roundId the round that takes the first backups; null when nothing was added */
    record Added(List<Outcome> outcomes, @Nullable Long roundId) {}

    @Transactional(readOnly = true)
    public List<SearchView.ProposalView> proposals(long searchId) {
        List<SearchResult> fresh = results.findBySearchIdAndState(searchId, ResultState.NEW);
        Map<Long, Newcomer> newcomers = new LinkedHashMap<>();
        for (SearchResult r : fresh) {
            Set<String> linked = r.links().stream().map(Heard::name).collect(Collectors.toCollection(TreeSet::new));
            newcomers.put(r.id(), new Newcomer(nameOf(r), linked));
        }
        Map<String, String> sites = new TreeMap<>();
        devices.sites().forEach(s -> sites.put(s.code(), s.name()));
        Proposals proposals = new Proposals(sites, known(), newcomers.values());
        List<SearchView.ProposalView> views = new ArrayList<>();
        newcomers.forEach((id, newcomer) -> views.add(view(id, newcomer, proposals.of(newcomer))));
        return views;
    }

    private static String nameOf(SearchResult r) {
        String said = r.identity().name();
        return said == null ? "device-" + r.address().replace('.', '-') + (r.nth() == 0 ? "" : "-" + r.port()) : said;
    }

    private List<Known> known() {
        List<Device> all = devices.snapshots();
        Map<Long, Set<String>> fixed = new HashMap<>();
        Map<Long, DeviceTraits> traits = new TreeMap<>();
        all.forEach(d -> traits.put(d.id(), d.traits()));
        groups.byDevice(traits)
                .forEach((id, entries) -> fixed.put(
                        id,
                        entries.stream()
                                .filter(Groups.Entry::fixed)
                                .map(Groups.Entry::name)
                                .collect(Collectors.toCollection(TreeSet::new))));
        return all.stream()
                .map(d -> new Known(
                        d.name(),
                        d.siteCode(),
                        d.siteName(),
                        d.role().word(),
                        d.partner() == null ? null : d.partner().name(),
                        fixed.getOrDefault(d.id(), Set.of())))
                .toList();
    }

    private static SearchView.ProposalView view(long resultId, Newcomer newcomer, Proposed proposed) {
        return new SearchView.ProposalView(
                resultId,
                newcomer.name(),
                reasoned(proposed.site()),
                proposed.newSite(),
                new SearchView.ReasonedRole(
                        DeviceRole.valueOf(proposed.role().value().toUpperCase(Locale.ROOT)),
                        proposed.role().reason()),
                proposed.partner() == null ? null : reasoned(proposed.partner()),
                proposed.groups().stream().map(Additions::reasoned).toList());
    }

    private static SearchView.Reasoned reasoned(Proposal proposal) {
        return new SearchView.Reasoned(proposal.value(), proposal.reason());
    }

    /** Adds each device by itself: what keeps one out does not keep out the others. Then begins the first backups. */
    Added add(long searchId, List<Accepted> accepted, String person) {
        Set<String> offered = accepted.stream().map(Accepted::name).collect(Collectors.toSet());
        List<String> problems = new ArrayList<>();
        Set<String> added = new TreeSet<>();
        for (Accepted device : accepted) {
            String problem = partnerProblem(device, offered).orElseGet(() -> add(searchId, device, person));
            problems.add(problem);
            if (problem == null) {
                added.add(device.name());
            }
        }
        List<Outcome> outcomes = new ArrayList<>();
        for (int i = 0; i < accepted.size(); i++) {
            Accepted device = accepted.get(i);
            String problem = problems.get(i);
            String missing = problem == null
                    ? transaction
                            .execute(t -> Optional.ofNullable(connect(searchId, device)))
                            .orElse(null)
                    : null;
            outcomes.add(new Outcome(device.resultId(), device.name(), problem, missing));
        }
        Long round = added.isEmpty()
                ? null
                : rounds.start(BackUpRound.NAME, "", added, person).id();
        return new Added(outcomes, round);
    }

    /** Whoever names a partner relies on it: the two are never changed together. */
    private Optional<String> partnerProblem(Accepted device, Set<String> offered) {
        String partner = device.partner();
        if (partner == null || partner.isBlank()) {
            return Optional.empty();
        }
        if (partner.equals(device.name())) {
            return Optional.of("A device is not its own partner.");
        }
        return offered.contains(partner) || devices.known(partner).isPresent()
                ? Optional.empty()
                : Optional.of("There is no device called " + partner
                        + ". Name a partner that is known or is added with it, or none.");
    }

    /** @return why it was not added; null when it was */
    private @Nullable String add(long searchId, Accepted device, String person) {
        try {
            transaction.executeWithoutResult(t -> addOne(searchId, device, person));
            return null;
        } catch (ProblemException e) {
            return e.getMessage();
        } catch (DataIntegrityViolationException e) {
            return "Somebody else has added it at the same moment.";
        }
    }

    private void addOne(long searchId, Accepted wanted, String person) {
        SearchResult result = results.findBySearchIdAndIdIn(searchId, List.of(wanted.resultId())).stream()
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("This result of the search"));
        if (result.state() != ResultState.NEW) {
            throw ProblemException.refused(
                    result.state() == ResultState.ADDED
                            ? wanted.name() + " was added already."
                            : "Only new devices can be added. " + result.words());
        }
        Device device = records.add(
                new NewDevice(
                        wanted.name(),
                        result.address(),
                        wanted.siteCode(),
                        wanted.siteName(),
                        wanted.role(),
                        result.platform(),
                        wanted.labels(),
                        result.identity(),
                        result.hostKey(),
                        portBeside(result)),
                person);
        wanted.groups().forEach(g -> groups.put(g, device.name(), person));
        boolean saidElsewhere = choice.of(device)
                .map(c -> c.credentialId() == result.credentialId())
                .orElse(false);
        if (!saidElsewhere) {
            credentials.use(Place.DEVICE, device.id(), result.credentialId());
        }
        result.become(ResultState.ADDED, "Added as " + device.name() + ".", device.id());
    }

    /** The port is said for the device only where it would be reached at another one. */
    private @Nullable Integer portBeside(SearchResult result) {
        return result.port() == null || ports.usual(result.platform()) == result.port() ? null : result.port();
    }

    /**
     * Partners and links, once all are there: they may speak of each other.
     *
     * @return the partner that is not there; null when it is, or none was wanted
     */
    private @Nullable String connect(long searchId, Accepted wanted) {
        Set<String> names = new HashSet<>();
        devices.snapshots().forEach(d -> names.add(d.name()));
        String partner = wanted.partner() == null || wanted.partner().isBlank() ? null : wanted.partner();
        boolean there = partner != null && names.contains(partner);
        if (partner != null && there) {
            Device device = devices.named(wanted.name());
            if (device.partner() == null || !device.partner().name().equals(partner)) {
                records.pair(wanted.name(), partner);
            }
        }
        results.findBySearchIdAndIdIn(searchId, List.of(wanted.resultId()))
                .forEach(r -> r.links().stream()
                        .filter(h -> names.contains(h.name()))
                        .forEach(h -> cabling.ensure(
                                new Link(new Port(wanted.name(), h.interfaceName()), new Port(h.name(), h.port())))));
        return there ? null : partner;
    }
}
