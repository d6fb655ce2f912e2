package io.safestep.practice.netconf;

import io.safestep.practice.device.DeviceLog;
import io.safestep.practice.device.LogIns;
import io.safestep.practice.device.NetworkView;
import io.safestep.practice.device.PracticeDevice;
import io.safestep.practice.structured.XmlData;
import org.jspecify.annotations.Nullable;

/** The state of a Haldrin device and of the network around it, as XML. */
final class StateData {

    private final PracticeDevice device;
    private final NetworkView network;

    StateData(PracticeDevice device, NetworkView network) {
        this.device = device;
        this.network = network;
    }

    /** @param wanted name of the top-level element; null for all */
    String xml(@Nullable String wanted) {
        StringBuilder text = new StringBuilder();
        if (wants(wanted, "platform")) {
            open(text, "platform");
            leaf(text, "maker", "Haldrin");
            leaf(text, "system", "Breakwater");
            leaf(text, "software", "7.1");
            leaf(text, "model", device.box().model());
            leaf(text, "serial", device.box().serial());
            leaf(text, "name", device.hostname());
            text.append("</platform>\n");
        }
        if (wants(wanted, "change-marker")) {
            open(text, "change-marker");
            leaf(text, "value", device.marker());
            text.append("</change-marker>\n");
        }
        if (wants(wanted, "sessions")) {
            open(text, "sessions");
            text.append("<time>");
            leaf(text, "clock", device.now().toString());
            text.append("</time>\n");
            for (LogIns.LogIn l : device.logIns().newestFirst()) {
                text.append("<log-in>");
                leaf(text, "account", l.account());
                leaf(text, "from", l.from());
                leaf(text, "at", l.at().toString());
                text.append("</log-in>\n");
            }
            text.append("</sessions>\n");
        }
        if (wants(wanted, "log")) {
            open(text, "log");
            text.append("<time>");
            leaf(text, "clock", device.now().toString());
            text.append("</time>\n");
            for (DeviceLog.Entry e : device.log().oldestFirst()) {
                text.append("<entry>");
                leaf(text, "at", e.at().toString());
                leaf(text, "text", e.text());
                text.append("</entry>\n");
            }
            text.append("</log>\n");
        }
        if (wants(wanted, "links")) {
            open(text, "links");
            for (NetworkView.LinkInfo l : network.links(device.name())) {
                text.append("<link>");
                leaf(text, "interface", l.over());
                leaf(text, "device", l.name());
                leaf(text, "port", l.port());
                leaf(text, "address", l.address());
                text.append("</link>\n");
            }
            text.append("</links>\n");
        }
        if (wants(wanted, "neighbours")) {
            open(text, "neighbours");
            for (NetworkView.Neighbour n : network.neighbours(device.name())) {
                text.append("<neighbour>");
                leaf(text, "address", n.address());
                leaf(text, "interface", n.over());
                leaf(text, "protocol", n.protocol());
                leaf(text, "state", n.state());
                leaf(text, "reason", n.reason());
                text.append("</neighbour>\n");
            }
            text.append("</neighbours>\n");
        }
        if (wants(wanted, "routes")) {
            open(text, "routes");
            for (NetworkView.NetworkRoute r : network.routes(device.name())) {
                text.append("<route>");
                leaf(text, "prefix", r.prefix());
                leaf(text, "source", r.source());
                leaf(text, "metric", Long.toString(r.metric()));
                leaf(text, "hops", r.next());
                leaf(text, "interface", r.over());
                text.append("</route>\n");
            }
            text.append("</routes>\n");
        }
        if (wants(wanted, "gateways")) {
            open(text, "gateways");
            for (NetworkView.GatewayState g : network.gateways(device.name())) {
                text.append("<gateway>");
                leaf(text, "interface", g.over());
                leaf(text, "group", Integer.toString(g.group()));
                leaf(text, "shared", g.shared());
                leaf(text, "role", g.role());
                leaf(text, "priority", Integer.toString(g.priority()));
                text.append("</gateway>\n");
            }
            text.append("</gateways>\n");
        }
        if (wants(wanted, "interface-states")) {
            open(text, "interface-states");
            for (NetworkView.InterfaceInfo i : network.interfaces(device.name())) {
                text.append("<interface>");
                leaf(text, "name", i.name());
                leaf(text, "state", i.state());
                leaf(text, "address", i.address());
                text.append("</interface>\n");
            }
            text.append("</interface-states>\n");
        }
        return text.toString();
    }

    private static boolean wants(@Nullable String wanted, String name) {
        return wanted == null || wanted.equals(name);
    }

    private static void open(StringBuilder text, String name) {
        text.append('<').append(name).append(" xmlns=\"urn:haldrin:state\">\n");
    }

    private static void leaf(StringBuilder text, String name, String value) {
        if (!value.isEmpty()) {
            text.append('<')
                    .append(name)
                    .append('>')
                    .append(XmlData.escaped(value))
                    .append("</")
                    .append(name)
                    .append('>');
        }
    }
}
