package io.safestep.core.config;

import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.tree.ConfigLine;
import java.util.ArrayList;
import java.util.List;

/** Says which of the known configurations a device holds, or how far it is between them. */
final class HeldConfiguration {

    private HeldConfiguration() {}

    /**
     * @param planned what differs between before and outcome
     * @param missing what differs between what is held and the outcome
     * @param isBefore whether what is held is the configuration before
     */
    static Holding of(List<Edit> planned, List<Edit> missing, boolean isBefore) {
        List<String> plannedAtoms = atoms(planned);
        List<String> missingAtoms = atoms(missing);
        List<String> foreign = new ArrayList<>(missingAtoms);
        foreign.removeAll(plannedAtoms);
        int left = missingAtoms.size() - foreign.size();
        Holding.State state = missingAtoms.isEmpty()
                ? Holding.State.OUTCOME
                : isBefore ? Holding.State.BEFORE : Holding.State.IN_BETWEEN;
        return new Holding(state, plannedAtoms.size() - left, plannedAtoms.size(), foreign.size());
    }

    /**
     * Whether some of what was done to a configuration is none of the plan's doing. What of the plan has not been done does
     * not count.
     */
    static boolean goesBeyond(List<Edit> planned, List<Edit> done) {
        List<String> beyond = new ArrayList<>(atoms(done));
        atoms(planned).forEach(beyond::remove);
        return !beyond.isEmpty();
    }

    private static List<String> atoms(List<Edit> edits) {
        List<String> atoms = new ArrayList<>();
        collect("", edits, atoms);
        return atoms;
    }

    private static void collect(String path, List<Edit> edits, List<String> atoms) {
        for (Edit edit : edits) {
            if (edit.kind() == Edit.Kind.WITHIN) {
                collect(path + edit.is().text() + "\n", edit.within(), atoms);
            } else if (edit.kind() == Edit.Kind.REMOVED) {
                atoms.add(path + "-" + edit.was().text());
            } else {
                addWhole(path, edit.is(), atoms);
            }
        }
    }

    /** A whole new block counts line by line, so that a half-written one is seen as such. */
    private static void addWhole(String path, ConfigLine line, List<String> atoms) {
        atoms.add(path + "+" + line.text());
        line.children().forEach(child -> addWhole(path + line.text() + "\n", child, atoms));
    }
}
