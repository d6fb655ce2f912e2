package io.safestep.core.network.facts;

import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.network.packet.Packet;
import io.safestep.core.network.packet.PacketFilter;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/** How single values are written in facts; what is written otherwise is refused with an {@link IllegalArgumentException}. */
final class WrittenFacts {

    private static final Map<String, Integer> PROTOCOLS = Map.of(
            "ip", PacketFilter.ANY,
            "icmp", Packet.ICMP,
            "tcp", Packet.TCP,
            "udp", Packet.UDP,
            "ospf", Packet.OSPF,
            "vrrp", Packet.VRRP);

    private WrittenFacts() {}

    static int number(String text) {
        if (text.isEmpty() || text.length() > 9 || !text.chars().allMatch(c -> c >= '0' && c <= '9')) {
            throw new IllegalArgumentException("\"" + text + "\" is not a number");
        }
        return Integer.parseInt(text);
    }

    static Boolean yesOrNo(String text) {
        return switch (text) {
            case "true", "yes", "on" -> true;
            case "false", "no", "off" -> false;
            default -> throw new IllegalArgumentException("\"" + text + "\" is neither yes nor no");
        };
    }

    /** An AS number as one decimal number (RFC 5396, asplain). */
    static Long asNumber(String text) {
        if (!text.matches("\\d{1,10}") || Long.parseLong(text) > 0xFFFFFFFFL || Long.parseLong(text) == 0) {
            throw new IllegalArgumentException("\"" + text + "\" is not the number of an autonomous system");
        }
        return Long.parseLong(text);
    }

    /** An area as a number or in the form of an address (RFC 2328, appendix C.2). */
    static Long area(String text) {
        if (text.indexOf('.') > 0) {
            return Integer.toUnsignedLong(IpAddress.parse(text).bits());
        }
        if (!text.matches("\\d{1,10}") || Long.parseLong(text) > 0xFFFFFFFFL) {
            throw new IllegalArgumentException("\"" + text + "\" is not an area");
        }
        return Long.parseLong(text);
    }

    /** VLAN numbers with commas and ranges, such as {@code 2,40-49}. */
    static Set<Integer> vlanNumbers(String text) {
        Set<Integer> numbers = new LinkedHashSet<>();
        for (String part : text.split(",")) {
            String[] ends = part.strip().split("-", 2);
            int first = number(ends[0]);
            int last = ends.length == 1 ? first : number(ends[1]);
            if (first < 1 || last > 4094) {
                throw new IllegalArgumentException("\"" + part + "\" is not a VLAN number");
            }
            for (int vlan = first; vlan <= last; vlan++) {
                numbers.add(vlan);
            }
        }
        return numbers;
    }

    static Boolean pointToPoint(String text) {
        return switch (text) {
            case "point-to-point" -> true;
            case "broadcast" -> false;
            default ->
                throw new IllegalArgumentException(
                        "the network type \"" + text + "\" is not modelled, only broadcast and point-to-point are");
        };
    }

    static Integer protocol(String text) {
        Integer known = PROTOCOLS.get(text);
        return known != null ? known : (Integer) number(text);
    }

    static Boolean allows(String text) {
        return switch (text) {
            case "allow", "permit", "accept" -> true;
            case "drop", "deny", "reject", "discard" -> false;
            default -> throw new IllegalArgumentException("\"" + text + "\" neither allows nor drops");
        };
    }

    /** A block, one address, or the word {@code any}. */
    static IpPrefix block(String text) {
        if (text.equals("any")) {
            return IpPrefix.ALL;
        }
        return text.indexOf('/') < 0 && text.indexOf(' ') < 0
                ? IpPrefix.of(IpAddress.parse(text))
                : IpPrefix.parse(text);
    }

    static PacketFilter.Ports ports(String text) {
        String[] ends = text.split("-", 2);
        return new PacketFilter.Ports(number(ends[0]), number(ends[ends.length - 1]));
    }

    static OspfFacts.Source source(String text) {
        return switch (text) {
            case "connected", "direct" -> OspfFacts.Source.CONNECTED;
            case "static" -> OspfFacts.Source.STATIC;
            case "bgp" -> OspfFacts.Source.BGP;
            case "ospf" -> OspfFacts.Source.OSPF;
            default -> throw new IllegalArgumentException("\"" + text + "\" is no source of routes that is modelled");
        };
    }

    static OspfFacts.DefaultRoute defaultRoute(String text) {
        return switch (text) {
            case "always" -> OspfFacts.DefaultRoute.ALWAYS;
            case "when-known", "true" -> OspfFacts.DefaultRoute.WHEN_KNOWN;
            case "never", "false" -> OspfFacts.DefaultRoute.NEVER;
            default -> throw new IllegalArgumentException("\"" + text + "\" is neither always, when-known nor never");
        };
    }
}
