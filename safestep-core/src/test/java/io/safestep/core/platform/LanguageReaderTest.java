package io.safestep.core.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.platform.language.Complaint;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.text.ProfileException;
import io.safestep.core.platform.text.ProfileException.Problem;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What somebody who writes a profile may not have meant is said with its line, all of it at once. */
class LanguageReaderTest {

    private static final String HEAD = """
            name: quay-cli
            maker: Quay
            commandLine:
              prompt: '> $'
              configure: edit
              leaveBlock: up
              leaveConfigure: end
              readRunning: list
              save: keep
              saved: kept
              errors: ['^no']
            language:
              indent: 2
              comment: ";"
              negation: drop
            """;

    /** The line on which the first form stands. */
    private static final int FIRST = 17;

    private static String profile(String... forms) {
        return HEAD + "  forms:\n"
                + String.join(
                        "",
                        List.of(forms).stream()
                                .map(f -> "    - { " + f + " }\n")
                                .toList());
    }

    private static List<Problem> problems(String profile) {
        return catchThrowableOfType(ProfileException.class, () -> ProfileReader.read(profile))
                .problems();
    }

    private static Language language(String... forms) {
        return ProfileReader.read(profile(forms)).language();
    }

    @Test
    void aKeyIsAmongTheWordsOfItsLine() {
        assertThat(problems(profile("form: \"tide <number 1-9>\", key: 3")))
                .containsExactly(new Problem(FIRST, "The form \"tide <number 1-9>\" has fewer words than its key."));
        assertThat(language("form: \"tide <number 1-9>\", key: 2")
                        .meaning("", "tide 4")
                        .key())
                .isEqualTo("tide 4");
    }

    @Test
    void whatSpeaksOfABlockStandsWhereOneIsOpened() {
        for (String word : List.of("end: done", "whenEmpty: dropped", "ordered: true")) {
            assertThat(problems(profile("form: \"tide <number 1-9>\", " + word)))
                    .as(word)
                    .extracting(Problem::sentence)
                    .containsExactly(
                            "\"end\", \"whenEmpty\" and \"ordered\" speak of the block beneath a line, and \"tide <number"
                                    + " 1-9>\" opens none.");
        }
    }

    @Test
    void aLineWhoseTextGoesOnOpensNoBlock() {
        assertThat(problems(profile("form: \"banner <end-mark>\", opens: banner")))
                .extracting(Problem::sentence)
                .containsExactly(
                        "The form \"banner <end-mark>\" can't open a block: the lines up to its end mark belong"
                                + " to its text.");
    }

    @Test
    void whereIndentationMeansNothingEachBlockHasAnEnd() {
        String ended = profile("form: \"pier <number 1-9>\", opens: pier")
                .replace("  indent: 2", "  indent: 2\n  blocks: ended");
        assertThat(problems(ended))
                .containsExactly(new Problem(
                        FIRST + 1,
                        "Blocks of this language are ended by a word: say with \"end\" which one ends \"pier\", or with"
                                + " \"blockEnd\" which one ends all."));
        assertThat(ProfileReader.read(ended.replace("blocks: ended", "blocks: ended\n  blockEnd: done"))
                        .language()
                        .meaning("", "pier 1")
                        .end())
                .isEqualTo("done");
    }

    @Test
    void aRemovalLeadsToTheLineThatIsMeantAndToNoOther() {
        assertThat(problems(profile("form: \"berth <number 1-9> <word>\", key: [3], removal: key")))
                .extracting(Problem::sentence)
                .singleElement()
                .asString()
                .startsWith("A removal can name the key alone only where the key is how the line begins.");
        assertThat(problems(profile("form: \"berth <number 1-9> <word>\", key: 2, removal: \"free berth\"")))
                .extracting(Problem::sentence)
                .singleElement()
                .asString()
                .isEqualTo(
                        "The command \"free berth\" leaves out word 2, which tells the line from its siblings: with it,"
                                + " another line could be removed.");
        assertThat(problems(profile("form: \"tide <number 1-9>\", removal: emptying")))
                .extracting(Problem::sentence)
                .containsExactly("Only a block that the device drops when it is empty can go by emptying: say"
                        + " \"whenEmpty: dropped\".");
        assertThat(problems(profile("form: \"tide <number 1-9>\", removal: gone")))
                .extracting(Problem::sentence)
                .singleElement()
                .asString()
                .contains("says no way of removing a line");
    }

    @Test
    void aRemovalInWordsOfItsOwnIsFilledWithThoseOfTheLine() {
        Language language = language("form: \"berth <number 1-9> <word>\", key: 2, removal: \"free berth {2}\"");
        assertThat(language.removalOf("", "berth 4 relay")).contains("free berth 4");
        assertThat(language.isRemoval("", "free berth 4")).isTrue();
    }

    @Test
    void aBlockThatNothingOpensAndAFormThatStandsTwiceAreSlips() {
        assertThat(problems(profile(
                        "form: \"pier <number 1-9>\", opens: pier",
                        "form: \"depth <number 1-99>\", in: peir",
                        "form: \"pier <number 1-9>\", opens: pier")))
                .containsExactly(
                        new Problem(
                                FIRST + 1,
                                "No form opens a block called \"peir\": look for a slip, or add the form that has \"opens:"
                                        + " peir\"."),
                        new Problem(
                                FIRST + 2,
                                "The form \"pier <number 1-9>\" stands at the top level twice. The first one counts; leave"
                                        + " this one out."));
    }

    @Test
    void allThatIsWrongIsSaidAtOnce() {
        assertThat(problems(profile(
                        "form: \"tide <number 1-9>\", key: 3",
                        "form: \"pier <number>\"",
                        "form: \"quay <number 1-9>\", end: done")))
                .extracting(Problem::line)
                .containsExactly(FIRST, FIRST + 1, FIRST + 2);
    }

    @Test
    void anUnknownFormatIsRefusedBeforeAnythingIsRead() {
        assertThat(problems(
                        profile("form: \"tide <number 1-9>\"").replace("  indent: 2", "  format: yaml\n  indent: 2")))
                .extracting(Problem::line)
                .containsExactly(13);
    }

    @Test
    void whatADeviceDoesWhenItIsTypedIsNoConfiguration() {
        Language language = language("form: \"tide <number 1-9>\"");
        for (String command : List.of("reload", "edit", "up", "end", "list", "keep", "write memory")) {
            assertThat(language.complaint("", command))
                    .as(command)
                    .hasValueSatisfying(c -> assertThat(c.severity()).isEqualTo(Complaint.Severity.ERROR));
        }
        assertThat(language("form: \"reload <word>\"").complaint("", "reload nightly"))
                .as("unless the profile has a form for it")
                .isEmpty();
    }
}
