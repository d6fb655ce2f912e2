package io.safestep.core.config.script;

import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.tree.Above;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.platform.form.Mentions;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A part of a script that is sent in one go, in one block.
 *
 * <p>Not a record: two steps that say the same are still two.
 */
final class Step {

    /** The lines that open the block, outermost first. */
    final List<ConfigLine> path;

    final String block;
    final Edit.Kind kind;

    /** The line that is removed or was there before; null for a new one. */
    final @Nullable ConfigLine before;

    /** The line that is written; null for a removal. */
    final @Nullable ConfigLine after;

    /** Names that are there because of what this step writes, and no longer because of what it takes away. */
    final Set<String> defines = new HashSet<>();

    final Set<String> undefines = new HashSet<>();

    /** Names that this step begins, and ceases, to speak of. */
    final Set<String> refers = new HashSet<>();

    final Set<String> lets = new HashSet<>();

    /** What only one line may have: taken, and made free. */
    final Set<String> takes = new HashSet<>();

    final Set<String> frees = new HashSet<>();

    /** Steps that have to be done before, for another reason than names. */
    final List<Step> follows = new ArrayList<>();

    Step(
            Language language,
            List<ConfigLine> path,
            Edit.Kind kind,
            @Nullable ConfigLine before,
            @Nullable ConfigLine after) {
        this.path = path;
        this.block = path.isEmpty() ? "" : path.get(path.size() - 1).meaning().blockBeneath();
        this.kind = kind;
        this.before = before;
        this.after = after;
        if (before != null) {
            collect(language, block, Above.of(path), before, kind == Edit.Kind.REMOVED, undefines, lets, frees);
        }
        if (after != null) {
            collect(language, block, Above.of(path), after, kind == Edit.Kind.ADDED, defines, refers, takes);
        }
        dropCommon(defines, undefines);
        dropCommon(refers, lets);
        dropCommon(takes, frees);
    }

    private static void collect(
            Language language,
            String block,
            List<String> above,
            ConfigLine line,
            boolean beneath,
            Set<String> defined,
            Set<String> referred,
            Set<String> taken) {
        Mentions mentions = language.mentions(block, line.text(), above);
        if (mentions != Mentions.NONE) {
            defined.addAll(mentions.defines());
            referred.addAll(mentions.refers());
            taken.addAll(mentions.takes());
        }
        if (beneath) {
            String inner = line.meaning().blockBeneath();
            if (!line.children().isEmpty()) {
                List<String> inside = Above.with(above, line);
                line.children()
                        .forEach(child -> collect(language, inner, inside, child, true, defined, referred, taken));
            }
        }
    }

    /** What stays does not move anything. */
    private static void dropCommon(Set<String> one, Set<String> other) {
        if (one.isEmpty() || other.isEmpty()) {
            return;
        }
        Set<String> common = new HashSet<>(one);
        common.retainAll(other);
        one.removeAll(common);
        other.removeAll(common);
    }

    /** The line that is written, for a step that is no removal. */
    ConfigLine written() {
        return Objects.requireNonNull(after);
    }

    /** The line that was there, for a step that does not only add. */
    ConfigLine removed() {
        return Objects.requireNonNull(before);
    }

    /** Keys of the lines from the top down to the one that it writes or takes away. */
    List<String> keys() {
        List<String> keys = new ArrayList<>();
        path.forEach(line -> keys.add(line.key()));
        keys.add((after == null ? removed() : after).key());
        return keys;
    }

    boolean isBound() {
        return !(defines.isEmpty()
                && undefines.isEmpty()
                && refers.isEmpty()
                && lets.isEmpty()
                && takes.isEmpty()
                && frees.isEmpty());
    }

    /** Whether a line of it speaks of what another line of it brings. */
    boolean needsItself() {
        return refers.stream().anyMatch(defines::contains);
    }

    /**
     * The same in smaller steps, for when steps need one another in a circle: a new block as its first line and each line
     * beneath; a block that goes as the lines beneath and then the rest; another value as a removal and a new line. The
     * step itself when there is no smaller one.
     */
    List<Step> split(Language language) {
        List<Step> parts = new ArrayList<>();
        if (kind == Edit.Kind.ADDED && opensFilledBlock(written())) {
            ConfigLine bare = written().withChildren(List.of());
            List<ConfigLine> inside = inside(bare);
            Step first = new Step(language, path, kind, null, bare);
            parts.add(first);
            for (ConfigLine child : Siblings.inOrder(language, written())) {
                parts.add(new Step(language, inside, kind, null, child).following(first));
            }
        } else if (kind == Edit.Kind.REMOVED && opensFilledBlock(removed())) {
            ConfigLine bare = removed().withChildren(List.of());
            List<ConfigLine> inside = inside(bare);
            Step last = new Step(language, path, kind, bare, null);
            for (ConfigLine child : Siblings.inOrder(language, removed())) {
                Step part = new Step(language, inside, kind, child, null);
                last.following(part);
                parts.add(part);
            }
            parts.add(last);
        } else if (kind == Edit.Kind.REPLACED && !written().meaning().opensBlock() && !isInOrderedBlock()) {
            Step removal = new Step(language, path, Edit.Kind.REMOVED, before, null);
            parts.add(removal);
            parts.add(new Step(language, path, Edit.Kind.ADDED, null, after).following(removal));
        } else {
            parts.add(this);
            return parts;
        }
        parts.forEach(part -> part.follows.addAll(follows));
        return parts;
    }

    /** Notes that another step has to be done before. */
    Step following(Step other) {
        follows.add(other);
        return this;
    }

    boolean isInOrderedBlock() {
        return !path.isEmpty() && path.get(path.size() - 1).meaning().ordered();
    }

    private static boolean opensFilledBlock(ConfigLine line) {
        return line.meaning().opensBlock() && !line.children().isEmpty();
    }

    /** The blocks that are entered once the step is done. */
    List<ConfigLine> inside() {
        return kind != Edit.Kind.REMOVED && written().meaning().opensBlock() ? inside(written()) : path;
    }

    private List<ConfigLine> inside(ConfigLine line) {
        List<ConfigLine> deeper = new ArrayList<>(path);
        deeper.add(line);
        return deeper;
    }
}
