package io.safestep.practice.generator;

import io.safestep.practice.generator.DeviceSketch.Interface;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Writes a sketch as a configuration in the language of its family. */
final class ConfigurationWriter {

    private static final String LOGIN = "safestep";
    private static final String PASSWORD = "harbour-light-1";
    private static final String OSPF_KEY = "lantern-keel";

    private ConfigurationWriter() {}

    static String write(DeviceSketch sketch) {
        return switch (sketch.family) {
            case CORVANE -> corvane(sketch);
            case HALDRIN -> haldrin(sketch);
            case OSTREL -> ostrel(sketch);
        };
    }

    private static String corvane(DeviceSketch d) {
        StringBuilder t = new StringBuilder("hostname " + d.name + "\ntime-server 10.77.252.20\n");
        t.append("user " + LOGIN + " password " + PASSWORD + "\n");
        if (d.defaultGateway != null) {
            t.append("route 0.0.0.0/0 via ").append(d.defaultGateway).append('\n');
        }
        d.vlans.forEach((id, name) ->
                t.append("vlan ").append(id).append("\n  name ").append(name).append('\n'));
        StringBuilder networks = new StringBuilder();
        for (Interface i : d.interfaces) {
            t.append("interface ").append(d.nameOf(i)).append('\n');
            line(t, "  description ", i.description);
            line(t, "  address ", i.address);
            line(t, "  vlan access ", i.access == 0 ? null : i.access);
            line(t, "  vlan allowed ", i.trunk.isEmpty() ? null : joined(i.trunk));
            line(t, "  ospf passive", i.passive ? "" : null);
            if (i.shared != null) {
                t.append("  gateway-group ")
                        .append(i.number)
                        .append(" shared ")
                        .append(i.shared)
                        .append('\n');
                t.append("  gateway-group ")
                        .append(i.number)
                        .append(" priority ")
                        .append(i.priority)
                        .append('\n');
            }
            if (i.area != null && i.address != null) {
                String address = i.address.substring(0, i.address.indexOf('/'));
                networks.append("  area ")
                        .append(i.area)
                        .append(" network ")
                        .append(address)
                        .append("/32\n");
            }
        }
        if (d.routerId != null) {
            t.append("ospf 1\n  router-id ").append(d.routerId).append("\n  authentication key " + OSPF_KEY + "\n");
            t.append(networks);
        }
        return t.toString();
    }

    private static void line(StringBuilder text, String words, @Nullable Object value) {
        if (value != null) {
            text.append(words).append(value).append('\n');
        }
    }

    private static String joined(Iterable<Integer> numbers) {
        List<String> words = new ArrayList<>();
        numbers.forEach(n -> words.add(n.toString()));
        return String.join(",", words);
    }

    private static String haldrin(DeviceSketch d) {
        StringBuilder t = new StringBuilder("<config>\n<system xmlns=\"urn:haldrin:system\">");
        element(t, "name", d.name);
        element(t, "time-server", "10.77.252.20");
        t.append("<user><name>" + LOGIN + "</name><password>" + PASSWORD + "</password></user></system>\n");
        t.append("<vlans xmlns=\"urn:haldrin:vlans\">");
        d.vlans.forEach((id, name) -> t.append("<vlan><id>" + id + "</id><name>" + name + "</name></vlan>"));
        t.append("</vlans>\n<interfaces xmlns=\"urn:haldrin:interfaces\">\n");
        for (Interface i : d.interfaces) {
            t.append("<interface>");
            element(t, "name", d.nameOf(i));
            element(t, "description", i.description);
            if (i.kind.equals("loopback")) {
                t.append("<loopback/>");
            }
            element(t, "vlan", i.kind.equals("vlan") ? i.number : null);
            if (i.address != null) {
                String[] parts = i.address.split("/");
                t.append("<address><ip>" + parts[0] + "</ip><length>" + parts[1] + "</length></address>");
            }
            if (i.access != 0 || !i.trunk.isEmpty()) {
                t.append("<switching>");
                element(t, "untagged", i.access == 0 ? null : i.access);
                i.trunk.forEach(vlan -> element(t, "tagged", vlan));
                t.append("</switching>");
            }
            if (i.area != null && i.address != null) {
                t.append("<ospf><area>" + i.area + "</area>" + (i.passive ? "<passive/>" : "") + "</ospf>");
            }
            if (i.shared != null) {
                t.append("<vrrp><group>" + i.number + "</group><address>" + i.shared + "</address><priority>"
                        + i.priority + "</priority></vrrp>");
            }
            t.append("</interface>\n");
        }
        t.append("</interfaces>\n<routing xmlns=\"urn:haldrin:routing\">");
        if (d.defaultGateway != null) {
            t.append("<route><prefix>0.0.0.0/0</prefix><next-hop>" + d.defaultGateway + "</next-hop></route>");
        }
        if (d.routerId != null) {
            t.append("<ospf><router-id>" + d.routerId + "</router-id><key>" + OSPF_KEY + "</key></ospf>");
        }
        return t.append("</routing>\n</config>\n").toString();
    }

    private static void element(StringBuilder text, String name, @Nullable Object value) {
        if (value != null) {
            text.append('<')
                    .append(name)
                    .append('>')
                    .append(value)
                    .append("</")
                    .append(name)
                    .append('>');
        }
    }

    private static String ostrel(DeviceSketch d) {
        Map<String, Object> root = new LinkedHashMap<>();
        root.put(
                "ostrel-base:base",
                Map.of(
                        "label", d.name,
                        "time-server", List.of("10.77.252.20"),
                        "account", List.of(Map.of("login", LOGIN, "secret", PASSWORD))));
        List<Object> vlans = new ArrayList<>();
        d.vlans.forEach((id, name) -> vlans.add(Map.of("id", id, "label", name)));
        root.put("ostrel-vlans:vlans", Map.of("vlan", vlans));
        List<Object> ports = new ArrayList<>();
        d.interfaces.forEach(i -> ports.add(port(d, i)));
        root.put("ostrel-ports:ports", Map.of("port", ports));
        Map<String, Object> routing = new LinkedHashMap<>();
        if (d.defaultGateway != null) {
            routing.put("static", List.of(Map.of("target", "0.0.0.0/0", "via", d.defaultGateway)));
        }
        if (d.routerId != null) {
            routing.put("ospf", Map.of("router-id", d.routerId, "key", OSPF_KEY));
        }
        root.put("ostrel-routing:routing", routing);
        return JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .build()
                .writeValueAsString(root);
    }

    private static Map<String, Object> port(DeviceSketch d, Interface i) {
        Map<String, Object> port = new LinkedHashMap<>();
        port.put("id", d.nameOf(i));
        port.put("kind", i.kind.equals("port") ? "physical" : i.kind);
        if (i.description != null) {
            port.put("note", i.description);
        }
        if (i.kind.equals("vlan")) {
            port.put("vlan", i.number);
        }
        if (i.address != null) {
            port.put("ip", List.of(i.address));
        }
        if (i.access != 0) {
            port.put("untagged", i.access);
        }
        if (!i.trunk.isEmpty()) {
            port.put("tagged", List.copyOf(i.trunk));
        }
        if (i.area != null) {
            port.put("ospf-area", i.area);
        }
        if (i.passive) {
            port.put("ospf-passive", Collections.singletonList(null));
        }
        if (i.shared != null) {
            port.put(
                    "shared-address",
                    List.of(Map.of("group", i.number, "ip", List.of(i.shared), "priority", i.priority)));
        }
        return port;
    }
}
