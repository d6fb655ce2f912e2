package io.safestep.core.network.ownpath;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.compare.Edit;
import io.safestep.core.config.tree.ConfigLine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.platform.form.LineWord;
import io.safestep.core.platform.language.Language;
import java.util.List;
import java.util.Optional;

/** The account with which Safe Step logs in, as it stands in the device's own configuration. */
public final class OwnAccount {

    private final ConfigEngine engine;
    private final Language language;
    private final String login;

    public OwnAccount(Language language, String login) {
        this.engine = new ConfigEngine(language);
        this.language = language;
        this.login = login;
    }

    /** The line of the account, secrets masked, when the outcome has it no longer or with another secret. */
    public Optional<String> touched(ConfigTree baseline, ConfigTree outcome) {
        return touched("", false, engine.compare(baseline, outcome));
    }

    /** @param within whether the lines above are those of the account */
    private Optional<String> touched(String block, boolean within, List<Edit> edits) {
        for (Edit edit : edits) {
            if (edit.kind() == Edit.Kind.ADDED && !within) {
                continue;
            }
            boolean own = within || names(block, edit.line());
            Optional<String> found = edit.kind() == Edit.Kind.WITHIN
                    ? touched(edit.line().meaning().blockBeneath(), own, edit.within())
                    : own && holdsSecret(edit.line())
                            ? Optional.of(language.masked(block, edit.line().meaning()))
                            : Optional.empty();
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    private boolean names(String block, ConfigLine line) {
        return language.lineWords(block, line.text()).stream()
                .filter(LineWord::value)
                .anyMatch(word -> word.text().equals(login));
    }

    private static boolean holdsSecret(ConfigLine line) {
        return line.meaning().secret() || line.children().stream().anyMatch(OwnAccount::holdsSecret);
    }
}
