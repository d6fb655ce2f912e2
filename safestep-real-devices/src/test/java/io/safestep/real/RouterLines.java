package io.safestep.real;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Configurations of a router with values that it takes, made from a seed. */
final class RouterLines {

    private RouterLines() {}

    /** Alternatives of which a configuration has one or none; they stand in the block of that line. */
    private record Choice(String block, List<String> alternatives) {}

    private static final List<Choice> CHOICES = new ArrayList<>();

    static {
        for (String name : List.of("to2", "lo", "dock9")) {
            String block = "interface " + name;
            add(block, "description to deck b", "description pier");
            add(block, "ip address 10.77." + name.length() + ".1/24", "ip address 10.77." + name.length() + ".2/25");
            add(block, "ip ospf cost 5", "ip ospf cost 7");
            add(block, "ip ospf hello-interval 4", "ip ospf hello-interval 5");
            add(block, "ip ospf dead-interval 20");
            add(block, "ip ospf priority 3", "ip ospf priority 0");
            if (!name.equals("lo")) {
                add(block, "ip ospf network point-to-point", "ip ospf network broadcast");
            }
            add(block, "ip ospf passive");
            add(block, "ip ospf mtu-ignore");
            add(block, "ip ospf message-digest-key 1 md5 keel", "ip ospf message-digest-key 1 md5 hull");
        }
        add(
                "",
                "ip route 192.168.8.0/24 10.77.3.9",
                "ip route 192.168.8.0/24 10.77.3.9 50",
                "ip route 192.168.8.0/24 10.77.3.9 tag 7");
        add("", "ip route 192.168.9.0/24 blackhole");
        add("", "no ipv6 forwarding");
        add("", "log syslog informational", "log syslog errors");
        add("router ospf", "ospf router-id 10.77.0.1", "ospf router-id 10.77.0.2");
        add("router ospf", "network 10.77.0.0/16 area 0", "network 10.77.0.0/16 area 0.0.0.3");
        add("router ospf", "network 10.78.0.0/16 area 0");
        add(
                "router ospf",
                "redistribute static",
                "redistribute static metric 30 route-map TIDE",
                "redistribute static metric 40");
        add("router ospf", "redistribute connected route-map TIDE");
        add("router ospf", "default-information originate always metric 20", "default-information originate");
        add("router ospf", "area 0.0.0.9 stub", "area 0.0.0.9 stub no-summary");
        add("router ospf", "area 0.0.0.9 range 10.79.0.0/16", "area 0.0.0.9 range 10.79.0.0/16 not-advertise");
        add("router ospf", "log-adjacency-changes");
        add("router bgp 65001", "bgp router-id 10.77.0.1");
        add("router bgp 65001", "no bgp ebgp-requires-policy");
        add("router bgp 65001", "no bgp network import-check");
        add("router bgp 65001", "timers bgp 3 9", "timers bgp 5 15");
        for (String peer : List.of("10.77.3.9", "10.77.3.10")) {
            String neighbour = "neighbor " + peer;
            add(
                    "router bgp 65001",
                    neighbour + " remote-as 65002",
                    neighbour + " remote-as external",
                    neighbour + " remote-as 65003");
            add("router bgp 65001", neighbour + " description ferry  line " + peer);
            add("router bgp 65001", neighbour + " shutdown");
            add("router bgp 65001", neighbour + " password keel-7");
            add("router bgp 65001", neighbour + " ebgp-multihop 2", neighbour + " ebgp-multihop 4");
            add("router bgp 65001", neighbour + " timers 5 15");
            add("router bgp 65001", neighbour + " timers connect 8");
            String family = "router bgp 65001/address-family ipv4 unicast";
            add(family, "no " + neighbour + " activate");
            add(family, neighbour + " next-hop-self");
            add(family, neighbour + " prefix-list PIER in", neighbour + " prefix-list QUAY in");
            add(family, neighbour + " route-map TIDE in");
            add(family, neighbour + " route-map TIDE out", neighbour + " route-map EBB out");
            add(family, neighbour + " soft-reconfiguration inbound");
            add(family, neighbour + " maximum-prefix 100");
            add(family, neighbour + " weight 10");
        }
        String family = "router bgp 65001/address-family ipv4 unicast";
        add(family, "network 10.5.0.0/16", "network 10.5.0.0/16 route-map TIDE");
        add(family, "aggregate-address 10.0.0.0/8 summary-only", "aggregate-address 10.0.0.0/8");
        add(family, "redistribute static metric 5 route-map TIDE", "redistribute static");
        add("", "access-list DECK seq 5 permit 10.77.0.0/16", "access-list DECK seq 5 deny 10.77.0.0/16");
        add("", "access-list DECK seq 10 permit any");
        add("", "ip prefix-list PIER description where ships lie");
        add(
                "",
                "ip prefix-list PIER seq 5 permit 10.77.0.0/16 le 24",
                "ip prefix-list PIER seq 5 deny 10.77.0.0/16",
                "ip prefix-list PIER seq 5 permit any");
        add("", "ip prefix-list PIER seq 10 permit 10.78.0.0/16 ge 20 le 24");
        for (String map : List.of("TIDE", "EBB")) {
            for (int number : List.of(10, 20)) {
                add(
                        "",
                        "route-map " + map + " permit " + number,
                        "route-map " + map + (map.equals("TIDE") ? " deny " : " permit ") + number);
                String block = "route-map " + map + " * " + number;
                add(block, "description turns at six");
                add(block, "match ip address prefix-list PIER", "match ip address prefix-list QUAY");
                add(block, "match tag 5");
                add(block, "set metric 7", "set metric 9");
                add(block, "set local-preference 200");
                add(block, "set as-path prepend 65001 65001", "set as-path prepend 65001");
                add(block, "set community 65001:1 additive", "set community 65001:2");
                if (map.equals("EBB")) {
                    add(block, "on-match next"); // goes with permit alone
                }
            }
        }
    }

    private static void add(String block, String... alternatives) {
        CHOICES.add(new Choice(block, List.of(alternatives)));
    }

    /** The text of a configuration as the router would show it, without what it adds. */
    static String configuration(Random random) {
        Map<String, List<String>> blocks = new LinkedHashMap<>();
        blocks.put("", new ArrayList<>());
        for (Choice choice : CHOICES) {
            if (random.nextInt(100) < 40) {
                String line = choice.alternatives()
                        .get(random.nextInt(choice.alternatives().size()));
                blocks.computeIfAbsent(choice.block(), b -> new ArrayList<>()).add(line);
            }
        }
        return text(blocks);
    }

    private static String text(Map<String, List<String>> blocks) {
        StringBuilder text = new StringBuilder();
        for (String line : blocks.get("")) {
            text.append(line).append('\n');
            if (line.startsWith("route-map ")) {
                String[] words = line.split(" ");
                blocks.getOrDefault("route-map " + words[1] + " * " + words[3], List.of())
                        .forEach(l -> text.append(' ').append(l).append('\n'));
                text.append("exit\n");
            }
        }
        blocks.forEach((block, lines) -> {
            if (block.startsWith("interface ") || block.equals("router ospf")) {
                text.append(block).append('\n');
                lines.forEach(l -> text.append(' ').append(l).append('\n'));
                text.append("exit\n");
            }
        });
        bgp(blocks, text);
        return text.toString();
    }

    private static void bgp(Map<String, List<String>> blocks, StringBuilder text) {
        String block = "router bgp 65001";
        List<String> lines = blocks.getOrDefault(block, List.of());
        List<String> known = lines.stream()
                .filter(l -> l.contains(" remote-as "))
                .map(l -> l.split(" ")[1])
                .toList();
        text.append(block).append('\n');
        lines.stream()
                .filter(l -> isKnown(l, known))
                .forEach(l -> text.append(' ').append(l).append('\n'));
        text.append(" address-family ipv4 unicast\n");
        blocks.getOrDefault(block + "/address-family ipv4 unicast", List.of()).stream()
                .filter(l -> isKnown(l, known))
                .forEach(l -> text.append("  ").append(l).append('\n'));
        text.append(" exit-address-family\nexit\n");
    }

    private static boolean isKnown(String line, List<String> neighbours) {
        return !line.contains("neighbor ") || neighbours.stream().anyMatch(n -> line.contains("neighbor " + n + " "));
    }
}
