package io.safestep.core.alike;

import io.safestep.core.platform.form.LineWord;
import io.safestep.core.platform.language.Language;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Finds devices whose lines are the same but for their values. Only what the language calls a value may differ: the same
 * commands in another order, or one more, make another group. The front door of this package.
 */
public final class AlikeLines {

    /** A word of a text, and whether it may differ; blanks and what can't be read are fixed words too. */
    private record Piece(String text, boolean value) {}

    private final Language language;

    public AlikeLines(Language language) {
        this.language = language;
    }

    /**
     * @param linesByDevice lines as an engineer writes them or as a script is shown
     * @return the smallest groups first, so that the odd ones out are seen; those of one size in the order given
     */
    public List<CommonText> group(Map<String, String> linesByDevice) {
        Map<String, Map<String, List<Piece>>> groups = new LinkedHashMap<>();
        linesByDevice.forEach((device, lines) -> {
            List<Piece> pieces = pieces(lines);
            groups.computeIfAbsent(shape(pieces), s -> new LinkedHashMap<>()).put(device, pieces);
        });
        return groups.values().stream()
                .map(AlikeLines::common)
                .sorted(Comparator.comparingInt(c -> c.devices().size()))
                .toList();
    }

    private static String shape(List<Piece> pieces) {
        StringBuilder shape = new StringBuilder();
        pieces.forEach(p -> shape.append(p.value() ? "\u0001" : p.text()));
        return shape.toString();
    }

    private List<Piece> pieces(String lines) {
        List<Piece> pieces = new ArrayList<>();
        Deque<Integer> indents = new ArrayDeque<>();
        Deque<String> blocks = new ArrayDeque<>(List.of(""));
        for (String line : lines.lines().toList()) {
            int indent = line.length() - line.stripLeading().length();
            while (!indents.isEmpty() && indents.peek() >= indent) {
                indents.pop();
                blocks.pop();
            }
            String stripped = line.strip();
            addLine(pieces, blocks.peek(), line.substring(0, indent), stripped);
            if (!stripped.isEmpty()) {
                indents.push(indent);
                blocks.push(language.meaning(blocks.peek(), stripped).blockBeneath());
            }
        }
        return pieces;
    }

    private void addLine(List<Piece> pieces, String block, String indent, String line) {
        String removed = language.isRemoval(block, line) ? language.removed(block, line) : line;
        // A removal in words of its own does not hold the line as it stands.
        String target = line.endsWith(removed) ? removed : line;
        List<LineWord> words = language.lineWords(block, target);
        pieces.add(new Piece(indent + line.substring(0, line.length() - target.length()), false));
        if (words.isEmpty()) {
            pieces.add(new Piece(target, false));
        }
        for (int i = 0; i < words.size(); i++) {
            if (i > 0) {
                pieces.add(new Piece(" ", false));
            }
            pieces.add(new Piece(words.get(i).text(), words.get(i).value()));
        }
        pieces.add(new Piece("\n", false));
    }

    private static CommonText common(Map<String, List<Piece>> devices) {
        List<List<Piece>> texts = List.copyOf(devices.values());
        Map<List<String>, String> names = new LinkedHashMap<>();
        StringBuilder text = new StringBuilder();
        String fixedWord = "value";
        for (int i = 0; i < texts.get(0).size(); i++) {
            Piece piece = texts.get(0).get(i);
            int index = i;
            List<String> values = texts.stream().map(t -> t.get(index).text()).toList();
            if (piece.value() && values.stream().distinct().count() > 1) {
                String wanted = fixedWord;
                Set<String> taken = new HashSet<>(names.values());
                text.append("{{ ")
                        .append(names.computeIfAbsent(values, v -> unused(wanted, taken)))
                        .append(" }}");
            } else {
                text.append(piece.text());
                if (!piece.value() && !piece.text().isBlank()) {
                    fixedWord = identifier(piece.text());
                }
            }
        }
        List<CommonText.Variable> variables = new ArrayList<>();
        names.forEach((values, name) -> variables.add(new CommonText.Variable(name, values)));
        return new CommonText(List.copyOf(devices.keySet()), text.toString(), variables);
    }

    /** The word in front of a value says best what it is. */
    private static String identifier(String word) {
        String letters = word.strip().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "_");
        String trimmed = letters.replaceAll("^[_0-9]+|_+$", "");
        return trimmed.isEmpty() ? "value" : trimmed;
    }

    private static String unused(String name, Set<String> taken) {
        String free = name;
        for (int n = 2; taken.contains(free); n++) {
            free = name + "_" + n;
        }
        return free;
    }
}
