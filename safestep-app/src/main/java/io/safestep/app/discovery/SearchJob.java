package io.safestep.app.discovery;

import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.device.Devices;
import io.safestep.app.job.JobHandler;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.address.IpAddress;
import io.safestep.core.platform.reading.LinkReading.Heard;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.stereotype.Component;

/** Does a search. Taken up after a restart, it goes on where it was. The job's id is that of the search. */
@Component
class SearchJob implements JobHandler {

    static final String NAME = "search";

    /** Most addresses of a range hold nothing, so that looking is mostly waiting. */
    private static final int AT_ONCE = 128;

    private static final int MOST_WALKED = 5_000;

    private final SearchJournal journal;
    private final Finder finder;
    private final Devices devices;
    private final Clock clock;

    SearchJob(SearchJournal journal, Finder finder, Devices devices, Clock clock) {
        this.journal = journal;
        this.finder = finder;
        this.devices = devices;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Optional<Instant> execute(String id) {
        Search search = journal.search(Long.parseLong(id));
        if (search.endedAt() != null) {
            return Optional.empty();
        }
        SkippedParts skipped = new SkippedParts();
        Classification classification = new Classification(devices);
        takeUp(search, classification, skipped);
        Look look = new Look(search, accounts(search, skipped), finder, journal, clock, classification, skipped);
        ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE);
        try {
            if (search.kind() == Search.Kind.RANGE) {
                range(search, look, threads, skipped);
            } else {
                walk(search, look, threads, skipped);
            }
        } finally {
            threads.shutdown();
        }
        journal.end(search.id(), skipped.inWords());
        return Optional.empty();
    }

    private void takeUp(Search search, Classification classification, SkippedParts skipped) {
        List<SearchResult> before = journal.all(search.id());
        before.stream()
                .filter(r -> r.identity() != null && r.identity().serial() != null)
                .forEach(r -> classification.seenBefore(r.identity().serial(), r.address()));
        if (search.lookedAt() > 0) {
            skipped.add("Safe Step was restarted in the middle. What had no route before that is not counted here.");
        }
    }

    /** A credential that was removed meanwhile is left out, and that is said. */
    private List<Opened> accounts(Search search, SkippedParts skipped) {
        List<Opened> accounts = new ArrayList<>();
        Arrays.stream(search.credentials().split(",")).filter(c -> !c.isEmpty()).forEach(c -> {
            try {
                accounts.add(finder.opened(Long.parseLong(c)));
            } catch (ProblemException e) {
                skipped.add("One of the credentials was removed before it could be tried.");
            }
        });
        return accounts;
    }

    private void range(Search search, Look look, ExecutorService threads, SkippedParts skipped) {
        SearchPlan plan = SearchPlan.of(
                search.ranges().lines().toList(), search.exclusions().lines().toList());
        IpAddress last = search.lastAddress() == null
                ? null
                : new IpAddress(search.lastAddress().intValue());
        Iterator<IpAddress> addresses = plan.addresses().behind(last).iterator();
        // Addresses behind the mark are looked at again after a restart, and counted once.
        long before = plan.addresses().size() - plan.addresses().behind(last).count();
        new RangeDispatch(search, look, journal, addresses, threads, AT_ONCE, before)
                .run()
                .filter(person -> addresses.hasNext())
                .ifPresent(person -> skipped.add(
                        person + " stopped the search: nothing from " + addresses.next() + " on was looked at."));
    }

    private void walk(Search search, Look look, ExecutorService threads, SkippedParts skipped) {
        while (true) {
            List<SearchResult> waiting = journal.waiting(search.id());
            Optional<String> stoppedBy = journal.stoppedBy(search.id());
            if (waiting.isEmpty() || stoppedBy.isPresent()) {
                stoppedBy.ifPresent(person -> skipped.add(person + " stopped the search: " + waiting.size()
                        + " devices that were heard of were not looked at."));
                return;
            }
            CompletableFuture.allOf(waiting.stream()
                            .map(r ->
                                    CompletableFuture.runAsync(() -> step(search, r, heard(look, r), skipped), threads))
                            .toArray(CompletableFuture[]::new))
                    .join();
            journal.progressOfWalk(search.id());
        }
    }

    private List<Heard> heard(Look look, SearchResult from) {
        List<Finding> findings = look.at(from.address(), true);
        look.store(findings);
        return findings.stream()
                .filter(f -> f.seen() != null && f.state() != ResultState.ALSO_HERE)
                .flatMap(f -> f.seen().found().links().stream())
                .toList();
    }

    private void step(Search search, SearchResult from, List<Heard> heard, SkippedParts skipped) {
        for (Heard link : heard) {
            if (link.address() == null) {
                skipped.add(link.name() + ", heard from " + from.address() + " at " + link.interfaceName()
                        + ", does not say an address.");
            } else if (from.depth() < search.depth()) {
                next(search, link.address(), from.depth() + 1, skipped);
            } else if (!journal.has(search.id(), link.address())) {
                skipped.add(link.name() + " at " + link.address() + " is further away than " + search.depth()
                        + (search.depth() == 1 ? " link." : " links."));
            }
        }
        journal.progressOfWalk(search.id());
    }

    /** Two devices may hear the same third one at the same moment. */
    private synchronized void next(Search search, String address, int depth, SkippedParts skipped) {
        if (journal.size(search.id()) >= MOST_WALKED) {
            skipped.add("The walk ended at " + MOST_WALKED + " devices.");
        } else {
            journal.wait(search.id(), address, depth);
        }
    }
}
