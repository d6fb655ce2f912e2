package io.safestep.core.run;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The order in which devices are changed: the far end first, so that the way there is not cut before it is needed, and
 * partners in different waves (law 6).
 */
public final class WavePlan {

    /** From the far end towards the middle of the network. */
    private static final List<String> FAR_TO_NEAR =
            List.of("access", "relay", "edge", "firewall", "distribution", "core");

    private WavePlan() {}

    /**
     * @param device the device's name
     * @param role its role in lower case, as in the design: core, distribution, access, edge, firewall, relay
     * @param partner the name of its partner, or null
     */
    public record Member(String device, String role, String partner) {}

    /** @param number counted from 1 */
    public record Placed(String device, int number) {}

    /** Places every member; the same members always get the same places, in whatever order they come. */
    public static List<Placed> of(List<Member> members) {
        List<Member> sorted = new ArrayList<>(members);
        // Of two partners the second goes first: by habit the first of a pair carries the traffic.
        sorted.sort(Comparator.comparingInt((Member m) -> FAR_TO_NEAR.indexOf(m.role()))
                .thenComparing(Member::device, Comparator.reverseOrder()));
        Map<String, Integer> waves = new LinkedHashMap<>();
        int wave = 0;
        String role = null;
        for (Member member : sorted) {
            Integer partnerWave = member.partner() == null ? null : waves.get(member.partner());
            if (!member.role().equals(role) || (partnerWave != null && partnerWave == wave)) {
                wave++;
            }
            role = member.role();
            waves.put(member.device(), wave);
        }
        return waves.entrySet().stream()
                .map(e -> new Placed(e.getKey(), e.getValue()))
                .toList();
    }
}
