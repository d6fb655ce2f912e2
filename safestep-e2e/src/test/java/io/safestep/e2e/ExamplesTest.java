package io.safestep.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.SafeStepTest;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The scripts in docs/examples do what they say, as somebody runs them who reads them. */
class ExamplesTest extends SafeStepTest {

    private static final Path EXAMPLES = Path.of("..", "docs", "examples");

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            first-change.sh   | is closed; both devices hold the line in running and startup.
            failing-change.sh | holds what it held before:
            """)
    void anExampleComesToItsEnd(String script, String lastWords) throws IOException, InterruptedException {
        awaitWholeDemo();
        ProcessBuilder bash =
                new ProcessBuilder("bash", EXAMPLES.resolve(script).toString()).redirectErrorStream(true);
        bash.environment().put("SAFESTEP_URL", "http://127.0.0.1:" + port);
        bash.environment()
                .put(
                        "SAFESTEP_PRACTICE_URL",
                        "http://127.0.0.1:" + PRACTICE.network().apiPort());
        Process process = bash.start();
        String said = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor()).as("%s said:%n%s", script, said).isZero();
        assertThat(said).as(script).contains(lastWords);
    }
}
