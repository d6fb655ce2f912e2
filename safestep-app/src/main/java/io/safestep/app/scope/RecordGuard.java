package io.safestep.app.scope;

import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What the record speaks of: changes as {@code CR-1001}, devices by their names; anything else is about no device. */
@Component
class RecordGuard implements SubjectGuard {

    private static final Pattern CHANGE = Pattern.compile("(?i)CR-(\\d{1,9})");

    private final ObjectProvider<SubjectGuard> guards;

    RecordGuard(ObjectProvider<SubjectGuard> guards) {
        this.guards = guards;
    }

    @Override
    public Subject subject() {
        return Subject.RECORD;
    }

    @Override
    public void mustRead(Sight sight, String id) {
        Matcher change = CHANGE.matcher(id.strip());
        if (change.matches()) {
            List<SubjectGuard> ofChanges =
                    guards.stream().filter(g -> g.subject() == Subject.CHANGE).toList();
            ofChanges.forEach(g -> g.mustRead(sight, change.group(1)));
        } else if (sight.hides(id)) {
            sight.mustRead(id);
        }
    }

    @Override
    public void mustAct(Sight sight, String id) {
        mustRead(sight, id);
    }

    /** Who reads what was done to a thing is no witness of the thing itself, and any word can stand there. */
    @Override
    public Optional<Looked> looked(String id) {
        return Optional.empty();
    }
}
