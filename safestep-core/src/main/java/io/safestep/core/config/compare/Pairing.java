package io.safestep.core.config.compare;

import io.safestep.core.config.tree.ConfigLine;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Which lines of two versions of a block are the same line, by their keys. Where order counts, a device appends: lines can
 * stay only as the beginning of what is to be, so that the longest beginning of the new version whose lines stand in this
 * order in the old one is paired. That leaves the fewest commands.
 */
final class Pairing {

    private static final int NONE = -1;

    /** A table of this many cells is filled at once; longer lists are paired by their beginnings only. */
    private static final long MOST_CELLS = 4_000_000;

    /** For each line of the new version the index of its partner in the old one. */
    private final int[] partnerOfAfter;

    private final boolean[] kept;

    private Pairing(int before, int after) {
        partnerOfAfter = new int[after];
        kept = new boolean[before];
    }

    static Pairing of(boolean ordered, List<ConfigLine> before, List<ConfigLine> after) {
        Pairing pairing = new Pairing(before.size(), after.size());
        if (ordered) {
            pairing.pairBeginning(before, after);
        } else {
            pairing.pairAll(before, after);
        }
        return pairing;
    }

    /** For people: as many lines as possible stay, whatever a device needs to get there. */
    static Pairing forReaders(boolean ordered, List<ConfigLine> before, List<ConfigLine> after) {
        Pairing pairing = new Pairing(before.size(), after.size());
        if (!ordered) {
            pairing.pairAll(before, after);
        } else if ((long) before.size() * after.size() <= MOST_CELLS) {
            pairing.pairLongest(before, after);
        } else {
            pairing.pairBeginning(before, after);
        }
        return pairing;
    }

    /** The index of the partner in the old version; negative when the line is new. */
    int partner(int indexAfter) {
        return partnerOfAfter[indexAfter];
    }

    /** Whether a line of the old version has a partner. */
    boolean isKept(int indexBefore) {
        return kept[indexBefore];
    }

    private void pair(int indexBefore, int indexAfter) {
        partnerOfAfter[indexAfter] = indexBefore;
        kept[indexBefore] = true;
    }

    private void pairBeginning(List<ConfigLine> before, List<ConfigLine> after) {
        int next = 0;
        for (int i = 0; i < after.size(); i++) {
            String key = after.get(i).key();
            while (next < before.size() && !before.get(next).key().equals(key)) {
                next++;
            }
            if (next == before.size()) {
                partnerOfAfter[i] = NONE;
            } else {
                pair(next++, i);
            }
        }
    }

    /** The longest common subsequence, by dynamic programming from the end. */
    private void pairLongest(List<ConfigLine> before, List<ConfigLine> after) {
        int[][] longest = new int[before.size() + 1][after.size() + 1];
        for (int b = before.size() - 1; b >= 0; b--) {
            for (int a = after.size() - 1; a >= 0; a--) {
                longest[b][a] = sameKey(before.get(b), after.get(a))
                        ? longest[b + 1][a + 1] + 1
                        : Math.max(longest[b + 1][a], longest[b][a + 1]);
            }
        }
        Arrays.fill(partnerOfAfter, NONE);
        int b = 0;
        int a = 0;
        while (b < before.size() && a < after.size()) {
            if (sameKey(before.get(b), after.get(a))) {
                pair(b++, a++);
            } else if (longest[b + 1][a] >= longest[b][a + 1]) {
                b++;
            } else {
                a++;
            }
        }
    }

    private void pairAll(List<ConfigLine> before, List<ConfigLine> after) {
        int common = Math.min(before.size(), after.size());
        int start = 0;
        while (start < common && sameKey(before.get(start), after.get(start))) {
            pair(start, start);
            start++;
        }
        int end = 0;
        while (end < common - start
                && sameKey(before.get(before.size() - 1 - end), after.get(after.size() - 1 - end))) {
            pair(before.size() - 1 - end, after.size() - 1 - end);
            end++;
        }
        Map<String, Integer> left = new HashMap<>();
        for (int i = start; i < before.size() - end; i++) {
            left.put(before.get(i).key(), i);
        }
        for (int i = start; i < after.size() - end; i++) {
            Integer partner = left.get(after.get(i).key());
            if (partner == null) {
                partnerOfAfter[i] = NONE;
            } else {
                pair(partner, i);
            }
        }
    }

    private static boolean sameKey(ConfigLine one, ConfigLine other) {
        return one == other || one.key().equals(other.key());
    }
}
