package io.safestep.core.config;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.language.Language;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/** Puts other words in the place of secrets: the mask for people, or the placeholder that a device shows. */
final class Masking {

    private final Language language;

    Masking(Language language) {
        this.language = language;
    }

    /** For people. */
    ConfigTree tree(ConfigTree tree) {
        return new ConfigTree(masked("", tree.lines()), tree.closingComments());
    }

    private List<ConfigLine> masked(String block, List<ConfigLine> lines) {
        return lines.stream()
                .map(line -> new ConfigLine(
                        language.meaning(block, language.masked(block, line.meaning())),
                        line.number(),
                        masked(line.meaning().blockBeneath(), line.children()),
                        line.comments()))
                .toList();
    }

    /** Lines as somebody wrote them, line by line, for people. */
    String written(String text) {
        Deque<Integer> indents = new ArrayDeque<>();
        Deque<String> blocks = new ArrayDeque<>(List.of(""));
        StringBuilder masked = new StringBuilder();
        text.lines().forEach(line -> {
            String stripped = line.strip();
            int indent = line.length() - line.stripLeading().length();
            while (!indents.isEmpty() && indents.peek() >= indent) {
                indents.pop();
                blocks.pop();
            }
            masked.append(line, 0, indent)
                    .append(stripped.isEmpty() ? "" : language.masked(blocks.peek(), stripped))
                    .append('\n');
            if (!stripped.isEmpty()) {
                indents.push(indent);
                blocks.push(language.meaning(blocks.peek(), stripped).blockBeneath());
            }
        });
        return masked.toString();
    }

    /** The commands of a script one by one, for people. */
    List<String> lines(Script script) {
        List<String> blocks = new ArrayList<>(List.of(""));
        List<String> masked = new ArrayList<>();
        for (ScriptLine line : script.lines()) {
            while (blocks.size() > line.depth() + 1) {
                blocks.remove(blocks.size() - 1);
            }
            String block = blocks.get(blocks.size() - 1);
            if (line.verbatim()) {
                masked.add(line.text());
            } else {
                masked.add(" ".repeat(language.indent() * line.depth()) + language.masked(block, line.text()));
                blocks.add(language.meaning(block, line.text()).blockBeneath());
            }
        }
        return masked;
    }

    /** As a device shows it. */
    ConfigTree asShown(ConfigTree tree) {
        List<ConfigLine> shown = asShown("", tree.lines());
        return shown == tree.lines() ? tree : new ConfigTree(shown, tree.closingComments());
    }

    /** Lines that hide nothing are taken over as they are: most of a configuration. */
    private List<ConfigLine> asShown(String block, List<ConfigLine> lines) {
        List<ConfigLine> shown = null;
        for (int i = 0; i < lines.size(); i++) {
            ConfigLine line = lines.get(i);
            ConfigLine one = line.hides() ? asShown(block, line) : line;
            if (one != line) {
                shown = shown == null ? new ArrayList<>(lines) : shown;
                shown.set(i, one);
            }
        }
        return shown == null ? lines : shown;
    }

    private ConfigLine asShown(String block, ConfigLine line) {
        List<ConfigLine> beneath = asShown(line.meaning().blockBeneath(), line.children());
        String text = line.meaning().hidden() ? language.asShown(block, line.text()) : line.text();
        return text.equals(line.text()) && beneath == line.children()
                ? line
                : new ConfigLine(language.meaning(block, text), line.number(), beneath, line.comments());
    }
}
