package io.safestep.practice.corvane;

import io.safestep.practice.device.NetworkView.GatewayState;
import io.safestep.practice.device.NetworkView.InterfaceInfo;
import io.safestep.practice.device.NetworkView.LinkInfo;
import io.safestep.practice.device.NetworkView.Neighbour;
import io.safestep.practice.device.NetworkView.NetworkRoute;
import java.util.List;

/** What a Corvane device prints about the network around it. */
final class CorvaneTables {

    private CorvaneTables() {}

    static String neighbours(List<Neighbour> neighbours) {
        StringBuilder text = new StringBuilder("neighbour        over         state\n");
        for (Neighbour n : neighbours) {
            String state = n.reason().isEmpty() ? n.state() : n.state() + ", " + n.reason();
            text.append("%-16s %-12s %s%n".formatted(n.address(), n.over(), state));
        }
        return text.toString().stripTrailing();
    }

    static String routes(List<NetworkRoute> routes) {
        StringBuilder text = new StringBuilder("network            next\n");
        for (NetworkRoute route : routes) {
            String next = switch (route.next()) {
                case "direct" -> "direct " + route.over();
                case "discard" -> "discard";
                default -> "via " + route.next();
            };
            text.append("%-18s %s%n".formatted(route.prefix(), next));
        }
        return text.toString().stripTrailing();
    }

    static String gateways(List<GatewayState> gateways) {
        StringBuilder text = new StringBuilder("group              role     shared\n");
        for (GatewayState g : gateways) {
            text.append("%-18s %-8s %s, priority %d%n"
                    .formatted(g.over() + " group " + g.group(), g.role(), g.shared(), g.priority()));
        }
        return text.toString().stripTrailing();
    }

    static String links(List<LinkInfo> links) {
        StringBuilder text = new StringBuilder("interface     heard from       at its       address\n");
        for (LinkInfo l : links) {
            text.append("%-13s %-16s %-12s %s%n"
                    .formatted(l.over(), l.name(), l.port(), l.address().isEmpty() ? "-" : l.address()));
        }
        return text.toString().stripTrailing();
    }

    static String interfaces(List<InterfaceInfo> interfaces) {
        StringBuilder text = new StringBuilder("interface     state     address\n");
        for (InterfaceInfo i : interfaces) {
            text.append("%-13s %-9s %s%n".formatted(i.name(), i.state(), i.address()));
        }
        return text.toString().stripTrailing();
    }
}
