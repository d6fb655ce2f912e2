package io.safestep.app.discovery;

import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.device.Device;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.drivers.DeviceException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks at addresses for one search, and has written down what is there. */
final class Look {

    private static final Logger LOG = LoggerFactory.getLogger(Look.class);

    private final long searchId;
    private final List<Integer> ports;
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
        this.accounts = accounts;
        this.finder = finder;
        this.journal = journal;
        this.clock = clock;
        this.classification = classification;
        this.skipped = skipped;
    }

    /**
     * @param expected whether something was heard of there, so that silence is a result
     * @return empty when there is nothing to be told of
     */
    Optional<Finding> at(String address, boolean expected) {
        Device here = classification.onRecordAt(address).orElse(null);
        try {
            Seen seen = finder.look(address, ports, accounts, here);
            return Optional.of(Finding.of(
                    address,
                    clock.instant(),
                    here,
                    seen,
                    classification.of(address, seen.found().identity())));
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

    private Optional<Finding> failure(String address, DeviceException e, Device here, boolean expected) {
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

    private Optional<Finding> failure(String address, ResultState state, DeviceException e, Device here) {
        return Optional.of(Finding.of(address, clock.instant(), here, state, e));
    }
}
