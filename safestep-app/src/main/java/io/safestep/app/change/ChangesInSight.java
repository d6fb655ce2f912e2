package io.safestep.app.change;

import io.safestep.app.backup.BackupGuard;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.stored.ChangeRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.app.sight.SubjectGuard;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Whose eyes a change is for: it is seen by its author and by whoever sees one of its devices; acted on by who may act on all
 * of them, since it is done and approved as a whole.
 */
@Component
@Transactional(readOnly = true)
public class ChangesInSight implements SubjectGuard {

    private final ChangeRepository repository;
    private final BackupGuard versions;

    ChangesInSight(ChangeRepository repository, BackupGuard versions) {
        this.repository = repository;
        this.versions = versions;
    }

    @Override
    public Subject subject() {
        return Subject.CHANGE;
    }

    /** @param author log-in */
    public static boolean shows(Sight sight, String author, Collection<String> devices) {
        return sight.readsEverything()
                || sight.login().equals(author)
                || devices.stream().anyMatch(sight::reads);
    }

    @Override
    public void mustRead(Sight sight, String id) {
        int number = number(id);
        if (!sight.readsEverything() && !shows(sight, author(number), repository.devicesOf(number))) {
            throw ProblemException.notFound("CR-" + number);
        }
    }

    /** Those of some changes that somebody sees; what does not exist is not seen. */
    public Set<Integer> seenOf(Sight sight, Collection<Integer> numbers) {
        return sight.readsEverything()
                ? Set.copyOf(numbers)
                : repository.writtenByOrWith(numbers, sight.login(), sight.names());
    }

    /** Numbers of all changes with a device, whatever became of them. */
    public List<Integer> with(String device) {
        return repository.numbersWith(device);
    }

    /** Whether somebody may act on all devices of a change. */
    public boolean acts(Sight sight, int number) {
        return sight.actsOnEverything() || repository.devicesOf(number).stream().allMatch(sight::acts);
    }

    /** An author takes back what is theirs, also when devices of it are no longer theirs to act on. */
    void mustActUnlessAuthor(Sight sight, int number) {
        if (!sight.actsOnEverything() && !sight.login().equals(author(number))) {
            mustAct(sight, String.valueOf(number));
        }
    }

    private String author(int number) {
        return repository.authorOf(number).orElse("");
    }

    /** @throws ProblemException unless they see all of its devices, as what is handed out as a whole asks for */
    public void mustReadAll(Sight sight, int number) {
        long hidden = repository.devicesOf(number).stream()
                .filter(d -> !sight.reads(d))
                .count();
        if (hidden > 0) {
            throw ProblemException.forbidden("CR-" + number + " has "
                    + (hidden == 1 ? "a device" : hidden + " devices")
                    + " outside your scope, and this is handed out whole or not at all. Ask somebody whose scope holds all"
                    + " of its devices.");
        }
    }

    /**
     * @throws ProblemException when targets are not theirs to write to, or would take a configuration of a device that they
     *     do not see, or look from one
     */
    public void mustBuild(Sight sight, Draft draft) {
        mustBuild(sight, draft.targets());
        // A check may be looked at from a device beside those that are changed.
        draft.checks().stream()
                .map(c -> c.definition().look().from())
                .filter(Objects::nonNull)
                .forEach(sight::mustRead);
    }

    /** The same of targets alone. */
    void mustBuild(Sight sight, Collection<Draft.Target> targets) {
        if (!sight.actsOnEverything()) {
            sight.mustAct(targets.stream().map(Draft.Target::device).toList());
            targets.stream()
                    .map(t -> t.asked().backupId())
                    .filter(Objects::nonNull)
                    .forEach(backup -> versions.mustRead(sight, backup));
        }
    }

    @Override
    public void mustAct(Sight sight, String id) {
        mustRead(sight, id);
        int number = number(id);
        List<String> devices = repository.devicesOf(number);
        long beyond = devices.stream().filter(d -> !sight.acts(d)).count();
        if (beyond > 0) {
            throw ProblemException.forbidden("CR-" + number + " has "
                    + (beyond == 1 ? "a device" : beyond + " devices")
                    + " on which you may not act. It goes as a whole: somebody whose scope holds all of its devices has"
                    + " to do this.");
        }
        if (devices.isEmpty() && !sight.actsOnEverything() && !sight.login().equals(author(number))) {
            throw ProblemException.forbidden(
                    "CR-" + number + " has no devices yet: only its author goes on with it, or somebody whose scope"
                            + " is all devices.");
        }
    }

    @Override
    public Optional<Looked> looked(String id) {
        return Optional.of(new Looked("CR-" + number(id), ""));
    }

    private static int number(String id) {
        long number = SubjectGuard.id(id, "A change of this number");
        if (number > Integer.MAX_VALUE) {
            throw ProblemException.notFound("A change of this number");
        }
        return (int) number;
    }
}
