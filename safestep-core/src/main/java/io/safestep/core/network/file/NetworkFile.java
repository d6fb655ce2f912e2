package io.safestep.core.network.file;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.network.segment.Host;
import io.safestep.core.network.segment.Link;
import io.safestep.core.network.segment.Port;
import io.safestep.core.schema.SchemaCheck;
import io.safestep.core.schema.SchemaFinding;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A network as {@code network.json} describes it, see {@code docs/formats.md}.
 *
 * @param cut links that carry nothing
 */
public record NetworkFile(List<Device> devices, List<Link> links, List<Link> cut, List<Host> hosts) {

    /**
     * @param platform name of a platform profile, or path of its file
     * @param configuration path of the configuration
     * @param address at which it is managed; null when none is given, as for the three that follow
     */
    public record Device(
            String name,
            String platform,
            String configuration,
            boolean off,
            @Nullable String address,
            @Nullable String site,
            @Nullable String role,
            @Nullable String partner) {}

    /**
     * @param json the text of the file
     * @throws NetworkFileException when the text does not follow the schema, or speaks of devices that it does not name
     */
    public static NetworkFile parse(String json) {
        List<SchemaFinding> findings = SchemaCheck.of("network").checkJson(json);
        if (!findings.isEmpty()) {
            throw new NetworkFileException(
                    findings.stream().map(SchemaFinding::toString).toList());
        }
        JsonNode root = new JsonMapper().readTree(json);
        List<Device> devices = new ArrayList<>();
        root.path("devices").forEach(d -> devices.add(device(d)));
        List<String> problems = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (Device device : devices) {
            if (!names.add(device.name())) {
                problems.add("There are two devices with the name " + device.name() + ".");
            }
        }
        List<Link> links = links(root.path("links"));
        List<Link> cut = links(root.path("cut"));
        List<Host> hosts = new ArrayList<>();
        root.path("hosts").forEach(h -> host(h, hosts, problems));
        checkEnds(links, names, problems);
        for (Link link : cut) {
            if (!links.contains(link) && !links.contains(new Link(link.other(), link.one()))) {
                problems.add(
                        "The link of " + link.one() + " and " + link.other() + " is cut, but is not among the links.");
            }
        }
        hosts.stream()
                .filter(h -> !names.contains(h.port().device()))
                .forEach(h -> problems.add("The host " + h.name() + " is connected to "
                        + h.port().device() + ", which is not among the devices."));
        if (!problems.isEmpty()) {
            throw new NetworkFileException(problems);
        }
        return new NetworkFile(devices, links, cut, hosts);
    }

    private static Device device(JsonNode d) {
        return new Device(
                d.path("name").asString(),
                d.path("platform").asString(),
                d.path("configuration").asString(),
                d.path("off").asBoolean(false),
                text(d, "address"),
                text(d, "site"),
                text(d, "role"),
                text(d, "partner"));
    }

    private static @Nullable String text(JsonNode node, String name) {
        return node.hasNonNull(name) ? node.path(name).asString() : null;
    }

    private static List<Link> links(JsonNode pairs) {
        List<Link> links = new ArrayList<>();
        pairs.forEach(pair -> links.add(new Link(port(pair.path(0)), port(pair.path(1)))));
        return links;
    }

    private static Port port(JsonNode end) {
        return new Port(end.path("device").asString(), end.path("interface").asString());
    }

    private static void host(JsonNode h, List<Host> hosts, List<String> problems) {
        String name = h.path("name").asString();
        try {
            String gateway = text(h, "gateway");
            hosts.add(new Host(
                    name,
                    h.hasNonNull("address")
                            ? InterfaceAddress.parse(h.path("address").asString())
                            : null,
                    gateway == null ? null : IpAddress.parse(gateway),
                    port(h)));
        } catch (IllegalArgumentException e) {
            problems.add("Of the host " + name + ": " + e.getMessage() + ".");
        }
    }

    private static void checkEnds(List<Link> links, Set<String> names, List<String> problems) {
        Set<Port> used = new HashSet<>();
        for (Link link : links) {
            for (Port port : List.of(link.one(), link.other())) {
                if (!names.contains(port.device())) {
                    problems.add("A link ends at " + port + ", but " + port.device() + " is not among the devices.");
                }
                if (!used.add(port)) {
                    problems.add("Two links end at " + port + ".");
                }
            }
        }
    }
}
