package io.safestep.core.config.written;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptApplication;
import io.safestep.core.config.script.ScriptRefusedException;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineMeaning;
import java.util.ArrayList;
import java.util.List;

/** Lines that an engineer wrote as commands: what is wrong with them. */
public final class WrittenLines {

    private final Language language;

    public WrittenLines(Language language) {
        this.language = language;
    }

    public List<LineComplaint> complaints(ConfigTree baseline, String text) {
        List<LineComplaint> complaints = new ArrayList<>();
        ConfigTree written;
        try {
            written = new WrittenText(language).read(text);
        } catch (ConfigSyntaxException e) {
            return List.of(LineComplaint.error(e.line(), e.reason()));
        }
        complain("", written.lines(), complaints);
        if (complaints.stream().noneMatch(LineComplaint::isError)) {
            try {
                new ScriptApplication(language, false).apply(baseline, Script.writing(written.lines()));
            } catch (ScriptRefusedException e) {
                complaints.add(LineComplaint.error(numbers(written.lines()).get(e.index()), e.reason()));
            }
        }
        return complaints;
    }

    private void complain(String block, List<ConfigLine> lines, List<LineComplaint> complaints) {
        for (ConfigLine line : lines) {
            language.complaint(block, line.text())
                    .ifPresent(c -> complaints.add(new LineComplaint(line.number(), c.severity(), c.sentence())));
            LineMeaning meaning = line.meaning();
            if (line.children().isEmpty() || meaning.holdsText()) {
                continue;
            }
            if (meaning.opensBlock()) {
                complain(meaning.blockBeneath(), line.children(), complaints);
            } else {
                complaints.add(LineComplaint.error(
                        line.children().get(0).number(), "The line above it opens no block; check the indentation."));
            }
        }
    }

    /** The numbers of lines in the order in which {@link Script#writing} writes them. */
    private static List<Integer> numbers(List<ConfigLine> lines) {
        List<Integer> numbers = new ArrayList<>();
        for (ConfigLine line : lines) {
            numbers.add(line.number());
            numbers.addAll(numbers(line.children()));
            if (line.meaning().holdsText()) {
                numbers.add(line.number());
            }
        }
        return numbers;
    }
}
