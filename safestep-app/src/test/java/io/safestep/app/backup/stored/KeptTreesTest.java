package io.safestep.app.backup.stored;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.config.tree.ConfigTree;
import java.util.ArrayList;
import java.util.List;
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
    void theOneThatWasNotUsedForLongestIsForgottenFirst() {
        int third = KeptTrees.MOST_LINES / 3;
        tree(1, third);
        tree(2, third);
        tree(3, third);
        tree(1, third);
        tree(4, third);
        tree(1, third);
        tree(2, third);
        assertThat(read).as("1 was used again, so that 2 had to go").containsExactly(1L, 2L, 3L, 4L, 2L);
    }

    @Test
    void oneThatIsLargerThanAllTogetherMayBeIsStillReturned() {
        tree(1, 10);
        assertThat(tree(2, KeptTrees.MOST_LINES + 1)).isNotNull();
        tree(1, 10);
        assertThat(read).containsExactly(1L, 2L, 1L);
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
