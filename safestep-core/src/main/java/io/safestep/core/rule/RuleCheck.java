package io.safestep.core.rule;

import com.google.re2j.Pattern;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Looks whether a configuration keeps a rule. The front door of this package. */
public final class RuleCheck {

    private static final int MOST = 200;

    private final ConfigurationRule rule;
    private final List<LineTemplate> inside;
    private final List<LineTemplate> lines;
    private final @Nullable Pattern pattern;

    /** @param values of parameters by name; the rule has no problems with them */
    public RuleCheck(ConfigurationRule rule, Map<String, String> values) {
        this.rule = rule;
        this.inside =
                rule.inside().stream().map(t -> new LineTemplate(t, values)).toList();
        this.lines = rule.lines().stream().map(t -> new LineTemplate(t, values)).toList();
        this.pattern = rule.kind() == RuleKind.MUST_MATCH
                ? Pattern.compile(RuleProblems.filled(rule.pattern(), values))
                : null;
    }

    /** At most 200, in the order of the configuration. */
    public List<Breach> in(ConfigTree tree, ConfigEngine engine) {
        Look look = new Look(engine);
        look.beneath(engine.numbered(tree).lines(), 0, List.of());
        return look.breaches;
    }

    private final class Look {

        private final ConfigEngine engine;
        private final List<Breach> breaches = new ArrayList<>();

        Look(ConfigEngine engine) {
            this.engine = engine;
        }

        void beneath(List<ConfigLine> level, int depth, List<String> path) {
            if (depth == inside.size()) {
                check(level, path);
                return;
            }
            LineTemplate block = inside.get(depth);
            boolean found = false;
            for (ConfigLine line : level) {
                if (block.fits(line.text())) {
                    found = true;
                    beneath(line.children(), depth + 1, with(path, line.text()));
                }
            }
            if (!found && rule.kind() == RuleKind.MUST_CONTAIN && restIsLiteral(depth)) {
                List<String> missing = new ArrayList<>(path);
                inside.subList(depth, inside.size()).forEach(b -> missing.add(b.text()));
                check(List.of(), missing);
            }
        }

        private boolean restIsLiteral(int depth) {
            return inside.subList(depth, inside.size()).stream().allMatch(LineTemplate::isLiteral);
        }

        private void check(List<ConfigLine> level, List<String> path) {
            switch (rule.kind()) {
                case MUST_CONTAIN -> contains(level, path);
                case MUST_NOT_CONTAIN -> containsNot(level, path);
                case MUST_MATCH -> matches(Objects.requireNonNull(pattern), level, path);
            }
        }

        private void contains(List<ConfigLine> level, List<String> path) {
            for (LineTemplate wanted : lines) {
                if (level.stream().noneMatch(line -> wanted.fits(line.text()))) {
                    breach(
                            path,
                            0,
                            "\"" + masked(path, wanted.text()) + "\" is missing.",
                            wanted.isLiteral() ? written(path, wanted.text()) : List.of());
                }
            }
        }

        private void containsNot(List<ConfigLine> level, List<String> path) {
            for (ConfigLine line : level) {
                if (lines.stream().anyMatch(l -> l.fits(line.text()))) {
                    String shown = masked(path, line.text());
                    // A line with a secret is not written out, not even to take it away.
                    breach(
                            path,
                            line.number(),
                            "\"" + shown + "\" must not be there.",
                            shown.equals(line.text()) ? written(path, "no " + line.text()) : List.of());
                }
            }
        }

        private void matches(Pattern pattern, List<ConfigLine> level, List<String> path) {
            for (ConfigLine line : level) {
                if (lines.stream().anyMatch(l -> l.fits(line.text()))
                        && !pattern.matcher(line.text()).matches()) {
                    breach(
                            path,
                            line.number(),
                            "\"" + masked(path, line.text()) + "\" does not match the pattern.",
                            List.of());
                }
            }
        }

        private void breach(List<String> path, int number, String sentence, List<String> mend) {
            if (breaches.size() < MOST) {
                List<String> shown = new ArrayList<>();
                for (int i = 0; i < path.size(); i++) {
                    shown.add(masked(path.subList(0, i), path.get(i)));
                }
                breaches.add(new Breach(shown, number, sentence, mend));
            }
        }

        /** The line as people may see it, beneath its parents. */
        private String masked(List<String> path, String line) {
            String[] all =
                    engine.maskedText(String.join("\n", written(path, line))).split("\n");
            return all[all.length - 1].strip();
        }
    }

    private static List<String> with(List<String> path, String line) {
        List<String> longer = new ArrayList<>(path);
        longer.add(line);
        return longer;
    }

    /** One line each, indented by two blanks for each block. */
    private static List<String> written(List<String> path, String line) {
        List<String> written = new ArrayList<>();
        for (String block : path) {
            written.add("  ".repeat(written.size()) + block);
        }
        written.add("  ".repeat(path.size()) + line);
        return written;
    }
}
