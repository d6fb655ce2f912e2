package io.safestep.core.platform.network;

import io.safestep.core.platform.text.ProfileException;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/**
 * The facts about the network that a profile may draw from the lines of a configuration. {@code docs/platforms.md}
 * explains each.
 *
 * @param object what the fact is about, for example {@code interface}
 * @param attribute which of its properties, for example {@code mtu}
 */
public record FactName(String object, String attribute) {

    private static final Map<String, Set<String>> KNOWN = Map.ofEntries(
            Map.entry("device", Set.of("name")),
            Map.entry(
                    "interface",
                    Set.of(
                            "vlan",
                            "parent",
                            "loopback",
                            "disabled",
                            "address",
                            "mtu",
                            "access-vlan",
                            "trunk-vlan",
                            "native-vlan",
                            "filter-in",
                            "filter-out",
                            "ospf-area",
                            "ospf-cost",
                            "ospf-passive",
                            "ospf-type",
                            "ospf-hello",
                            "ospf-dead",
                            "ospf-priority",
                            "ospf-key")),
            Map.entry("vlan", Set.of()),
            Map.entry("route", Set.of("prefix", "via", "interface", "distance", "discard", "tag")),
            Map.entry("filter", Set.of()),
            Map.entry("rule", Set.of("action", "protocol", "from", "to", "from-port", "to-port")),
            Map.entry("prefix-list", Set.of()),
            Map.entry("prefix-rule", Set.of("action", "prefix", "least", "most")),
            Map.entry("community-list", Set.of()),
            Map.entry("community-rule", Set.of("action", "communities")),
            Map.entry("route-map", Set.of()),
            Map.entry(
                    "route-map-entry",
                    Set.of(
                            "action",
                            "match-prefix-list",
                            "match-community-list",
                            "match-tag",
                            "match-metric",
                            "set-local-preference",
                            "set-metric",
                            "set-metric-type",
                            "set-prepend",
                            "set-tag",
                            "set-community")),
            Map.entry("ospf", Set.of("router-id", "key", "passive", "default-route", "default-metric")),
            Map.entry("ospf-network", Set.of("prefix", "area")),
            Map.entry("ospf-area", Set.of("stub", "no-summary", "default-cost")),
            Map.entry("ospf-range", Set.of("area", "prefix", "hide")),
            Map.entry("ospf-redistribution", Set.of("source", "metric", "type", "route-map")),
            Map.entry("bgp", Set.of("as", "router-id", "local-preference", "require-policy", "hold-time")),
            Map.entry("bgp-network", Set.of("prefix", "route-map")),
            Map.entry("bgp-redistribution", Set.of("source", "route-map")),
            Map.entry(
                    "neighbour",
                    Set.of(
                            "as",
                            "source",
                            "filter-in",
                            "filter-out",
                            "route-map-in",
                            "route-map-out",
                            "local-preference",
                            "med",
                            "prepend",
                            "multihop",
                            "next-hop-self",
                            "default-route",
                            "disabled",
                            "hold-time",
                            "key")),
            Map.entry("vrrp", Set.of("address", "priority", "interval", "key")));

    /** @throws ProfileException when no such fact is known, with the names that are */
    public static FactName parse(String written) {
        int dot = written.indexOf('.');
        String object = dot < 0 ? written : written.substring(0, dot);
        FactName name = new FactName(object, dot < 0 ? "" : written.substring(dot + 1));
        checkObject(object);
        Set<String> known = Objects.requireNonNull(KNOWN.get(object));
        if (!known.contains(name.attribute)) {
            throw new ProfileException("\"" + written + "\" is not a fact about the network. About " + object
                    + " there are: " + sorted(known) + ".");
        }
        return name;
    }

    public static void checkObject(String object) {
        if (!KNOWN.containsKey(object)) {
            throw new ProfileException("\"" + object + "\" is nothing that the network model knows. It knows: "
                    + sorted(KNOWN.keySet()) + ".");
        }
    }

    private static String sorted(Set<String> names) {
        return String.join(", ", names.stream().sorted().toList());
    }
}
