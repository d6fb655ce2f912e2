package io.safestep.app.backup.stored;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.tree.ConfigTree;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

class KeptTreesTest {

    private final KeptTrees trees = new KeptTrees();
    private final List<Long> read = new ArrayList<>();

    private ConfigTree tree(long id, int lines) {
        return trees.of(id, () -> {
            read.add(id);
            return new KeptTrees.Read(new ConfigTree(List.of(), List.of()), lines);
        });
    }

    @Test
    void whatIsKeptIsReadOnce() {
        ConfigTree first = tree(1, 10);
        assertThat(tree(1, 10)).isSameAs(first);
        assertThat(read).containsExactly(1L);
    }

    @Test
    void whatIsUsedOftenStaysAndNoMoreIsKeptThanThereIsRoomFor() {
        int hundredth = KeptTrees.MOST_LINES / 100;
        List<Long> ids = LongStream.rangeClosed(1, 300).boxed().toList();
        for (long id : ids) {
            tree(id, hundredth);
            tree(1, hundredth);
        }
        assertThat(read).as("1 was read once").filteredOn(id -> id == 1).hasSize(1);
        assertThat(trees.missing(ids)).hasSizeBetween(200, 210).doesNotContain(1L);
    }

    @Test
    void oneThatIsLargerThanAllTogetherMayBeIsStillReturned() {
        tree(1, 10);
        assertThat(tree(2, KeptTrees.MOST_LINES + 1)).isNotNull();
        assertThat(trees.missing(List.of(1L, 2L))).containsExactly(2L);
    }

    @Test
    void nothingIsKeptThatWasForgotten() {
        tree(1, 10);
        trees.forget();
        assertThat(trees.missing(List.of(1L))).containsExactly(1L);
    }

    @Test
    void thereIsRoomUntilFourFifthsAreTaken() {
        assertThat(trees.haveRoom()).isTrue();
        tree(1, KeptTrees.MOST_LINES / 2);
        assertThat(trees.haveRoom()).isTrue();
        tree(2, KeptTrees.MOST_LINES / 2);
        assertThat(trees.haveRoom()).isFalse();
    }
}
