package io.safestep.app.pool;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.People;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.pool.NetworkUse.Used;
import io.safestep.core.pool.NumberPlace;
import io.safestep.core.pool.Pool;
import io.safestep.core.pool.PoolKind;
import io.safestep.core.pool.Span;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pools and what was given of them. The front door of this package. */
@Service
@Transactional
public class Pools {

    private static final Set<PoolKind> ADDRESSES = Set.of(PoolKind.ADDRESS, PoolKind.PREFIX);

    private final PoolRepository pools;
    private final AllocationRepository allocations;
    private final UsedValues used;
    private final People people;
    private final AuditLog audit;
    private final Clock clock;

    Pools(
            PoolRepository pools,
            AllocationRepository allocations,
            UsedValues used,
            People people,
            AuditLog audit,
            Clock clock) {
        this.pools = pools;
        this.allocations = allocations;
        this.used = used;
        this.people = people;
        this.audit = audit;
        this.clock = clock;
    }

    /** What somebody wants a pool to be; see {@link PoolView}. */
    public record Wanted(
            String name,
            PoolKind kind,
            String description,
            List<String> ranges,
            List<String> exclusions,
            int length,
            String numberPlace) {}

    @Transactional(readOnly = true)
    public List<PoolView> all() {
        return pools.findAllByOrderByName().stream()
                .map(pool -> view(pool, List.of(), used.of(pool)))
                .toList();
    }

    @Transactional(readOnly = true)
    public PoolView one(long id) {
        StoredPool pool = pools.findById(id).orElseThrow(() -> ProblemException.notFound("The pool"));
        List<Used> inNetwork = used.of(pool);
        return view(pool, uses(pool, inNetwork), inNetwork);
    }

    private PoolView view(StoredPool pool, List<PoolView.Use> uses, List<Used> inNetwork) {
        Pool content = pool.content();
        List<Span> taken = taken(pool, inNetwork);
        return new PoolView(
                pool.id(),
                pool.name(),
                pool.kind(),
                pool.description(),
                pool.ranges(),
                pool.exclusions(),
                pool.length(),
                pool.numberPlace(),
                content.size(),
                content.countFree(taken),
                content.nextFree(taken).map(content::write).orElse(null),
                uses);
    }

    private List<Span> taken(StoredPool pool, List<Used> inNetwork) {
        List<Span> taken = new ArrayList<>();
        inNetwork.forEach(u -> taken.add(u.span()));
        allocations.findByPoolIdAndFreedAtIsNullOrderByFirstValue(pool.id()).forEach(a -> taken.add(a.span()));
        return taken;
    }

    /** Held and used values inside the pool; what lies within one that is shown is not shown again. */
    private List<PoolView.Use> uses(StoredPool pool, List<Used> inNetwork) {
        Pool content = pool.content();
        List<Span> shown = new ArrayList<>();
        TreeMap<Long, PoolView.Use> uses = new TreeMap<>();
        for (Allocation a : allocations.findByPoolIdAndFreedAtIsNullOrderByFirstValue(pool.id())) {
            shown.add(a.span());
            uses.put(a.span().first(), held(a, devices(inNetwork, a.span())));
        }
        List<Span> inside = inNetwork.stream()
                .map(Used::span)
                .filter(span -> content.ranges().stream().anyMatch(span::overlaps))
                .distinct()
                .sorted(Comparator.comparingLong(Span::size).reversed())
                .toList();
        for (Span span : inside) {
            if (shown.stream().noneMatch(span::overlaps)) {
                shown.add(span);
                uses.put(span.first(), found(content.write(span), devices(inNetwork, span)));
            }
        }
        return List.copyOf(uses.values());
    }

    private static PoolView.Use held(Allocation a, List<String> devices) {
        return new PoolView.Use(a.value(), a.id(), a.changeNumber(), a.place(), a.personName(), a.givenAt(), devices);
    }

    private static PoolView.Use found(String value, List<String> devices) {
        return new PoolView.Use(value, null, null, null, null, null, devices);
    }

    private static List<String> devices(List<Used> inNetwork, Span span) {
        return inNetwork.stream()
                .filter(u -> u.span().overlaps(span))
                .map(Used::by)
                .distinct()
                .sorted()
                .toList();
    }

    public PoolView create(Wanted wanted, String login) {
        check(wanted, null);
        StoredPool pool = new StoredPool(wanted.kind());
        pool.describe(wanted);
        pools.save(pool);
        audit.write(login, "pool " + pool.name(), "pool made", String.join(", ", wanted.ranges()));
        return one(pool.id());
    }

    public PoolView change(long id, Wanted wanted, String login) {
        StoredPool pool = lock(id);
        if (pool.kind() != wanted.kind()) {
            throw ProblemException.invalid("kind", "A pool stays what it is. Make another one for other values.");
        }
        check(wanted, pool);
        pool.describe(wanted);
        audit.write(login, "pool " + pool.name(), "pool changed", String.join(", ", wanted.ranges()));
        return one(id);
    }

    public void remove(long id, String login) {
        StoredPool pool = lock(id);
        if (allocations.existsByPoolId(id)) {
            throw ProblemException.refused(pool.name()
                    + " has given values to changes and stays for the record. Take its ranges down to what was given.");
        }
        pools.delete(pool);
        audit.write(login, "pool " + pool.name(), "pool removed", "");
    }

    private StoredPool lock(long id) {
        return pools.lockById(id).orElseThrow(() -> ProblemException.notFound("The pool"));
    }

    /** @param own the pool that is being changed; null for a new one */
    private void check(Wanted wanted, @Nullable StoredPool own) {
        List<FieldError> errors = new ArrayList<>();
        Pool content = null;
        try {
            content = Pool.of(wanted.kind(), wanted.ranges(), wanted.exclusions(), wanted.length());
        } catch (IllegalArgumentException e) {
            errors.add(FieldError.of("ranges", sentence(e)));
        }
        if (wanted.kind() == PoolKind.NUMBER && !wanted.numberPlace().isEmpty()) {
            try {
                new NumberPlace(wanted.numberPlace());
            } catch (IllegalArgumentException e) {
                errors.add(FieldError.of("numberPlace", sentence(e)));
            }
        }
        for (StoredPool other : pools.findAllByOrderByName()) {
            if (own != null && own.id().equals(other.id())) {
                continue;
            }
            if (other.name().equalsIgnoreCase(wanted.name())) {
                errors.add(FieldError.of("name", "There is a pool called " + wanted.name() + " already."));
            }
            if (content != null && sameValues(wanted.kind(), other.kind()) && content.overlaps(other.content())) {
                errors.add(FieldError.of(
                        "ranges", other.name() + " has some of these values too; one of them could be given twice."));
            }
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
    }

    /** Numbers of two pools may mean different things; addresses and VLANs are the same everywhere. */
    private static boolean sameValues(PoolKind one, PoolKind other) {
        return ADDRESSES.contains(one) ? ADDRESSES.contains(other) : one == PoolKind.VLAN && other == PoolKind.VLAN;
    }

    private static String sentence(IllegalArgumentException e) {
        String message = Objects.requireNonNull(e.getMessage());
        return Character.toUpperCase(message.charAt(0)) + message.substring(1) + ".";
    }

    /**
     * What is given.
     *
     * @param kind what the pool gives
     * @param value as a configuration has it
     * @param length of the pool
     */
    public record Given(PoolKind kind, String value, int length) {}

    /**
     * Gives the next free value for each place, in their order; a place that already holds one keeps it. Whoever asks at the
     * same moment waits for this transaction.
     *
     * @throws ProblemException when there is no such pool, or not enough is left; then nothing is given
     */
    public List<Given> give(int changeNumber, String poolName, List<String> places, String login) {
        StoredPool pool = pools.lockByName(poolName.strip())
                .orElseThrow(() -> ProblemException.invalid("pool", "There is no pool called " + poolName + "."));
        Pool content = pool.content();
        List<Span> taken = taken(pool, used.of(pool));
        List<Given> given = new ArrayList<>();
        Set<String> fresh = new LinkedHashSet<>();
        for (String place : places) {
            Allocation held = allocations
                    .findByPoolIdAndChangeNumberAndPlaceAndFreedAtIsNull(pool.id(), changeNumber, place)
                    .orElse(null);
            if (held == null) {
                Span next = content.nextFree(taken)
                        .orElseThrow(() -> ProblemException.refused(pool.name() + " has not enough free "
                                + pool.kind().plural() + " left for " + places.size()
                                + ". Give it another range in the library, or free what is no longer needed."));
                taken.add(next);
                held = allocations.save(new Allocation(
                        pool,
                        changeNumber,
                        place,
                        content.write(next),
                        next,
                        people.withLogin(login),
                        clock.instant()));
                fresh.add(held.value());
            }
            given.add(new Given(pool.kind(), held.value(), pool.length()));
        }
        if (!fresh.isEmpty()) {
            audit.write(login, "CR-" + changeNumber, "given from " + pool.name(), String.join(", ", fresh));
        }
        return given;
    }

    /** What a pool gives, without giving anything. */
    @Transactional(readOnly = true)
    public PoolKind kindOf(String poolName) {
        return pools.findAllByOrderByName().stream()
                .filter(p -> p.name().equalsIgnoreCase(poolName.strip()))
                .findFirst()
                .orElseThrow(() -> ProblemException.invalid("pool", "There is no pool called " + poolName + "."))
                .kind();
    }

    /**
     * Frees what a change holds.
     *
     * @param stillNeeded takes a value as it was given; those for which it is true stay held
     */
    public void free(int changeNumber, Predicate<Given> stillNeeded, String reason, String login) {
        List<String> freed = allocations.findByChangeNumberAndFreedAtIsNull(changeNumber).stream()
                .filter(a -> !stillNeeded.test(
                        new Given(a.pool().kind(), a.value(), a.pool().length())))
                .flatMap(a -> {
                    a.free(clock.instant(), reason);
                    return Stream.of(a.value());
                })
                .toList();
        if (!freed.isEmpty()) {
            audit.write(login, "CR-" + changeNumber, "freed", String.join(", ", freed) + ". " + reason);
        }
    }

    /** Frees one value by hand, when it is no longer needed though the change has run. */
    public PoolView freeByHand(long poolId, long allocationId, String reason, String login) {
        Allocation allocation = allocations
                .findById(allocationId)
                .filter(a -> a.held() && a.pool().id() == poolId)
                .orElseThrow(() -> ProblemException.notFound("A held value"));
        allocation.free(clock.instant(), reason);
        audit.write(
                login,
                "pool " + allocation.pool().name(),
                "freed",
                allocation.value() + " of CR-" + allocation.changeNumber() + ". " + reason);
        return one(poolId);
    }
}
