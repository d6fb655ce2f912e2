package io.safestep.practice.corvane;

import io.safestep.practice.device.DeviceConfiguration;
import io.safestep.practice.device.Passwords;
import io.safestep.practice.device.Refusal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * The configuration that a Corvane device holds, and what setting and removing lines does to it. Passwords are kept as
 * digests only. Not safe for use by several threads: the device guards it.
 */
public final class CorvaneConfig implements DeviceConfiguration {

    /** Section header to its lines by slot; the empty header holds the lines at the top level. */
    private final Map<String, Map<String, String>> sections = new LinkedHashMap<>();

    public CorvaneConfig() {
        sections.put("", new LinkedHashMap<>());
    }

    @Override
    public CorvaneConfig copy() {
        CorvaneConfig copy = new CorvaneConfig();
        sections.forEach((header, lines) -> copy.sections.put(header, new LinkedHashMap<>(lines)));
        return copy;
    }

    /** Loads stored text. Lines are taken as they are, digests of passwords included. */
    public static CorvaneConfig load(String stored) {
        CorvaneConfig config = new CorvaneConfig();
        String section = "";
        String[] lines = stored.split("\n");
        for (int i = 0; i < lines.length; i++) {
            String line = lines[i];
            String bannerEnd = CorvaneGrammar.bannerEnd(line);
            if (bannerEnd != null) {
                StringBuilder banner = new StringBuilder(line);
                do {
                    banner.append('\n').append(lines[++i]);
                } while (!lines[i].strip().equals(bannerEnd));
                config.set("", banner.toString());
                continue;
            }
            if (line.isBlank() || line.startsWith("#")) {
                continue;
            }
            if (!line.startsWith(" ")) {
                section = "";
            }
            section = config.set(section, line.strip());
        }
        return config;
    }

    /**
     * Takes a line in a section.
     *
     * @return the section in which the next line stands: a header enters its section
     * @throws Refusal when the line is not understood here
     */
    public String set(String section, String line) {
        if (section.isEmpty() && CorvaneGrammar.isSection(line)) {
            sections.computeIfAbsent(line, header -> new LinkedHashMap<>());
            return line;
        }
        String slot = CorvaneGrammar.slot(section, line).orElseThrow(() -> notUnderstood(section, line));
        slots(section).put(slot, digested(line));
        return section;
    }

    /** @throws Refusal when there is no such line */
    public void remove(String section, String target) {
        if (section.isEmpty() && CorvaneGrammar.isSection(target)) {
            if (sections.remove(target) == null) {
                throw new Refusal("refused: no " + target + " to remove");
            }
            return;
        }
        Map<String, String> lines = slots(section);
        String slot = lines.containsKey(target)
                ? target
                : CorvaneGrammar.slot(section, target)
                        .filter(s -> target.equals(lines.get(s)) || s.startsWith("user "))
                        .orElse(null);
        if (slot == null || lines.remove(slot) == null) {
            throw new Refusal("refused: no \"" + target + "\" to remove");
        }
    }

    private static Refusal notUnderstood(String section, String line) {
        return new Refusal(
                "refused: \"" + line + "\" is not understood " + (section.isEmpty() ? "at the top" : "in " + section));
    }

    /** The value after the words of a slot, for example the address of {@code address}. */
    public Optional<String> value(String section, String slot) {
        return Optional.ofNullable(sections.getOrDefault(section, Map.of()).get(slot))
                .map(line -> line.length() > slot.length() ? line.substring(slot.length() + 1) : "");
    }

    public boolean has(String section) {
        return sections.containsKey(section);
    }

    public List<String> lines(String section) {
        return List.copyOf(sections.getOrDefault(section, Map.of()).values());
    }

    public List<String> headers() {
        return sections.keySet().stream().filter(h -> !h.isEmpty()).toList();
    }

    @Override
    public String hostname() {
        return value("", "hostname").orElse("unnamed");
    }

    @Override
    public boolean accepts(String user, String password) {
        return value("", "user " + user)
                .map(v -> v.equals("password " + Passwords.digest(password)))
                .orElse(false);
    }

    /** The text for storing, with digests. */
    @Override
    public String stored() {
        return text(false);
    }

    /** The text that the device shows: passwords hidden, lines in the device's own order. */
    @Override
    public String shown() {
        return text(true);
    }

    @Override
    public CorvaneConfig half() {
        CorvaneConfig half = copy();
        List<String> headers = ordered();
        headers.subList((headers.size() + 1) / 2, headers.size()).forEach(half.sections::remove);
        return half;
    }

    @Override
    public String described() {
        return stored();
    }

    private String text(boolean hide) {
        StringBuilder text = new StringBuilder();
        append(text, "", "", hide);
        for (String header : ordered()) {
            text.append(header).append('\n');
            append(text, header, "  ", hide);
        }
        return text.toString();
    }

    private Map<String, String> slots(String section) {
        return Objects.requireNonNull(sections.get(section));
    }

    private void append(StringBuilder text, String section, String indent, boolean hide) {
        List<Map.Entry<String, String>> lines = new ArrayList<>(slots(section).entrySet());
        if (!CorvaneGrammar.keepsOrder(section)) {
            lines.sort(
                    Comparator.comparingInt((Map.Entry<String, String> e) -> CorvaneGrammar.rank(section, e.getKey()))
                            .thenComparing(Map.Entry::getValue));
        }
        for (Map.Entry<String, String> line : lines) {
            String shown =
                    hide && line.getKey().startsWith("user ") ? line.getKey() + " password hidden" : line.getValue();
            text.append(indent).append(shown).append('\n');
        }
    }

    private List<String> ordered() {
        List<String> kinds = List.of(
                "vlan",
                "interface loopback",
                "interface port",
                "interface vlan",
                "ospf",
                "bgp",
                "prefix-list",
                "packet-filter");
        List<String> headers = new ArrayList<>(headers());
        headers.sort(Comparator.comparingInt((String h) -> kindOf(kinds, h))
                .thenComparingInt(CorvaneConfig::lastNumber)
                .thenComparing(h -> h));
        return headers;
    }

    private static int kindOf(List<String> kinds, String header) {
        for (int i = 0; i < kinds.size(); i++) {
            if (header.startsWith(kinds.get(i) + " ")) {
                return i;
            }
        }
        return kinds.size();
    }

    private static int lastNumber(String header) {
        String last = header.substring(header.lastIndexOf(' ') + 1);
        return last.matches("\\d{1,4}") ? Integer.parseInt(last) : 0;
    }

    private static String digested(String line) {
        if (!line.startsWith("user ")) {
            return line;
        }
        int at = line.lastIndexOf(' ') + 1;
        return line.substring(0, at) + Passwords.digest(line.substring(at));
    }
}
