package io.safestep.app.discovery;

import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.device.Device;
import io.safestep.app.discovery.Finder.Seen;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.platform.LinkReading.Heard;
import io.safestep.drivers.DeviceException;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks at addresses for one search, and has written down what is there. */
final class Look {

    private static final Logger LOG = LoggerFactory.getLogger(Look.class);

    private final long searchId;
    private final int port;
    private final List<Opened> accounts;
    private final Finder finder;
    private final SearchJournal journal;
    private final Classification classification;
    private final SkippedParts skipped;

    Look(
            Search search,
            List<Opened> accounts,
            Finder finder,
            SearchJournal journal,
            Classification classification,
            SkippedParts skipped) {
        this.searchId = search.id();
        this.port = search.port();
        this.accounts = accounts;
        this.finder = finder;
        this.journal = journal;
        this.classification = classification;
        this.skipped = skipped;
    }

    /**
     * @param expected whether something was heard of there, so that silence is a result
     * @return what the device hears at its cables; empty when there is none, or it was found before
     */
    List<Heard> at(String address, boolean expected) {
        Device here = classification.onRecordAt(address).orElse(null);
        try {
            Seen seen = finder.look(address, port, accounts, here);
            Classification.Verdict verdict =
                    classification.of(address, seen.found().identity());
            journal.found(searchId, address, seen, verdict, here);
            return verdict.state() == ResultState.ALSO_HERE
                    ? List.of()
                    : seen.found().links();
        } catch (DeviceException e) {
            note(address, e, here, expected);
        } catch (RuntimeException e) {
            // One address must not end the search.
            LOG.error("Search {} failed at {}", searchId, address, e);
            skipped.add(address + " was left out: something went wrong inside Safe Step. The log tells what.");
        }
        return List.of();
    }

    private void note(String address, DeviceException e, Device here, boolean expected) {
        switch (e.reason()) {
            case LOGIN_REFUSED -> journal.failed(searchId, address, ResultState.NOT_LET_IN, e, here);
            case HOST_KEY_CHANGED -> journal.failed(searchId, address, ResultState.CHANGED_IDENTITY, e, here);
            case CONNECTION_REFUSED, TIMED_OUT, NO_ROUTE, NAME_NOT_FOUND -> {
                if (e.reason() == DeviceException.Reason.NO_ROUTE && WrittenForms.isAddress(address)) {
                    skipped.withoutRoute(IpAddress.parse(address));
                }
                if (here != null || expected || e.shownHostKey() != null) {
                    journal.failed(searchId, address, ResultState.NO_ANSWER, e, here);
                }
            }
            case SILENT -> journal.failed(searchId, address, ResultState.NO_ANSWER, e, here);
            default -> journal.failed(searchId, address, ResultState.NOT_RECOGNISED, e, here);
        }
    }
}
