package io.safestep.app.change.content;

import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.pool.Pools;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.change.ChangeState;
import io.safestep.core.pool.LinkPair;
import io.safestep.core.pool.PoolKind;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Frees the values that a change holds and no longer needs. */
@Component
public class PoolValues {

    private static final Set<ChangeState> NOTHING_CAME_OF_IT =
            Set.of(ChangeState.WITHDRAWN, ChangeState.REJECTED, ChangeState.ROLLED_BACK);

    private final Pools pools;

    PoolValues(Pools pools) {
        this.pools = pools;
    }

    /** After an edit: what stands nowhere in the change any more is free again. */
    public void afterEdit(Change change, String login) {
        List<String> texts = change.targets().stream()
                .map(ChangeTarget::asked)
                .flatMap(asked -> Stream.concat(Stream.of(asked.text()), asked.values().values().stream()))
                .toList();
        pools.free(
                change.number(),
                given -> written(given).anyMatch(value -> texts.stream().anyMatch(text -> holds(text, value))),
                "The change no longer names it.",
                login);
    }

    /** When nothing of the change is in the network, nothing of it is held. */
    public void afterMove(Change change, ChangeState now, String login) {
        if (NOTHING_CAME_OF_IT.contains(now)) {
            pools.free(change.number(), given -> false, "The change was " + now.word() + ".", login);
        }
    }

    /** How a value may stand in lines: itself, or the address of one end of a link. */
    private static Stream<String> written(Pools.Given given) {
        if (given.kind() == PoolKind.PREFIX && given.length() < 32) {
            LinkPair pair = LinkPair.in(IpPrefix.parse(given.value()));
            return Stream.of(
                    given.value(),
                    pair.one().address().toString(),
                    pair.other().address().toString());
        }
        return Stream.of(given.value());
    }

    private static boolean holds(String text, String value) {
        return Pattern.compile("(?<![0-9.])" + Pattern.quote(value) + "(?![0-9]|\\.[0-9])")
                .matcher(text)
                .find();
    }
}
