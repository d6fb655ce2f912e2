package io.safestep.core.config.written;

import io.safestep.core.config.format.IndentedReader;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A whole configuration that a person has edited, as it was shown to that person: one line each, secrets masked. A mask
 * that still stands where it stood means the secret that was there.
 */
public final class EditedConfiguration {

    private final Language language;
    private final List<LineComplaint> complaints = new ArrayList<>();

    public EditedConfiguration(Language language) {
        this.language = language;
    }

    public Edited read(ConfigTree baseline, String text) {
        ConfigTree written;
        try {
            written = new IndentedReader(language, true).read(text);
        } catch (ConfigSyntaxException e) {
            return new Edited(baseline, List.of(LineComplaint.error(e.line(), e.reason())));
        }
        if (written.lines().isEmpty()) {
            return new Edited(baseline, List.of(LineComplaint.error(1, "Nothing would be left of the configuration.")));
        }
        List<ConfigLine> lines = level("", written.lines(), baseline.lines());
        return new Edited(new ConfigTree(lines, written.closingComments()), List.copyOf(complaints));
    }

    private List<ConfigLine> level(String block, List<ConfigLine> edited, List<ConfigLine> before) {
        Map<String, ConfigLine> byKey = new HashMap<>();
        Map<String, ConfigLine> byMaskedText = new HashMap<>();
        for (ConfigLine line : before) {
            byKey.put(line.key(), line);
            byMaskedText.put(language.masked(block, line.meaning()), line);
        }
        List<ConfigLine> lines = new ArrayList<>();
        for (ConfigLine line : edited) {
            ConfigLine shown = byMaskedText.get(line.text());
            ConfigLine partner = shown == null ? byKey.get(line.key()) : shown;
            if (shown == null) {
                complain(block, line);
            }
            List<ConfigLine> beneath = line.meaning().holdsText()
                    ? line.children()
                    : level(
                            line.meaning().blockBeneath(),
                            line.children(),
                            partner == null ? List.of() : partner.children());
            lines.add(new ConfigLine(
                    shown == null ? line.meaning() : shown.meaning(), line.number(), beneath, line.comments()));
        }
        return lines;
    }

    private void complain(String block, ConfigLine line) {
        if (line.text().contains(Language.MASK)) {
            complaints.add(LineComplaint.error(
                    line.number(),
                    "The mask stands for a secret only where it stood before. Write the secret itself here."));
        } else if (language.isRemoval(block, line.text())) {
            complaints.add(LineComplaint.error(
                    line.number(),
                    "This is the whole configuration as it should be: leave a line out to have it removed."));
        } else {
            language.complaint(block, line.text())
                    .ifPresent(c -> complaints.add(new LineComplaint(line.number(), c.severity(), c.sentence())));
        }
    }
}
