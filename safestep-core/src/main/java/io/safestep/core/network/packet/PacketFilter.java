package io.safestep.core.network.packet;

import io.safestep.core.address.IpPrefix;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Rules for packets. The first rule that fits decides.
 *
 * @param allowsRest what becomes of a packet that no rule fits
 */
public record PacketFilter(String name, List<Rule> rules, boolean allowsRest) {

    /**
     * @param protocol number of the IP protocol, or {@link #ANY}
     * @param fromPort least and most port of the sender for TCP and UDP; null for any
     * @param toPort least and most port of the receiver; null for any
     * @param line where it stands in the configuration
     */
    public record Rule(
            boolean allow,
            int protocol,
            IpPrefix from,
            IpPrefix to,
            @Nullable Ports fromPort,
            @Nullable Ports toPort,
            int line) {}

    public record Ports(int least, int most) {
        boolean holds(int port) {
            return port >= least && port <= most;
        }
    }

    public static final int ANY = -1;

    /**
     * What becomes of a packet.
     *
     * @param rule the rule that decided; null when none fitted
     */
    public record Verdict(boolean allowed, @Nullable Rule rule) {}

    /** Without where the rules stand: filters are equal then when they have the same rules in the same order. */
    public PacketFilter withoutLines() {
        return new PacketFilter(
                name,
                rules.stream()
                        .map(r -> new Rule(r.allow(), r.protocol(), r.from(), r.to(), r.fromPort(), r.toPort(), 0))
                        .toList(),
                allowsRest);
    }

    public Verdict judge(Packet packet) {
        for (Rule rule : rules) {
            if (fits(rule, packet)) {
                return new Verdict(rule.allow(), rule);
            }
        }
        return new Verdict(allowsRest, null);
    }

    private static boolean fits(Rule rule, Packet packet) {
        if (rule.protocol() != ANY && rule.protocol() != packet.protocol()) {
            return false;
        }
        if (!rule.from().contains(packet.from()) || !rule.to().contains(packet.to())) {
            return false;
        }
        return (rule.fromPort() == null || rule.fromPort().holds(packet.fromPort()))
                && (rule.toPort() == null || rule.toPort().holds(packet.toPort()));
    }
}
