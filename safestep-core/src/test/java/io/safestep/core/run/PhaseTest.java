package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PhaseTest {

    @Test
    void eachPhaseIsOfOnePartOfARun() {
        List<Phase> all = new ArrayList<>(Phase.PREPARATION);
        all.addAll(Phase.EXECUTION);
        all.addAll(Phase.WAY_BACK);
        assertThat(all).containsExactly(Phase.values());
    }

    /** What may have written is never blindly repeated. */
    @ParameterizedTest
    @EnumSource(Phase.class)
    void whatOnlyLooksMayBeDoneOnceMore(Phase phase) {
        assertThat(phase.undo()).isEqualTo(phase.name().startsWith("UNDO"));
        assertThat(phase.repeatable()).isEqualTo(phase != Phase.PUSH && !phase.undo());
    }

    @Test
    void eachHasATitleBesideTheOthersAndAWordOfItsOwn() {
        assertThat(Phase.AFTER_BACKUP.title()).isEqualTo("After-backup");
        assertThat(Phase.UNDO_READ_BACK.title()).isEqualTo(Phase.READ_BACK.title());
        assertThat(Phase.UNDO_READ_BACK.word()).isEqualTo("undo read back");
        assertThat(List.of(Phase.values())).extracting(Phase::word).doesNotHaveDuplicates();
    }
}
