package io.safestep.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** A long configuration of a Corvane device and a second version of it with edits all over the place. */
record LongConfiguration(String before, String after) {

    private static final int VLANS = 4_000;

    /** Networks behind other devices than the first. */
    private static final int OTHER_DEVICES = 20_000;

    /**
     * @param lines about how many lines
     * @param edits how many lines differ
     */
    static LongConfiguration of(int lines, int edits, long seed) {
        return of(lines, edits, seed, 0);
    }

    /** @param first number of the first network behind it: other numbers, other addresses */
    static LongConfiguration of(int lines, int edits, long seed, int first) {
        Random random = new Random(seed);
        List<List<String>> blocks = new ArrayList<>();
        int count = 0;
        for (int cell = first; count < lines; cell++) {
            List<List<String>> added = cell(cell);
            added.forEach(blocks::add);
            count += added.stream().mapToInt(List::size).sum();
        }
        String before = text(blocks);
        for (int i = 0; i < edits; i++) {
            edit(blocks.get(random.nextInt(blocks.size())), i, random);
        }
        return new LongConfiguration(before, text(blocks));
    }

    /** What belongs to one network behind the device. */
    private static List<List<String>> cell(int n) {
        List<List<String>> blocks = new ArrayList<>();
        String net = "10." + n / 250 % 250 + "." + n % 250;
        blocks.add(lines("route " + net + ".0/24 via 10.250." + n / 250 + "." + (1 + n % 250)));
        List<String> filter = lines("packet-filter cell-" + n);
        for (int rule = 0; rule < 8; rule++) {
            filter.add("  allow tcp " + net + ".0/24 to 10.251." + rule + ".0/24 port " + (440 + rule));
        }
        filter.add("  drop ip " + net + ".0/24 to 10.0.0.0/8");
        blocks.add(filter);
        if (n < VLANS || n >= OTHER_DEVICES) {
            int vlan = 1 + n % VLANS;
            blocks.add(lines("vlan " + vlan, "  name cell-" + n));
            blocks.add(lines(
                    "interface vlan " + vlan,
                    "  description gate readers of cell " + n,
                    "  address " + net + ".2/24",
                    "  relay-dhcp 10.77.8.20",
                    "  filter-in cell-" + n,
                    "  ospf cost " + (10 + n % 90),
                    "  ospf passive",
                    "  gateway-group " + (1 + n % 255) + " shared " + net + ".1",
                    "  gateway-group " + (1 + n % 255) + " priority 110"));
        }
        return blocks;
    }

    private static List<String> lines(String... lines) {
        return new ArrayList<>(List.of(lines));
    }

    private static void edit(List<String> block, int number, Random random) {
        String header = block.get(0);
        if (header.startsWith("packet-filter")) {
            block.add("  allow udp 10." + random.nextInt(250) + "." + number % 250 + ".0/24 to 10.252.0.0/16");
        } else if (header.startsWith("interface")) {
            int at = 1 + random.nextInt(block.size() - 1);
            String line = block.get(at);
            if (line.startsWith("  description")) {
                block.set(at, line + " new");
            } else if (line.startsWith("  relay-dhcp") && number % 2 == 0) {
                block.remove(at);
            } else if (!block.contains("  mtu 9000")) {
                block.add("  mtu 9000");
            }
        } else if (header.startsWith("vlan") && block.size() > 1) {
            block.set(1, "  name renamed-" + number);
        } else if (header.startsWith("route") && !header.contains("distance")) {
            block.set(0, header + " distance " + (1 + random.nextInt(250)));
        }
    }

    private static String text(List<List<String>> blocks) {
        StringBuilder text = new StringBuilder();
        blocks.forEach(block -> block.forEach(line -> text.append(line).append('\n')));
        return text.toString();
    }
}
