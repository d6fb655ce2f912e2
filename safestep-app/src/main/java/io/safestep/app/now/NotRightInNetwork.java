package io.safestep.app.now;

import io.safestep.app.now.NowView.ManyNotRight;
import io.safestep.app.now.NowView.NotRight;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * What is not right with devices, in sentences. Of one kind a few are told one by one; more are told as a number, so that
 * nobody has to read past thousands.
 */
record NotRightInNetwork(List<NotRight> single, List<ManyNotRight> many) {

    private static final int MOST_OF_A_KIND = 6;

    /** One kind of trouble. */
    private record Kind(
            Predicate<Trouble> is, Function<Trouble, String> one, String many, boolean failed, String filter) {}

    private static final List<Kind> KINDS = List.of(
            new Kind(
                    Trouble::otherHostKey,
                    d -> "shows another host key than before: nothing is sent to it until somebody decides.",
                    "devices show another host key than before.",
                    true,
                    "reachable:\"other host key\""),
            new Kind(
                    d -> d.otherSerial() != null,
                    d -> "shows serial number " + d.otherSerial() + ", which is not the one on record.",
                    "devices show a serial number that is not the one on record.",
                    true,
                    "reachable:\"other serial number\""),
            new Kind(
                    d -> d.problem() != null && !d.otherHostKey(),
                    Trouble::problem,
                    "devices did not answer as expected.",
                    true,
                    "reachable:\"did not answer\""),
            new Kind(
                    Trouble::neverBackedUp,
                    d -> "has no backup yet, so that no change can be built for it.",
                    "devices have no backup yet, so that no change can be built for them.",
                    false,
                    "match:\"no baseline\""),
            new Kind(
                    Trouble::differs,
                    d -> "was changed outside: it does not match its baseline.",
                    "devices were changed outside: they do not match their baseline.",
                    true,
                    "match:differs"),
            new Kind(
                    d -> d.unsaved() && !d.neverBackedUp(),
                    d -> "is unsaved: at a restart it would lose what startup does not hold.",
                    "devices are unsaved: at a restart they would lose what startup does not hold.",
                    false,
                    "saved:unsaved"));

    static NotRightInNetwork of(List<Trouble> troubles) {
        List<NotRight> single = new ArrayList<>();
        List<ManyNotRight> many = new ArrayList<>();
        for (Kind kind : KINDS) {
            List<Trouble> found = troubles.stream().filter(kind.is()).toList();
            if (found.size() > MOST_OF_A_KIND) {
                many.add(new ManyNotRight(found.size(), kind.many(), kind.failed(), kind.filter()));
            } else {
                found.forEach(d -> single.add(new NotRight(
                        d.name(), kind.one().apply(d), kind.failed(), kind.failed() ? d.lastSeenAt() : null)));
            }
        }
        return new NotRightInNetwork(single, many);
    }
}
