package io.safestep.app.problem;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class WrittenFieldsTest {

    record Times(int from, int to) {}

    record Step(String name, @JsonUnwrapped Times times) {}

    record Whole(String title, @JsonUnwrapped Times times, List<Step> steps, Map<String, String> words, Step last) {}

    @Test
    void aPartBesideItsOwnersPropertiesHasNoNameOfItsOwn() {
        assertThat(WrittenFields.named(Whole.class, "times.from")).isEqualTo("from");
        assertThat(WrittenFields.named(Whole.class, "last.times.to")).isEqualTo("last.to");
        assertThat(WrittenFields.named(Whole.class, "steps[3].times.to")).isEqualTo("steps[3].to");
    }

    @Test
    void allElseKeepsItsName() {
        for (String path : List.of("title", "steps", "steps[0].name", "words[a]", "last.name", "nothing.of.it", "")) {
            assertThat(WrittenFields.named(Whole.class, path)).isEqualTo(path);
        }
        assertThat(WrittenFields.named(null, "times.from")).isEqualTo("times.from");
        assertThat(WrittenFields.named(String.class, "times.from")).isEqualTo("times.from");
    }
}
