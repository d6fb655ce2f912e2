package io.safestep.app.change;

import io.safestep.app.change.stored.Change;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.network.Cabling;
import io.safestep.app.network.Cabling.CableEnd;
import io.safestep.app.pool.Pools;
import io.safestep.app.pool.Pools.Given;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.change.ChangeAction;
import io.safestep.core.change.ChangeTransitions;
import io.safestep.core.pool.LinkPair;
import io.safestep.core.pool.PoolKind;
import io.safestep.core.template.VariableType;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Values from pools for the devices of a change: next free ones, and fitting ones for both ends of a link. */
@Component
@Transactional
class Allocations {

    private final Changes changes;
    private final Pools pools;
    private final Devices devices;
    private final Cabling cabling;

    Allocations(Changes changes, Pools pools, Devices devices, Cabling cabling) {
        this.changes = changes;
        this.pools = pools;
        this.devices = devices;
        this.cabling = cabling;
    }

    /**
     * A value that is wanted.
     *
     * @param type what it has to be
     * @param interfaceName for an address of a link: through which interface the link goes; null when there is only one
     *     link between the devices of the change
     */
    record Wish(
            String device,
            String variable,
            VariableType type,
            @Nullable String interfaceName) {}

    /** @param value for the variable of the device */
    public record Fulfilled(String device, String variable, String value) {}

    /**
     * Gives a value for each wish; nothing is given when one of them can't be fulfilled.
     *
     * @throws ProblemException when there is no such pool, when it gives something else, or when not enough is left
     */
    List<Fulfilled> give(int number, String pool, List<Wish> wishes, String login) {
        Change change = changes.lock(number);
        if (!change.author().login().equals(login)) {
            throw ProblemException.forbidden("Only " + change.author().name() + ", the author, may edit this change.");
        }
        ChangeTransitions.after(change.state(), ChangeAction.EDIT_CONTENT)
                .orElseThrow(() -> ProblemException.refused(change.subject() + " can't be edited any more."));
        PoolKind kind = pools.kindOf(pool);
        Set<String> together = new HashSet<>();
        wishes.forEach(w -> together.add(w.device()));
        List<Place> places =
                wishes.stream().map(w -> place(w, kind, pool, together)).toList();
        List<String> names = places.stream().map(Place::name).distinct().toList();
        List<Given> given = pools.give(number, pool, names, login);
        List<Fulfilled> fulfilled = new ArrayList<>();
        for (int i = 0; i < wishes.size(); i++) {
            Wish wish = wishes.get(i);
            Given value = given.get(names.indexOf(places.get(i).name()));
            fulfilled.add(new Fulfilled(wish.device(), wish.variable(), written(wish, places.get(i), value)));
        }
        return fulfilled;
    }

    /**
     * For what a value is given.
     *
     * @param firstEnd whether the device is the first end of a link; null when it is no link
     */
    private record Place(String name, @Nullable Boolean firstEnd) {}

    private Place place(Wish wish, PoolKind kind, String pool, Set<String> together) {
        boolean fits = switch (wish.type()) {
            case ADDRESS, INTERFACE_ADDRESS -> kind == PoolKind.ADDRESS || kind == PoolKind.PREFIX;
            case PREFIX -> kind == PoolKind.PREFIX;
            case VLAN -> kind == PoolKind.VLAN;
            case NUMBER -> kind == PoolKind.NUMBER;
            default -> true; // a text takes anything
        };
        if (!fits) {
            throw ProblemException.invalid(
                    "pool",
                    pool + " gives " + kind.plural() + "; " + wish.variable() + " has to be "
                            + wish.type().meaning() + ".");
        }
        boolean end = kind == PoolKind.PREFIX
                && (wish.type() == VariableType.ADDRESS || wish.type() == VariableType.INTERFACE_ADDRESS);
        return end ? link(wish, together) : new Place(wish.device() + ": " + wish.variable(), null);
    }

    private Place link(Wish wish, Set<String> together) {
        Device device = devices.named(wish.device());
        List<CableEnd> ends = cabling.endsAt(device.id()).stream()
                .filter(e -> e.farIsDevice() && e.farInterface() != null)
                .filter(e -> wish.interfaceName() == null
                        ? together.contains(e.far())
                        : e.ownInterface().equals(wish.interfaceName()))
                .toList();
        if (ends.size() != 1) {
            throw ProblemException.invalid(
                    "pool",
                    wish.interfaceName() != null
                            ? "No link of " + wish.device() + " through " + wish.interfaceName() + " is known."
                            : wish.device() + " has " + (ends.isEmpty() ? "no" : String.valueOf(ends.size()))
                                    + " links to the others; say through which interface the link goes.");
        }
        CableEnd end = ends.get(0);
        String own = wish.device() + " " + end.ownInterface();
        String far = end.far() + " " + end.farInterface();
        boolean first = own.compareTo(far) < 0;
        return new Place("link " + (first ? own + " – " + far : far + " – " + own), first);
    }

    private static String written(Wish wish, Place place, Given given) {
        if (place.firstEnd() != null) {
            LinkPair pair = LinkPair.in(IpPrefix.parse(given.value()));
            var end = place.firstEnd() ? pair.one() : pair.other();
            return wish.type() == VariableType.ADDRESS ? end.address().toString() : end.toString();
        }
        return wish.type() == VariableType.INTERFACE_ADDRESS && given.kind() == PoolKind.ADDRESS
                ? given.value() + "/" + (given.length() == 0 ? 32 : given.length())
                : given.value();
    }
}
