package io.safestep.app.next;

import io.safestep.app.change.ChangesInSight;
import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.stored.Outlines.Outline;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.kept.Stamps;
import io.safestep.app.kept.WrittenList;
import io.safestep.app.sight.Sight;
import io.safestep.core.change.ChangeState;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The list of all changes that are over, written once for everybody who sees the same of it until another one ends. */
@Component
class EndedChanges {

    /** For how many people with a scope of their own their list is kept; some hundred kilobytes each. */
    private static final int MOST_KEPT = 60;

    private static final Set<ChangeState> ENDED =
            Arrays.stream(ChangeState.values()).filter(ChangeState::ended).collect(Collectors.toSet());

    private final Outlines outlines;
    private final Stamps stamps;
    private final JsonMapper json;

    private @Nullable Known last;
    /** How many were written: what one person sees is not taken for what another does. */
    private long lists;

    /** What is known while a stamp holds. */
    private record Known(String stamp, List<Outline> changes, Map<Whose, WrittenList> written) {}

    /**
     * @param login null for everybody who sees all devices
     * @param devices those that they see
     */
    private record Whose(@Nullable String login, Set<String> devices) {

        static Whose of(Sight sight) {
            return sight.readsEverything()
                    ? new Whose(null, Set.of())
                    : new Whose(sight.login(), Set.copyOf(sight.names()));
        }
    }

    EndedChanges(Outlines outlines, Stamps stamps, JsonMapper json) {
        this.outlines = outlines;
        this.stamps = stamps;
        this.json = json;
    }

    /** Those that somebody sees, highest number first. */
    @Transactional(readOnly = true)
    public WrittenList of(Sight sight) {
        return written(sight, stamps.of(Stamps.Listed.ENDED_CHANGES));
    }

    /** One at a time: the others take what the first has written. */
    private synchronized WrittenList written(Sight sight, String stamp) {
        if (last == null || !last.stamp().equals(stamp)) {
            last = new Known(stamp, outlines.inStates(ENDED), new LinkedHashMap<>());
        }
        Known known = last;
        Whose whose = Whose.of(sight);
        WrittenList written = known.written().get(whose);
        if (written == null) {
            written = new WrittenList(stamp + "-" + ++lists, write(known, sight));
            if (known.written().size() >= MOST_KEPT) {
                known.written().remove(known.written().keySet().iterator().next());
            }
            known.written().put(whose, written);
        }
        return written;
    }

    private byte[] write(Known known, Sight sight) {
        return json.writeValueAsBytes(known.changes().stream()
                .filter(c -> ChangesInSight.shows(sight, c.author(), Gathered.devices(c)))
                .sorted((one, other) -> Integer.compare(other.number(), one.number()))
                .map(c -> ChangeView.Row.of(c).told(sight))
                .toList());
    }
}
