package io.safestep.practice.corvane;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What the operating software of a Corvane device understands, written down once more and on purpose not taken from the
 * platform profile: a mistake in one of the two shows against the other.
 *
 * <p>A <em>slot</em> is the place that a line takes: a second line for the same slot replaces the first.
 */
final class CorvaneGrammar {

    private static final String OCTET = "(?:25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)";
    private static final String ADDRESS = OCTET + "(?:\\." + OCTET + "){3}";
    private static final String PREFIX = ADDRESS + "/(?:3[0-2]|[12]?\\d)";
    private static final String WORD = "[A-Za-z0-9._:/-]{1,63}";

    /** Patterns of lines to their slot, where {@code $1} and so on are the groups of the pattern. */
    private static final Map<Pattern, String> TOP = new LinkedHashMap<>();

    private static final Map<Pattern, String> INTERFACE = new LinkedHashMap<>();
    private static final Map<Pattern, String> OSPF = new LinkedHashMap<>();
    private static final Map<Pattern, String> BGP = new LinkedHashMap<>();
    private static final Map<Pattern, String> PREFIX_LIST = new LinkedHashMap<>();
    private static final Map<Pattern, String> VLAN = new LinkedHashMap<>();
    private static final Map<Pattern, String> FILTER = new LinkedHashMap<>();

    private static final Pattern SECTION =
            Pattern.compile("vlan \\d{1,4}|interface (?:loopback \\d|port \\d{1,2}|vlan \\d{1,4})"
                    + "|ospf [1-9]|bgp \\d{1,10}|prefix-list " + WORD + "|packet-filter " + WORD);

    private static final Pattern BANNER = Pattern.compile("banner (?:login|shell) until (\\S{1,63})");

    static {
        add(TOP, "hostname " + WORD, "hostname");
        add(TOP, "contact .{1,200}", "contact");
        add(TOP, "(time-server " + ADDRESS + ")", "$1");
        add(TOP, "(log-server " + ADDRESS + ")", "$1");
        add(TOP, "(banner (?:login|shell)) until \\S+\n(?s:.*)", "$1");
        add(TOP, "(user " + WORD + ") password \\S+", "$1");
        add(TOP, "(route " + PREFIX + " via " + ADDRESS + ")(?: distance \\d{1,3})?", "$1");
        add(TOP, "(route " + PREFIX + " discard)", "$1");

        add(VLAN, "name " + WORD, "name");

        add(INTERFACE, "description .{1,200}", "description");
        add(INTERFACE, "disabled", "disabled");
        add(INTERFACE, "mtu \\d{3,4}", "mtu");
        add(INTERFACE, "address " + PREFIX, "address");
        add(INTERFACE, "(second-address " + PREFIX + ")", "$1");
        add(INTERFACE, "vlan access \\d{1,4}", "vlan access");
        add(INTERFACE, "vlan allowed \\d{1,4}(?:,\\d{1,4})*", "vlan allowed");
        add(INTERFACE, "vlan native \\d{1,4}", "vlan native");
        add(INTERFACE, "(gateway-group \\d{1,3} shared) " + ADDRESS, "$1");
        add(INTERFACE, "(gateway-group \\d{1,3} priority) \\d{1,3}", "$1");
        add(INTERFACE, "(relay-dhcp " + ADDRESS + ")", "$1");
        add(INTERFACE, "filter-in " + WORD, "filter-in");
        add(INTERFACE, "filter-out " + WORD, "filter-out");
        add(INTERFACE, "(ospf (?:cost|hello|dead|priority)) \\d{1,5}", "$1");
        add(INTERFACE, "ospf type (?:broadcast|point-to-point)", "ospf type");
        add(INTERFACE, "ospf passive", "ospf passive");
        add(INTERFACE, "ospf key \\S+", "ospf key");

        add(OSPF, "router-id " + ADDRESS, "router-id");
        add(OSPF, "authentication key \\S+", "authentication key");
        add(OSPF, "(area \\d{1,4} network " + PREFIX + ")", "$1");
        add(OSPF, "(area \\d{1,4} stub)(?: no-summary)?", "$1");
        add(OSPF, "(area \\d{1,4} range " + PREFIX + ")(?: hide)?", "$1");
        add(OSPF, "(redistribute (?:connected|static|bgp))(?: metric \\d{1,8} type [12])?", "$1");
        add(OSPF, "default-route (?:always|when-known)(?: metric \\d{1,8})?", "default-route");

        add(BGP, "router-id " + ADDRESS, "router-id");
        add(BGP, "(network " + PREFIX + ")", "$1");
        add(BGP, "(redistribute (?:connected|static|ospf))", "$1");
        add(BGP, "require-policy", "require-policy");
        add(BGP, "(neighbour " + ADDRESS + " as) \\d{1,10}", "$1");
        add(BGP, "(neighbour " + ADDRESS + " description) .{1,200}", "$1");
        add(BGP, "(neighbour " + ADDRESS + " from) loopback \\d", "$1");
        add(BGP, "(neighbour " + ADDRESS + " filter-(?:in|out)) " + WORD, "$1");
        add(BGP, "(neighbour " + ADDRESS + " (?:local-preference|med|prepend)) \\d{1,9}", "$1");
        add(BGP, "(neighbour " + ADDRESS + " (?:multihop|next-hop-self|default-route|disabled))", "$1");
        add(BGP, "(neighbour " + ADDRESS + " key) \\S+", "$1");

        add(PREFIX_LIST, "((?:allow|drop) " + PREFIX + "(?: up-to \\d{1,2})?)", "$1");

        add(
                FILTER,
                "((?:allow|drop) (?:tcp|udp|icmp|ospf|vrrp|ip) " + PREFIX + " to " + PREFIX + "(?: port \\d{1,5})?)",
                "$1");
    }

    private CorvaneGrammar() {}

    private static void add(Map<Pattern, String> table, String line, String slot) {
        table.put(Pattern.compile(line), slot);
    }

    /** The word that ends the banner which this line begins; null when it begins none. */
    static @Nullable String bannerEnd(String line) {
        var matcher = BANNER.matcher(line);
        return matcher.matches() ? matcher.group(1) : null;
    }

    static boolean isSection(String line) {
        return SECTION.matcher(line).matches();
    }

    /** @param section the section's header, or an empty text for the top level */
    static Optional<String> slot(String section, String line) {
        for (Map.Entry<Pattern, String> entry : table(section).entrySet()) {
            var matcher = entry.getKey().matcher(line);
            if (matcher.matches()) {
                return Optional.of(matcher.replaceFirst(entry.getValue()));
            }
        }
        return Optional.empty();
    }

    /** Where the device puts a line among others: its own order, not the order of typing. */
    static int rank(String section, String slot) {
        int rank = 0;
        for (String known : table(section).values()) {
            String shape = known.startsWith("$") ? null : known;
            if (shape != null && shape.equals(slot)) {
                return rank;
            }
            rank++;
        }
        return rank(table(section), slot);
    }

    private static int rank(Map<Pattern, String> table, String slot) {
        String firstWord = slot.split(" ")[0];
        int rank = 0;
        for (Pattern pattern : table.keySet()) {
            if (pattern.pattern().replace("(", "").startsWith(firstWord)) {
                return rank;
            }
            rank++;
        }
        return rank;
    }

    /** Entries of a packet filter keep the order in which they were typed. */
    static boolean keepsOrder(String section) {
        return section.startsWith("packet-filter ") || section.startsWith("prefix-list ");
    }

    private static Map<Pattern, String> table(String section) {
        if (section.isEmpty()) {
            return TOP;
        }
        return switch (section.split(" ")[0]) {
            case "interface" -> INTERFACE;
            case "ospf" -> OSPF;
            case "bgp" -> BGP;
            case "prefix-list" -> PREFIX_LIST;
            case "vlan" -> VLAN;
            default -> FILTER;
        };
    }
}
