package io.safestep.app.discovery;

import io.safestep.app.device.DeviceIdentities;
import io.safestep.app.device.Devices;
import io.safestep.core.platform.reading.DeviceIdentity;
import io.safestep.core.platform.reading.LinkReading.Heard;
import io.safestep.drivers.discovery.DeviceFinder.Found;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.SqlParameterValue;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
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
            values (?, ?, ?, ?, 0, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            on conflict (search_id, address, nth) do update set state = excluded.state, words = excluded.words,
              device_id = excluded.device_id, credential_id = excluded.credential_id, platform = excluded.platform,
              maker = excluded.maker, name = excluded.name, model = excluded.model, serial = excluded.serial,
              software = excluded.software, host_key = excluded.host_key, links = excluded.links, port = excluded.port""";

    private static final String FAILED = """
            insert into search_result (search_id, address, nth, port, depth, state, words, device_id, links, found_at)
            values (?, ?, ?, ?, 0, ?, ?, ?, '[]', ?)
            on conflict (search_id, address, nth) do update set state = excluded.state, words = excluded.words,
              device_id = excluded.device_id, port = excluded.port""";

    private final SearchRepository searches;
    private final SearchResultRepository results;
    private final Devices devices;
    private final DeviceIdentities identities;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    SearchJournal(
            SearchRepository searches,
            SearchResultRepository results,
            Devices devices,
            DeviceIdentities identities,
            JdbcTemplate jdbc,
            Clock clock) {
        this.searches = searches;
        this.results = results;
        this.devices = devices;
        this.identities = identities;
        this.jdbc = jdbc;
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

    /**
     * What was found is written down, all of it in one statement; what is on record of devices is brought up to date, or
     * flagged. Not one transaction: with thousands of devices, opening and ending it costs more than what is written.
     */
    @Transactional(propagation = Propagation.SUPPORTS)
    public void store(long searchId, List<Finding> findings) {
        findings.forEach(this::bringUpToDate);
        insert(FOUND, findings.stream().filter(f -> f.seen() != null).map(f -> found(searchId, f)));
        insert(FAILED, findings.stream().filter(f -> f.seen() == null).map(f -> failed(searchId, f)));
    }

    private void insert(String statement, Stream<Object[]> rows) {
        List<Object[]> all = rows.toList();
        if (!all.isEmpty()) {
            jdbc.batchUpdate(statement, all);
        }
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

    private static Object[] found(long searchId, Finding finding) {
        Found found = finding.seen().found();
        DeviceIdentity identity = found.identity();
        return new Object[] {
            searchId,
            finding.address(),
            finding.nth(),
            nullable(finding.port(), Types.INTEGER),
            finding.state().name(),
            finding.words(),
            nullable(finding.deviceId(), Types.BIGINT),
            finding.seen().credentialId(),
            found.profile().name(),
            nullable(identity.maker(), Types.VARCHAR),
            nullable(identity.name(), Types.VARCHAR),
            nullable(identity.model(), Types.VARCHAR),
            nullable(identity.serial(), Types.VARCHAR),
            nullable(identity.software(), Types.VARCHAR),
            found.hostKey(),
            JSON.writeValueAsString(found.links()),
            Timestamp.from(finding.at())
        };
    }

    private static Object[] failed(long searchId, Finding finding) {
        return new Object[] {
            searchId,
            finding.address(),
            finding.nth(),
            nullable(finding.port(), Types.INTEGER),
            finding.state().name(),
            finding.words(),
            nullable(finding.deviceId(), Types.BIGINT),
            Timestamp.from(finding.at())
        };
    }

    /** Without its type, the statement would be prepared anew whenever a value is missing. */
    private static SqlParameterValue nullable(Object value, int type) {
        return new SqlParameterValue(type, value);
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
