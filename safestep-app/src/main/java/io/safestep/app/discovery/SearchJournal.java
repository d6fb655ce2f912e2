package io.safestep.app.discovery;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.core.platform.DeviceIdentity;
import io.safestep.core.platform.LinkReading.Heard;
import io.safestep.drivers.DeviceException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Writes down what a search finds, at the moment at which it finds it. */
@Component
@Transactional
class SearchJournal {

    private static final JsonMapper JSON = JsonMapper.shared();

    private final SearchRepository searches;
    private final SearchResultRepository results;
    private final Devices devices;
    private final Clock clock;

    SearchJournal(SearchRepository searches, SearchResultRepository results, Devices devices, Clock clock) {
        this.searches = searches;
        this.results = results;
        this.devices = devices;
        this.clock = clock;
    }

    static List<Heard> heard(SearchResult result) {
        return JSON.readValue(result.links(), new TypeReference<List<Heard>>() {});
    }

    @Transactional(readOnly = true)
    public Search search(long id) {
        return searches.findById(id).orElseThrow();
    }

    @Transactional(readOnly = true)
    public Optional<String> stoppedBy(long id) {
        return Optional.ofNullable(search(id).stopRequestedBy());
    }

    @Transactional(readOnly = true)
    public List<SearchResult> all(long searchId) {
        return results.findBySearchIdOrderById(searchId);
    }

    @Transactional(readOnly = true)
    public List<SearchResult> waiting(long searchId) {
        return results.findBySearchIdAndState(searchId, ResultState.WAITING);
    }

    @Transactional(readOnly = true)
    public long size(long searchId) {
        return results.countBySearchId(searchId);
    }

    @Transactional(readOnly = true)
    public boolean has(long searchId, String address) {
        return results.existsBySearchIdAndAddress(searchId, address);
    }

    /** Has an address looked at later, unless it is among the results already. */
    public void wait(long searchId, String address, int depth) {
        if (!results.existsBySearchIdAndAddress(searchId, address)) {
            results.save(new SearchResult(searchId, address, depth, clock.instant()));
        }
    }

    private SearchResult result(long searchId, String address) {
        return results.findBySearchIdAndAddress(searchId, address)
                .orElseGet(() -> new SearchResult(searchId, address, 0, clock.instant()));
    }

    /** A device answered and said who it is. What is on record of it is brought up to date, or flagged. */
    public void found(long searchId, String address, Seen seen, Classification.Verdict verdict, Device here) {
        SearchResult result = result(searchId, address);
        DeviceIdentity identity = seen.found().identity();
        result.identify(
                seen.found().profile().name(),
                identity,
                seen.credentialId(),
                seen.found().hostKey(),
                JSON.writeValueAsString(seen.found().links()));
        result.become(verdict.state(), verdict.words(), verdict.deviceId());
        results.save(result);
        if (here != null) {
            devices.identify(here.id(), identity);
            if (verdict.state() == ResultState.KNOWN) {
                devices.seen(here.id(), seen.found().hostKey());
            }
        }
    }

    /** Something is there, or was expected there, and it did not come to an identity. */
    public void failed(long searchId, String address, ResultState state, DeviceException why, Device here) {
        SearchResult result = result(searchId, address);
        result.become(state, why.getMessage(), here == null ? null : here.id());
        results.save(result);
        if (here != null && state == ResultState.CHANGED_IDENTITY && why.shownHostKey() != null) {
            devices.offerHostKey(here.id(), why.shownHostKey());
        }
    }

    public void progress(long id, long lookedAt, Long lastAddress) {
        search(id).progress(lookedAt, lastAddress);
    }

    public void progressOfWalk(long id) {
        long all = results.countBySearchId(id);
        search(id).progress(all - results.countBySearchIdAndState(id, ResultState.WAITING), all);
    }

    public void end(long id, List<String> skipped) {
        search(id).end(clock.instant(), String.join("\n", skipped));
    }
}
