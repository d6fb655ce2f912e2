package io.safestep.core.config.script;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.platform.language.Language;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;

/**
 * Puts steps into an order in which each finds what it needs: what is referred to is there before it is spoken of and goes
 * after nobody speaks of it any more; what only one line may have is free before another takes it. What others speak of
 * comes first; everything else stays where it is, unless it is needed earlier.
 *
 * <p>A depth-first search (Tarjan, Edge-Disjoint Spanning Trees and Depth-First Search, 1976); time and space grow with
 * the steps and the names in them.
 */
final class WorkableOrder {

    private final Language language;

    WorkableOrder(Language language) {
        this.language = language;
    }

    List<Step> of(List<Step> wanted) {
        List<Step> steps = neededFirst(wanted);
        while (steps.stream().anyMatch(Step::isBound)) {
            Search search = new Search(steps);
            List<Step> smaller = new ArrayList<>();
            for (Step step : steps) {
                smaller.addAll(search.circle.contains(step) ? step.split(language) : List.of(step));
            }
            if (smaller.size() == steps.size()) {
                // Where a circle is left that nothing can open, no order is better than another.
                return search.sorted;
            }
            steps = smaller;
        }
        return steps;
    }

    /** Brings what others speak of to the front, so that blocks have not to be left and entered again. */
    private static List<Step> neededFirst(List<Step> steps) {
        Set<String> spokenOf = new HashSet<>();
        steps.forEach(step -> spokenOf.addAll(step.refers));
        List<Step> sorted = new ArrayList<>(steps.size());
        List<Step> others = new ArrayList<>(steps.size());
        for (Step step : steps) {
            boolean needed = !step.defines.isEmpty()
                    && !Collections.disjoint(step.defines, spokenOf)
                    && !step.isInOrderedBlock()
                    && !step.needsItself();
            (needed ? sorted : others).add(step);
        }
        sorted.addAll(others);
        return sorted;
    }

    /** One way through all steps along what they need. */
    private static final class Search {
        private final List<Step> steps;
        private final Map<Step, Integer> index = new IdentityHashMap<>();
        private final List<List<Integer>> needs = new ArrayList<>();
        private final State[] states;
        final List<Step> sorted = new ArrayList<>();
        final Set<Step> circle = Collections.newSetFromMap(new IdentityHashMap<>());

        private enum State {
            UNSEEN,
            WAITING,
            DONE
        }

        private record Visit(int step, Iterator<Integer> needs) {}

        Search(List<Step> steps) {
            this.steps = steps;
            steps.forEach(step -> index.put(step, index.size()));
            states = new State[steps.size()];
            Arrays.fill(states, State.UNSEEN);
            findNeeds();
            for (int i = 0; i < steps.size(); i++) {
                if (steps.get(i).needsItself()) {
                    circle.add(steps.get(i));
                }
                if (states[i] == State.UNSEEN) {
                    visit(i);
                }
            }
        }

        private void findNeeds() {
            Map<String, List<Integer>> defining = byName(step -> step.defines);
            Map<String, List<Integer>> letting = byName(step -> step.lets);
            Map<String, List<Integer>> freeing = byName(step -> step.frees);
            Map<List<ConfigLine>, Integer> lastInOrderedBlock = new IdentityHashMap<>();
            for (int i = 0; i < steps.size(); i++) {
                Step step = steps.get(i);
                Set<Integer> needed = new TreeSet<>();
                step.refers.forEach(name -> needed.addAll(defining.getOrDefault(name, List.of())));
                step.undefines.forEach(name -> needed.addAll(letting.getOrDefault(name, List.of())));
                step.takes.forEach(name -> needed.addAll(freeing.getOrDefault(name, List.of())));
                step.follows.stream().map(index::get).filter(j -> j != null).forEach(needed::add);
                if (step.isInOrderedBlock()) {
                    Integer previous = lastInOrderedBlock.put(step.path, i);
                    if (previous != null) {
                        needed.add(previous);
                    }
                }
                needed.remove(i);
                needs.add(List.copyOf(needed));
            }
        }

        private Map<String, List<Integer>> byName(Function<Step, Set<String>> names) {
            Map<String, List<Integer>> map = new HashMap<>();
            for (int i = 0; i < steps.size(); i++) {
                for (String name : names.apply(steps.get(i))) {
                    map.computeIfAbsent(name, n -> new ArrayList<>()).add(i);
                }
            }
            return map;
        }

        private void visit(int start) {
            Deque<Visit> open = new ArrayDeque<>();
            enter(start, open);
            while (!open.isEmpty()) {
                Visit visit = open.peek();
                if (!visit.needs.hasNext()) {
                    states[visit.step] = State.DONE;
                    sorted.add(steps.get(visit.step));
                    open.pop();
                    continue;
                }
                int next = visit.needs.next();
                if (states[next] == State.UNSEEN) {
                    enter(next, open);
                } else if (states[next] == State.WAITING) {
                    noteCircle(next, open);
                }
            }
        }

        private void enter(int step, Deque<Visit> open) {
            states[step] = State.WAITING;
            open.push(new Visit(step, needs.get(step).iterator()));
        }

        private void noteCircle(int start, Deque<Visit> open) {
            for (Visit visit : open) {
                circle.add(steps.get(visit.step));
                if (visit.step == start) {
                    return;
                }
            }
        }
    }
}
