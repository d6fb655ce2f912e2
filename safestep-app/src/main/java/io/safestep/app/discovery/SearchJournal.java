package io.safestep.app.discovery;

import io.safestep.app.device.DeviceIdentities;
import io.safestep.app.device.Devices;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.drivers.discovery.DeviceFinder.Found;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Writes down what a search finds, at the moment at which it finds it. */
@Component
@Transactional
class SearchJournal {

    private static final JsonMapper JSON = JsonMapper.shared();

    /** An address that a walk has heard of has its row already, and so has one that is looked at again after a restart. */
    private static final String FOUND = """
            insert into search_result (search_id, address, nth, port, depth, state, words, device_id, credential_id,
              platform, maker, name, model, serial, software, host_key, links, found_at)
            values (:search, :address, :nth, :port, 0, :state, :words, :device, :credential, :platform, :maker, :name, :model,
              :serial, :software, :hostKey, :links::jsonb, :at)
            on conflict (search_id, address, nth) do update set state = excluded.state, words = excluded.words,
              device_id = excluded.device_id, credential_id = excluded.credential_id, platform = excluded.platform,
              maker = excluded.maker, name = excluded.name, model = excluded.model, serial = excluded.serial,
              software = excluded.software, host_key = excluded.host_key, links = excluded.links, port = excluded.port""";

    private static final String FAILED = """
            insert into search_result (search_id, address, nth, port, depth, state, words, device_id, links, found_at)
            values (:search, :address, :nth, :port, 0, :state, :words, :device, '[]', :at)
            on conflict (search_id, address, nth) do update set state = excluded.state, words = excluded.words,
              device_id = excluded.device_id, port = excluded.port""";

    private final SearchRepository searches;
    private final SearchResultRepository results;
    private final Devices devices;
    private final DeviceIdentities identities;
    private final NamedParameterJdbcTemplate batches;
    private final Clock clock;

    SearchJournal(
            SearchRepository searches,
            SearchResultRepository results,
            Devices devices,
            DeviceIdentities identities,
            NamedParameterJdbcTemplate batches,
            Clock clock) {
        this.searches = searches;
        this.results = results;
        this.devices = devices;
        this.identities = identities;
        this.batches = batches;
        this.clock = clock;
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

    /**
     * What was found is written down, all of it in one statement; what is on record of devices is brought up to date, or
     * flagged. Not one transaction: with thousands of devices, opening and ending it costs more than what is written.
     */
    @Transactional(propagation = Propagation.SUPPORTS)
    public void store(long searchId, List<Finding> findings) {
        findings.forEach(this::bringUpToDate);
        insert(FOUND, findings.stream().filter(f -> f.seen() != null).map(f -> found(searchId, f)));
        insert(FAILED, findings.stream().filter(f -> f.seen() == null).map(f -> looked(searchId, f)));
    }

    private void insert(String statement, Stream<MapSqlParameterSource> rows) {
        batches.batchUpdate(statement, rows.toArray(SqlParameterSource[]::new));
    }

    private void bringUpToDate(Finding finding) {
        if (finding.onRecord() == null) {
            return;
        }
        long device = finding.onRecord().id();
        if (finding.seen() != null) {
            identities.identify(device, finding.seen().found().identity());
            if (finding.state() == ResultState.KNOWN) {
                devices.seen(device, finding.seen().found().hostKey());
            }
        } else if (finding.offeredKey() != null) {
            identities.offerHostKey(device, finding.offeredKey());
        }
    }

    private static MapSqlParameterSource found(long searchId, Finding finding) {
        Seen seen = Objects.requireNonNull(finding.seen());
        Found found = seen.found();
        DeviceIdentity identity = found.identity();
        return looked(searchId, finding)
                .addValue("credential", seen.credentialId())
                .addValue("platform", found.profile().name())
                .addValue("maker", identity.maker(), Types.VARCHAR)
                .addValue("name", identity.name(), Types.VARCHAR)
                .addValue("model", identity.model(), Types.VARCHAR)
                .addValue("serial", identity.serial(), Types.VARCHAR)
                .addValue("software", identity.software(), Types.VARCHAR)
                .addValue("hostKey", found.hostKey())
                .addValue("links", JSON.writeValueAsString(found.links()));
    }

    /** What may be missing bears its type: without it, the statement would be prepared anew whenever it is. */
    private static MapSqlParameterSource looked(long searchId, Finding finding) {
        return new MapSqlParameterSource("search", searchId)
                .addValue("address", finding.address())
                .addValue("nth", finding.nth())
                .addValue("port", finding.port(), Types.INTEGER)
                .addValue("state", finding.state().name())
                .addValue("words", finding.words())
                .addValue("device", finding.deviceId(), Types.BIGINT)
                .addValue("at", Timestamp.from(finding.at()));
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
