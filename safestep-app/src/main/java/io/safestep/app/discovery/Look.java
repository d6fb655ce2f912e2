package io.safestep.app.discovery;

import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.device.Device;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.drivers.DeviceException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks at addresses for one search, and has written down what is there. */
final class Look {

    private static final Logger LOG = LoggerFactory.getLogger(Look.class);

    private final long searchId;
    private final List<Integer> ports;
    private final boolean everyPort;
    private final List<Opened> accounts;
    private final Finder finder;
    private final SearchJournal journal;
    private final Clock clock;
    private final Classification classification;
    private final SkippedParts skipped;

    Look(
            Search search,
            List<Opened> accounts,
            Finder finder,
            SearchJournal journal,
            Clock clock,
            Classification classification,
            SkippedParts skipped) {
        this.searchId = search.id();
        this.ports = search.ports();
        this.everyPort = search.everyPort();
        this.accounts = accounts;
        this.finder = finder;
        this.journal = journal;
        this.clock = clock;
        this.classification = classification;
        this.skipped = skipped;
    }

    /**
     * @param expected whether something was heard of there, so that silence is a result
     * @return what is to be told of
     */
    List<Finding> at(String address, boolean expected) {
        List<Device> onRecord = classification.onRecordAt(address);
        if (onRecord.size() <= 1 && !everyPort) {
            Device here = onRecord.isEmpty() ? null : onRecord.get(0);
            return look(address, ports, here, expected).map(List::of).orElse(List.of());
        }
        List<Finding> told = told(atEachPort(address, onRecord, expected));
        return IntStream.range(0, told.size())
                .mapToObj(i -> told.get(i).asNth(i))
                .toList();
    }

    /** Those on record at their own ports, then whoever else answers. */
    private List<Finding> atEachPort(String address, List<Device> onRecord, boolean expected) {
        List<Finding> all = new ArrayList<>();
        Set<Integer> looked = new HashSet<>();
        for (Device device : onRecord) {
            Optional<Integer> port = finder.portOf(device);
            port.ifPresent(looked::add);
            look(address, port.map(List::of).orElse(ports), device, true).ifPresent(all::add);
        }
        for (int port : ports) {
            if (looked.add(port)) {
                look(address, List.of(port), null, expected)
                        .map(f -> f.atPort(port))
                        .ifPresent(all::add);
            }
        }
        return all;
    }

    /**
     * A device that answers at two ports is told of once, and where something was found the silence of other ports says
     * nothing.
     */
    private static List<Finding> told(List<Finding> all) {
        List<Finding> told = new ArrayList<>();
        for (Finding finding : all) {
            boolean another = finding.onRecord() != null
                    || finding.state() == ResultState.NOT_LET_IN
                    || finding.seen() != null && told.stream().noneMatch(finding::isOfSameDeviceAs);
            if (another) {
                told.add(finding);
            }
        }
        return told.isEmpty() && !all.isEmpty() ? List.of(all.get(0)) : told;
    }

    private Optional<Finding> look(String address, List<Integer> tried, @Nullable Device here, boolean expected) {
        try {
            Seen seen = finder.look(address, tried, accounts, here);
            return Optional.of(Finding.of(
                    address,
                    clock.instant(),
                    here,
                    seen,
                    classification.of(address, seen.found().identity(), here)));
        } catch (DeviceException e) {
            return failure(address, e, here, expected);
        } catch (RuntimeException e) {
            leaveOut(address, e);
            return Optional.empty();
        }
    }

    /** Has written down what was found. What can't be is left out, and that is told. */
    void store(List<Finding> findings) {
        try {
            journal.store(searchId, findings);
        } catch (RuntimeException e) {
            if (findings.size() > 1) {
                findings.forEach(f -> store(List.of(f)));
            } else {
                leaveOut(findings.get(0).address(), e);
            }
        }
    }

    /** One address must not end the search. */
    private void leaveOut(String address, RuntimeException e) {
        LOG.error("Search {} failed at {}", searchId, address, e);
        skipped.add(address + " was left out: something went wrong inside Safe Step. The log tells what.");
    }

    private Optional<Finding> failure(String address, DeviceException e, @Nullable Device here, boolean expected) {
        return switch (e.reason()) {
            case LOGIN_REFUSED -> failure(address, ResultState.NOT_LET_IN, e, here);
            case HOST_KEY_CHANGED -> failure(address, ResultState.CHANGED_IDENTITY, e, here);
            case CONNECTION_REFUSED, TIMED_OUT, NO_ROUTE, NAME_NOT_FOUND -> {
                if (e.reason() == DeviceException.Reason.NO_ROUTE && WrittenForms.isAddress(address)) {
                    skipped.withoutRoute(IpAddress.parse(address));
                }
                yield here != null || expected || e.shownHostKey() != null
                        ? failure(address, ResultState.NO_ANSWER, e, here)
                        : Optional.empty();
            }
            case SILENT -> failure(address, ResultState.NO_ANSWER, e, here);
            default -> failure(address, ResultState.NOT_RECOGNISED, e, here);
        };
    }

    private Optional<Finding> failure(String address, ResultState state, DeviceException e, @Nullable Device here) {
        return Optional.of(Finding.of(address, clock.instant(), here, state, e));
    }
}
