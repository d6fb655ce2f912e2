package io.safestep.core.config;

import io.safestep.core.config.compare.Comparison;
import io.safestep.core.config.compare.DanglingNames;
import io.safestep.core.config.compare.DifferenceRow;
import io.safestep.core.config.compare.DifferenceRows;
import io.safestep.core.config.compare.DifferenceSummary;
import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.compare.UnifiedText;
import io.safestep.core.config.compare.UnknownSecrets;
import io.safestep.core.config.format.ConfigCodec;
import io.safestep.core.config.format.IndentedWriter;
import io.safestep.core.config.format.JsonConfiguration;
import io.safestep.core.config.format.RestRequest;
import io.safestep.core.config.format.XmlConfiguration;
import io.safestep.core.config.script.Lifeline;
import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptApplication;
import io.safestep.core.config.script.ScriptDerivation;
import io.safestep.core.config.script.TouchedGround;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.config.written.Edited;
import io.safestep.core.config.written.EditedConfiguration;
import io.safestep.core.config.written.WrittenLines;
import io.safestep.core.config.written.WrittenText;
import io.safestep.core.platform.language.Language;
import java.util.List;
import java.util.Map;

/** Reads, compares, derives and applies configurations of one language. The front door of this package. */
public final class ConfigEngine {

    private static final int MOST_NAMED = 5;

    private final Language language;
    private final ConfigCodec codec;
    private final Lifeline lifeline;

    public ConfigEngine(Language language) {
        this(language, Lifeline.NONE);
    }

    /** For files whose lines mean nothing to Safe Step: they are compared line by line, wherever they stand. */
    public static ConfigEngine ofPlainText() {
        return new ConfigEngine(Language.PLAIN_TEXT);
    }

    private ConfigEngine(Language language, Lifeline lifeline) {
        this.language = language;
        this.codec = ConfigCodec.of(language);
        this.lifeline = lifeline;
    }

    /** The same engine, for a device to which the path hangs on one block: its scripts touch that block last. */
    public ConfigEngine sparing(Lifeline block) {
        return new ConfigEngine(language, block);
    }

    /**
     * Reads the text of a configuration.
     *
     * @throws ConfigSyntaxException when the text is no configuration of this language
     */
    public ConfigTree read(String text) {
        return codec.read(text);
    }

    /**
     * Reads a text that should be a whole configuration of this language.
     *
     * @throws ConfigSyntaxException also when it is something else: most of its lines are not known
     */
    public ConfigTree readWhole(String text) {
        Completeness completeness = new Completeness(language);
        completeness.checkBeginning(text);
        ConfigTree tree = read(text);
        completeness.checkKnown(tree);
        return tree;
    }

    /**
     * Reads what a device has shown.
     *
     * @throws ConfigSyntaxException also when the text is not whole, or something else
     */
    public ConfigTree readShown(String text) {
        new Completeness(language).checkEnd(text);
        return readWhole(text);
    }

    /**
     * The text as the device showed it, without the lines that differ at each reading though nothing has changed. The line
     * that ends it stays in any case: it tells that the text is whole.
     */
    public String withoutVolatileLines(String text) {
        List<String> lines = text.lines().toList();
        int last = lines.size() - 1;
        while (last >= 0 && (lines.get(last).isBlank() || isBehindTheEnd(lines.get(last)))) {
            last--;
        }
        StringBuilder kept = new StringBuilder(text.length());
        for (int i = 0; i < lines.size(); i++) {
            if (i == last || !language.isVolatile(lines.get(i))) {
                kept.append(lines.get(i)).append('\n');
            }
        }
        return kept.toString();
    }

    private boolean isBehindTheEnd(String line) {
        return !language.isLastLine(line) && language.isVolatile(line);
    }

    /** The configuration as text in the platform's own format, ending with a line feed. */
    public String write(ConfigTree tree) {
        return codec.write(tree);
    }

    /** For a language in XML: the script as the content of one {@code edit-config} request (RFC 6241, section 7.2). */
    public String xmlEdit(Script script) {
        return new XmlConfiguration(language).edit(script);
    }

    /** For a language in JSON: the script as requests to a RESTCONF server, in order (RFC 8040, section 4). */
    public List<RestRequest> restRequests(Script script) {
        return new JsonConfiguration(language).requests(script);
    }

    /** The configuration as text for people: one line each, comments at their places, secrets masked. */
    public String writeMasked(ConfigTree tree) {
        return new IndentedWriter(language).write(masked(tree));
    }

    /** Reads what a person has made of the text of {@link #writeMasked} for a device that has this baseline. */
    public Edited edited(ConfigTree baseline, String text) {
        return new EditedConfiguration(language).read(baseline, text);
    }

    /** The same configuration with the mask in place of each secret. */
    public ConfigTree masked(ConfigTree tree) {
        return new Masking(language).tree(tree);
    }

    /** A script as text, secrets in clear. {@link #readScript} gives the same script back. */
    public String text(Script script) {
        return script.text(language.indent());
    }

    /** A script as text for people: secrets masked. */
    public String masked(Script script) {
        StringBuilder text = new StringBuilder();
        for (String line : maskedLines(script)) {
            text.append(line).append('\n');
        }
        return text.toString();
    }

    /** One line of which nobody knows the block, for people. */
    public String maskedUnknown(String line) {
        return language.masked(Language.UNKNOWN_BLOCK, line);
    }

    /** Lines that somebody wrote, for people: secrets masked, line for line where that can be done. */
    public String maskedText(String written) {
        return new WrittenText(language).isFragment(written)
                ? masked(readScript(written))
                : new Masking(language).written(written);
    }

    /** The commands of a script one by one for people: indented, secrets masked. */
    public List<String> maskedLines(Script script) {
        return new Masking(language).lines(script);
    }

    public List<Edit> compare(ConfigTree before, ConfigTree after) {
        return new Comparison(language).compare(before, after);
    }

    public boolean same(ConfigTree one, ConfigTree other) {
        return compare(one, other).isEmpty();
    }

    /** What differs, in one line, secrets masked. */
    public DifferenceSummary summary(ConfigTree before, ConfigTree after) {
        return DifferenceSummary.of(language, compare(before, after));
    }

    /** The difference in two columns, secrets masked. Line numbers are those of the texts that were read. */
    public List<DifferenceRow> rows(ConfigTree before, ConfigTree after) {
        return new DifferenceRows(language).lay(before, after);
    }

    /**
     * The difference as plain text, secrets masked.
     *
     * @param context how many lines around a difference are shown beside its parents; negative for all
     */
    public String unified(List<DifferenceRow> rows, int context) {
        return UnifiedText.of(rows, language.indent(), context);
    }

    /** The commands that lead from one configuration to the other. */
    public Script derive(ConfigTree from, ConfigTree to) {
        return new ScriptDerivation(language, lifeline).derive(compare(from, to));
    }

    /**
     * The configuration after the commands, as somebody means them: a line may be taken away by all of it or by its key.
     *
     * @throws ScriptRefusedException when a command can't be applied
     */
    public ConfigTree apply(ConfigTree tree, Script script) {
        return new ScriptApplication(language, false).apply(tree, script);
    }

    /**
     * The configuration after the commands, as the device takes them.
     *
     * @throws ScriptRefusedException when the device would refuse a command
     */
    ConfigTree applyOnDevice(ConfigTree tree, Script script) {
        return new ScriptApplication(language, true).apply(tree, script);
    }

    /** The same configuration with the numbers that its lines have in the text of {@link #writeMasked}. */
    public ConfigTree numbered(ConfigTree tree) {
        return new Numbering().of(tree);
    }

    /**
     * Reads lines that an engineer wrote as commands, or in a structured language as a fragment in its own notation.
     *
     * @throws ConfigSyntaxException when indentation, notation or length can't be read
     */
    public Script readScript(String text) {
        return Script.writing(new WrittenText(language).read(text).lines());
    }

    /**
     * The lines of a script as a tree, removals among them.
     *
     * @throws ConfigSyntaxException when indentation, notation or length can't be read
     */
    public ConfigTree written(String text) {
        return new WrittenText(language).read(text);
    }

    /** What is wrong with lines that an engineer wrote for a device that has this baseline. Empty: nothing. */
    public List<LineComplaint> complaints(ConfigTree baseline, String text) {
        return new WrittenLines(language).complaints(baseline, text);
    }

    /** Lines of the second configuration that speak of something that is not there, as sentences; not those of the first. */
    public List<String> newlyDangling(ConfigTree before, ConfigTree after) {
        return new DanglingNames(language).newly(compare(before, after), before, after);
    }

    /**
     * Lines that would be written with a secret that the device never showed: what stands there is a placeholder. Each with
     * the lines above it.
     */
    public List<String> unknownSecrets(DeviceBuild build) {
        return new UnknownSecrets(language).writtenBy(compare(build.baseline(), build.outcome()));
    }

    /** Everything that follows from lines without complaints. */
    public DeviceBuild build(ConfigTree baseline, String lines) {
        return build(baseline, apply(baseline, readScript(lines)));
    }

    /** Everything that follows when a device is to hold another configuration. */
    public DeviceBuild build(ConfigTree baseline, ConfigTree wanted) {
        Comparison comparison = new Comparison(language);
        Comparison.Result there = comparison.compareAndShare(baseline, wanted);
        ConfigTree outcome = there.after();
        Script script = new ScriptDerivation(language, lifeline).derive(there.edits());
        Script undo = new ScriptDerivation(language, lifeline).derive(comparison.reversed(there.edits()));
        UndoProof proof = new UndoDemonstration(this, language).of(baseline, outcome, there.edits(), script, undo);
        return new DeviceBuild(baseline, outcome, script, undo, proof);
    }

    /**
     * The same with a way back that somebody wrote, for lines whose way back can't be derived. It is taken only when it
     * leads back as far as that can be seen; otherwise the build stays as it is.
     */
    public DeviceBuild withWrittenUndo(DeviceBuild build, String undoLines) {
        return new WrittenUndo(this, language).in(build, undoLines);
    }

    /** The demonstration that the script leads to the outcome and the undo script from there to the baseline. */
    public UndoProof prove(ConfigTree baseline, ConfigTree outcome, Script script, Script undo) {
        return new UndoDemonstration(this, language).of(baseline, outcome, compare(baseline, outcome), script, undo);
    }

    /** The configuration as the device will show it: values that it hides are replaced by its placeholder. */
    public ConfigTree asShown(ConfigTree tree) {
        return new Masking(language).asShown(tree);
    }

    /**
     * The parts of a configuration that a script touches: whole top-level lines with everything beneath.
     *
     * @return key of the top-level line to its text, empty text when it is not there
     */
    public Map<String, String> touchedGround(ConfigTree tree, Script script) {
        return new TouchedGround(language, script).in(tree);
    }

    /** The touched parts in which two configurations differ, by their top-level lines. */
    public List<String> touchedDifferences(ConfigTree approved, ConfigTree current, Script script) {
        return new TouchedGround(language, script).differences(compare(approved, current));
    }

    /** Where two configurations differ, by their top-level lines, secrets masked; the first of them, and how many more. */
    public String differingParts(ConfigTree one, ConfigTree other) {
        List<String> parts = compare(one, other).stream()
                .map(edit -> language.masked("", edit.line().meaning()))
                .distinct()
                .toList();
        String first = String.join(", ", parts.subList(0, Math.min(MOST_NAMED, parts.size())));
        return parts.size() > MOST_NAMED ? first + " and " + (parts.size() - MOST_NAMED) + " more" : first;
    }

    /**
     * The configuration to return to: the touched parts as they were before, everything else as it is now, so that a way
     * back does not undo what somebody else did meanwhile elsewhere.
     */
    public ConfigTree wayBackTarget(ConfigTree current, ConfigTree before, Script script) {
        return new TouchedGround(language, script).asIn(before, current);
    }

    /**
     * Whether a configuration differs from what was there before by more than what leads to the outcome. What of that has not
     * come does not count.
     */
    public boolean goesBeyond(ConfigTree before, ConfigTree outcome, ConfigTree held) {
        return HeldConfiguration.goesBeyond(compare(before, asShown(outcome)), compare(before, held));
    }

    /** Which of the known configurations a device holds. */
    public Holding holding(ConfigTree current, ConfigTree before, ConfigTree outcome) {
        ConfigTree shown = asShown(outcome);
        return HeldConfiguration.of(compare(before, shown), compare(current, shown), same(current, before));
    }
}
