package io.safestep.core.config.script;

import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Derives the commands that lead from one configuration to another. Within a block removals come first; at the top level
 * whole blocks are removed last and in reverse. Where lines speak of one another, {@link WorkableOrder} has the last word.
 */
public final class ScriptDerivation {

    private final Language language;
    private final Lifeline lifeline;

    public ScriptDerivation(Language language, Lifeline lifeline) {
        this.language = language;
        this.lifeline = lifeline;
    }

    public Script derive(List<Edit> edits) {
        List<Step> steps = new ArrayList<>();
        for (Edit edit : edits) {
            if (edit.kind() != Edit.Kind.REMOVED) {
                collect(List.of(), edit, steps);
            }
        }
        for (int i = edits.size() - 1; i >= 0; i--) {
            if (edits.get(i).kind() == Edit.Kind.REMOVED) {
                collect(List.of(), edits.get(i), steps);
            }
        }
        steps = lifelineLast(steps);
        return new Script(
                switch (language.format().taking()) {
                    case LINE_BY_LINE -> commands(new WorkableOrder(language).of(steps));
                    case REQUEST_BY_REQUEST -> commands(new WorkableOrder(language).of(removalsFirst(steps)));
                    // Each block is entered once.
                    case AT_ONCE -> commands(steps);
                });
    }

    /** As far as nothing else needs them earlier. */
    private List<Step> lifelineLast(List<Step> steps) {
        if (lifeline.keys().isEmpty()) {
            return steps;
        }
        List<Step> sorted = new ArrayList<>();
        steps.stream().filter(step -> !lifeline.meets(step.keys())).forEach(sorted::add);
        steps.stream().filter(step -> lifeline.meets(step.keys())).forEach(sorted::add);
        return sorted;
    }

    private void collect(List<ConfigLine> path, Edit edit, List<Step> steps) {
        if (edit.kind() == Edit.Kind.REMOVED && goesByEmptying(path, edit.was())) {
            List<ConfigLine> inside = new ArrayList<>(path);
            inside.add(edit.was());
            Siblings.inOrder(language, edit.was())
                    .forEach(child -> collect(inside, new Edit(Edit.Kind.REMOVED, child, null, List.of()), steps));
            return;
        }
        if (edit.kind() != Edit.Kind.WITHIN) {
            steps.add(new Step(language, path, edit.kind(), edit.before(), edit.after()));
            return;
        }
        List<ConfigLine> inside = new ArrayList<>(path);
        inside.add(edit.after());
        edit.within().forEach(inner -> collect(inside, inner, steps));
    }

    private boolean goesByEmptying(List<ConfigLine> path, ConfigLine line) {
        String block = path.isEmpty() ? "" : path.get(path.size() - 1).meaning().blockBeneath();
        return language.goesByEmptying(block, line.text());
    }

    /** Every removal is a request of its own; what is set in one module between two of them is one request together. */
    private static List<Step> removalsFirst(List<Step> steps) {
        Map<Object, List<Step>> byModule = new LinkedHashMap<>();
        for (Step step : steps) {
            Object module = step.path.isEmpty() ? step : step.path.get(0).text();
            byModule.computeIfAbsent(module, m -> new ArrayList<>()).add(step);
        }
        List<Step> sorted = new ArrayList<>();
        for (List<Step> same : byModule.values()) {
            same.stream().filter(s -> s.kind == Edit.Kind.REMOVED).forEach(sorted::add);
            same.stream().filter(s -> s.kind != Edit.Kind.REMOVED).forEach(sorted::add);
        }
        return sorted;
    }

    private List<ScriptLine> commands(List<Step> steps) {
        List<ScriptLine> lines = new ArrayList<>();
        List<ConfigLine> entered = List.of();
        for (Step step : steps) {
            boolean sendsNothing = step.kind == Edit.Kind.REMOVED
                    && language.removalOf(step.block, step.removed().text()).isEmpty();
            if (sendsNothing) {
                continue; // the proof says that there is no command for it
            }
            int shared = shared(entered, step.path);
            for (int depth = shared; depth < step.path.size(); depth++) {
                lines.add(new ScriptLine(depth, step.path.get(depth).text()));
            }
            entered = step.inside();
            int depth = step.path.size();
            if (step.kind == Edit.Kind.REMOVED) {
                lines.add(new ScriptLine(
                        depth,
                        language.removalOf(step.block, step.removed().text()).orElseThrow()));
            } else if (step.kind == Edit.Kind.REPLACED
                    && !step.written().meaning().holdsText()) {
                if (!language.overwrites(step.block, step.written().text())) {
                    language.removalOf(step.block, step.removed().text())
                            .ifPresent(command -> lines.add(new ScriptLine(depth, command)));
                }
                lines.add(new ScriptLine(depth, step.written().text()));
            } else {
                Script.write(depth, Siblings.sorted(language, step.written()), lines);
            }
        }
        return lines;
    }

    /** How many blocks of a path are entered already. */
    private static int shared(List<ConfigLine> entered, List<ConfigLine> path) {
        int shared = 0;
        while (shared < entered.size()
                && shared < path.size()
                && entered.get(shared).text().equals(path.get(shared).text())) {
            shared++;
        }
        return shared;
    }
}
