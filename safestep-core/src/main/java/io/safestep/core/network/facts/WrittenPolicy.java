package io.safestep.core.network.facts;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;

/** How values in route maps and community lists are written. */
final class WrittenPolicy {

    private static final Set<String> WELL_KNOWN = Set.of("no-export", "no-advertise", "local-as");
    private static final long MOST = 0xFFFFFFFFL;

    private WrittenPolicy() {}

    /** A number of 32 bits. */
    static Long number(String text) {
        if (!text.matches("\\d{1,10}") || Long.parseLong(text) > MOST) {
            throw new IllegalArgumentException("\"" + text + "\" is not a number of 32 bits");
        }
        return Long.parseLong(text);
    }

    /** Numbers of autonomous systems with blanks between them. */
    static List<Long> systems(String text) {
        return Arrays.stream(text.strip().split(" +"))
                .map(WrittenFacts::asNumber)
                .toList();
    }

    /**
     * Communities with blanks between them: {@code 65000:100}, the same as one number, or a well-known one (RFC 1997). The
     * words {@code additive} and {@code none} are no communities.
     */
    static Set<String> communities(String text) {
        Set<String> communities = new TreeSet<>();
        for (String word : text.strip().split(" +")) {
            String lower = word.toLowerCase(Locale.ROOT);
            if (WELL_KNOWN.contains(lower)) {
                communities.add(lower);
            } else if (!lower.equals("additive") && !lower.equals("none")) {
                communities.add(community(word));
            }
        }
        return communities;
    }

    static boolean keepsCommunities(String text) {
        return Arrays.asList(text.strip().split(" +")).contains("additive");
    }

    private static String community(String word) {
        if (word.matches("\\d{1,5}:\\d{1,5}")) {
            String[] halves = word.split(":");
            if (Integer.parseInt(halves[0]) <= 0xFFFF && Integer.parseInt(halves[1]) <= 0xFFFF) {
                return Integer.parseInt(halves[0]) + ":" + Integer.parseInt(halves[1]);
            }
        } else if (word.matches("\\d{1,10}") && Long.parseLong(word) <= MOST) {
            return (Long.parseLong(word) >> 16) + ":" + (Long.parseLong(word) & 0xFFFF);
        }
        throw new IllegalArgumentException("\"" + word + "\" is not a community");
    }
}
