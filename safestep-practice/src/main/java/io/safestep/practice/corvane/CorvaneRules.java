package io.safestep.practice.corvane;

import io.safestep.practice.device.Refusal;
import java.util.List;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What the operating software refuses though it understands the line: to speak of something that is not there, to take
 * away something that is spoken of, to give one address twice. Every line takes effect at once, so that the order in which
 * lines come decides.
 */
final class CorvaneRules {

    private static final Pattern FILTER = Pattern.compile("filter-(?:in|out) (\\S+)");
    private static final Pattern VLANS = Pattern.compile("vlan (?:access|native|allowed) (\\S+)");
    private static final Pattern ADDRESS = Pattern.compile("(?:second-)?address ([\\d.]+)/\\d+");
    private static final Pattern PEER = Pattern.compile("neighbour (\\S+) (\\S+)(?: (.*))?");

    private final CorvaneConfig config;

    CorvaneRules(CorvaneConfig config) {
        this.config = config;
    }

    /** @throws Refusal when a line that is set speaks of something that is not there, or takes what another line has */
    void checkSet(String section, String line) {
        if (section.isEmpty()) {
            if (line.startsWith("interface vlan ")) {
                need("vlan " + line.substring(15));
            }
        } else if (section.startsWith("interface ")) {
            checkInterface(section, line);
        } else if (section.startsWith("bgp ")) {
            checkPeer(section, line);
        }
    }

    private void checkInterface(String section, String line) {
        Matcher filter = FILTER.matcher(line);
        if (filter.matches()) {
            need("packet-filter " + filter.group(1));
        }
        Matcher vlans = VLANS.matcher(line);
        if (vlans.matches()) {
            List.of(vlans.group(1).split(",")).forEach(vlan -> need("vlan " + vlan));
        }
        Matcher address = ADDRESS.matcher(line);
        if (address.matches()) {
            String owner = owner(address.group(1), section, line);
            if (owner != null) {
                throw new Refusal("refused: " + address.group(1) + " is in use on " + owner.substring(10));
            }
        }
    }

    /** The interface that has the address with another line; null when none has. */
    private @Nullable String owner(String address, String section, String line) {
        String word = line.split(" ")[0];
        for (String header : config.headers()) {
            for (String other : config.lines(header)) {
                Matcher matcher = ADDRESS.matcher(other);
                boolean replaced = header.equals(section) && word.equals("address") && other.startsWith("address ");
                if (header.startsWith("interface ")
                        && !replaced
                        && !(header.equals(section) && other.equals(line))
                        && matcher.matches()
                        && matcher.group(1).equals(address)) {
                    return header;
                }
            }
        }
        return null;
    }

    private void checkPeer(String section, String line) {
        Matcher peer = PEER.matcher(line);
        if (!peer.matches() || peer.group(2).equals("as")) {
            return;
        }
        if (config.value(section, "neighbour " + peer.group(1) + " as").isEmpty()) {
            throw new Refusal("refused: neighbour " + peer.group(1) + " has no as yet");
        }
        if (peer.group(2).startsWith("filter-")) {
            need("prefix-list " + peer.group(3));
        } else if (peer.group(2).equals("from")) {
            need("interface " + peer.group(3));
        }
    }

    private void need(String header) {
        if (!config.has(header)) {
            throw new Refusal("refused: there is no " + header);
        }
    }

    /** @throws Refusal when what is to be removed is still spoken of */
    void checkRemoval(String section, String target) {
        String name = target.substring(target.lastIndexOf(' ') + 1);
        if (section.isEmpty() && target.startsWith("packet-filter ")) {
            refuseUsed(target, "interface ", line -> named(FILTER, line, name));
        } else if (section.isEmpty() && target.startsWith("prefix-list ")) {
            refuseUsed(target, "bgp ", line -> line.matches("neighbour \\S+ filter-(?:in|out) " + Pattern.quote(name)));
        } else if (section.isEmpty() && target.startsWith("interface loopback ")) {
            refuseUsed(target, "bgp ", line -> line.endsWith(" from loopback " + name));
        } else if (section.isEmpty() && target.startsWith("vlan ")) {
            refuseUsed(target, "interface ", line -> named(VLANS, line, name));
            if (config.has("interface vlan " + name)) {
                throw new Refusal("refused: " + target + " is in use by interface vlan " + name);
            }
        } else if (section.startsWith("bgp ") && target.matches("neighbour \\S+ as( .*)?")) {
            String peer = target.split(" ")[1];
            refuseUsed(
                    "neighbour " + peer,
                    section,
                    line -> line.startsWith("neighbour " + peer + " ")
                            && !line.startsWith("neighbour " + peer + " as "));
        }
    }

    private static boolean named(Pattern pattern, String line, String name) {
        Matcher matcher = pattern.matcher(line);
        return matcher.matches() && List.of(matcher.group(1).split(",")).contains(name);
    }

    private void refuseUsed(String target, String sections, Predicate<String> speaksOfIt) {
        for (String header : config.headers()) {
            if (header.startsWith(sections) && config.lines(header).stream().anyMatch(speaksOfIt)) {
                throw new Refusal("refused: " + target + " is in use by " + header);
            }
        }
    }
}
