package io.safestep.core.config.compare;

import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.platform.language.Language;
import java.util.ArrayList;
import java.util.List;

/** Finds lines that would write the placeholder of a secret as if it were the secret. */
public final class UnknownSecrets {

    private final Language language;
    private final List<String> found = new ArrayList<>();

    public UnknownSecrets(Language language) {
        this.language = language;
    }

    public List<String> writtenBy(List<Edit> edits) {
        if (language.hidesSecrets()) {
            edits("", "", edits);
        }
        return found;
    }

    private void edits(String block, String path, List<Edit> edits) {
        for (Edit edit : edits) {
            if (edit.kind() == Edit.Kind.WITHIN) {
                edits(edit.is().meaning().blockBeneath(), beneath(block, path, edit.is()), edit.within());
            } else if (edit.after() != null) {
                line(block, path, edit.after());
            }
        }
    }

    private void line(String block, String path, ConfigLine line) {
        if (language.holdsHiddenValue(block, line.text())) {
            found.add(path + line.text());
        }
        line.children().forEach(child -> line(line.meaning().blockBeneath(), beneath(block, path, line), child));
    }

    private String beneath(String block, String path, ConfigLine line) {
        return path + language.masked(block, line.meaning()) + " › ";
    }
}
