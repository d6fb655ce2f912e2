package io.safestep.core.config;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Predicate;

/** Pairs of configurations of the Corvane language, made from a seed; the second grew out of the first. */
final class GeneratedConfigs {

    record Pair(String before, String after) {
        @Override
        public String toString() {
            return "--- before\n" + before + "--- after\n" + after;
        }
    }

    private final Random random;

    private GeneratedConfigs(long seed) {
        random = new Random(seed);
    }

    static Pair pair(long seed) {
        GeneratedConfigs generated = new GeneratedConfigs(seed);
        Map<String, List<String>> before = generated.blocks();
        Map<String, List<String>> after = generated.mutate(before);
        return new Pair(text(before), text(after));
    }

    /** Takes lines away from both sides as long as the pair still fails, so that a person can read what is left. */
    static Pair cutDown(Pair pair, Predicate<Pair> fails) {
        Pair smallest = pair;
        boolean smaller = true;
        while (smaller) {
            smaller = false;
            for (Pair candidate : shorter(smallest)) {
                if (failsSafely(candidate, fails)) {
                    smallest = candidate;
                    smaller = true;
                    break;
                }
            }
        }
        return smallest;
    }

    private static boolean failsSafely(Pair pair, Predicate<Pair> fails) {
        try {
            return fails.test(pair);
        } catch (ConfigSyntaxException e) {
            return false; // cutting made it unreadable, which is another failure
        }
    }

    private static List<Pair> shorter(Pair pair) {
        List<Pair> pairs = new ArrayList<>();
        for (String cut : withoutOneLine(pair.before())) {
            pairs.add(new Pair(cut, pair.after()));
        }
        for (String cut : withoutOneLine(pair.after())) {
            pairs.add(new Pair(pair.before(), cut));
        }
        return pairs;
    }

    private static List<String> withoutOneLine(String text) {
        List<String> lines = text.lines().toList();
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            int end = i + 1;
            while (!lines.get(i).startsWith(" ")
                    && end < lines.size()
                    && lines.get(end).startsWith(" ")) {
                end++;
            }
            List<String> rest = new ArrayList<>(lines.subList(0, i));
            rest.addAll(lines.subList(end, lines.size()));
            texts.add(rest.isEmpty() ? "" : String.join("\n", rest) + "\n");
        }
        return texts;
    }

    private Map<String, List<String>> blocks() {
        Map<String, List<String>> blocks = new LinkedHashMap<>();
        blocks.put("hostname brn-gw-" + letter(), List.of());
        for (int i = random.nextInt(6); i > 0; i--) {
            topLine(blocks);
        }
        for (int i = random.nextInt(5); i > 0; i--) {
            String header = header();
            blocks.put(header, children(header));
        }
        return blocks;
    }

    private void topLine(Map<String, List<String>> blocks) {
        switch (random.nextInt(4)) {
            case 0 -> blocks.put("time-server " + address(), List.of());
            case 1 -> blocks.put("route " + prefix() + " via " + address(), List.of());
            case 2 -> {
                blocks.keySet().removeIf(k -> k.startsWith("contact "));
                blocks.put("contact watch room " + random.nextInt(3), List.of());
            }
            default -> blocks.put("log-server " + address(), List.of());
        }
    }

    private String header() {
        return switch (random.nextInt(5)) {
            case 0 -> "interface port " + (1 + random.nextInt(4));
            case 1 -> "interface vlan " + (40 + random.nextInt(3));
            case 2 -> "ospf 1";
            case 3 -> "packet-filter readers-" + letter();
            default -> "vlan " + (40 + random.nextInt(3));
        };
    }

    private List<String> children(String header) {
        List<String> lines = new ArrayList<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            add(header, lines);
        }
        return lines;
    }

    /** Adds a line in the way of the language: a single value replaces its like, nothing stands twice. */
    private void add(String header, List<String> lines) {
        String line = child(header);
        if (header.startsWith("packet-filter")) {
            if (!lines.contains(line)) {
                lines.add(random.nextInt(lines.size() + 1), line);
            }
            return;
        }
        String key = singleKey(line);
        lines.removeIf(other -> other.equals(line) || key != null && key.equals(singleKey(other)));
        lines.add(line);
    }

    private static String singleKey(String line) {
        String[] words = line.split(" ");
        return switch (words[0]) {
            case "address", "description", "mtu", "name", "router-id" -> words[0];
            case "gateway-group" -> words[0] + words[1] + words[2];
            case "vlan", "authentication" -> words[0] + words[1];
            default -> null;
        };
    }

    private String child(String header) {
        if (header.startsWith("packet-filter")) {
            return random.nextBoolean()
                    ? "allow tcp " + prefix() + " to " + prefix() + " port " + (440 + random.nextInt(4))
                    : "drop ip " + prefix() + " to " + prefix();
        }
        if (header.startsWith("vlan")) {
            return "name deck-" + letter();
        }
        if (header.startsWith("ospf")) {
            return switch (random.nextInt(3)) {
                case 0 -> "router-id " + address();
                case 1 -> "authentication key k" + random.nextInt(3);
                default -> "area " + random.nextInt(2) + " network " + prefix();
            };
        }
        return switch (random.nextInt(7)) {
            case 0 -> "description to deck " + letter();
            case 1 -> "address " + prefix();
            case 2 -> "disabled";
            case 3 -> "vlan allowed 40," + (41 + random.nextInt(3));
            case 4 -> "relay-dhcp " + address();
            case 5 -> "gateway-group 40 priority " + (100 + random.nextInt(3));
            default -> "gateway-group 40 shared " + address();
        };
    }

    private Map<String, List<String>> mutate(Map<String, List<String>> before) {
        Map<String, List<String>> after = new LinkedHashMap<>();
        before.forEach((header, lines) -> {
            if (random.nextInt(6) > 0) {
                List<String> kept = new ArrayList<>(lines);
                kept.removeIf(line -> random.nextInt(5) == 0);
                if (header.contains(" ") && !lines.isEmpty()) {
                    for (int i = random.nextInt(3); i > 0; i--) {
                        add(header, kept);
                    }
                }
                after.put(header, kept);
            }
        });
        for (int i = random.nextInt(3); i > 0; i--) {
            topLine(after);
            String header = header();
            after.computeIfAbsent(header, this::children);
        }
        return after;
    }

    private char letter() {
        return (char) ('a' + random.nextInt(3));
    }

    private String address() {
        return "10.77." + random.nextInt(3) + "." + (1 + random.nextInt(3));
    }

    private String prefix() {
        return "10.77." + random.nextInt(3) + ".0/" + (23 + random.nextInt(2));
    }

    private static String text(Map<String, List<String>> blocks) {
        StringBuilder text = new StringBuilder();
        blocks.forEach((header, lines) -> {
            text.append(header).append('\n');
            lines.forEach(line -> text.append("  ").append(line).append('\n'));
        });
        return text.toString();
    }
}
