package io.safestep.core.platform.network;

import io.safestep.core.platform.text.ProfileException;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What a platform's configuration says about the network: which lines mean what, and what holds where no line says
 * anything.
 *
 * @param rules what the lines at the top level say
 * @param defaults named default values, see {@link #number} and {@link #flag}
 */
public record NetworkLanguage(List<NetworkRule> rules, Map<String, String> defaults) {

    /** A platform of whose configuration the network model understands nothing. */
    public static final NetworkLanguage NONE = new NetworkLanguage(List.of(), Map.of());

    private static final Map<String, String> COMMON = Map.ofEntries(
            Map.entry("mtu", "1500"),
            Map.entry("vlans-declared", "true"),
            Map.entry("ospf-cost", "10"),
            Map.entry("ospf-hello", "10"),
            Map.entry("ospf-priority", "1"),
            Map.entry("ospf-external-metric", "20"),
            Map.entry("ospf-external-type", "2"),
            Map.entry("ospf-knows-communities", "true"),
            Map.entry("bgp-local-preference", "100"),
            Map.entry("bgp-hold-time", "90"), // RFC 4271, section 10
            Map.entry("vrrp-priority", "100"),
            Map.entry("vrrp-interval", "100"),
            Map.entry("filter-end", "drop"),
            Map.entry("distance-static", "1"),
            Map.entry("distance-ebgp", "20"),
            Map.entry("distance-ospf", "110"),
            Map.entry("distance-ibgp", "200"));

    public NetworkLanguage {
        rules = List.copyOf(rules);
        defaults = Map.copyOf(defaults);
        for (Map.Entry<String, String> entry : defaults.entrySet()) {
            String common = COMMON.get(entry.getKey());
            if (common == null) {
                throw new ProfileException("\"" + entry.getKey() + "\" is no default of the network model. There are: "
                        + String.join(", ", COMMON.keySet().stream().sorted().toList()) + ".");
            }
            if (common.matches("\\d+") && !entry.getValue().matches("\\d{1,9}")) {
                throw new ProfileException("The default \"" + entry.getKey() + "\" has to be a number.");
            }
        }
    }

    /** A default that is a number. */
    public int number(String name) {
        return Integer.parseInt(word(name));
    }

    /** A default that is yes ({@code true}) or no. */
    public boolean flag(String name) {
        return Boolean.parseBoolean(word(name));
    }

    /** A default as it is written. */
    public @Nullable String word(String name) {
        return defaults.getOrDefault(name, COMMON.get(name));
    }
}
