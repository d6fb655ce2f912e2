package io.safestep.app.standard;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.build.BuildView;
import io.safestep.app.check.library.CheckLibrary;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.app.standard.stored.StandardChange;
import io.safestep.app.standard.stored.StandardChangeRepository;
import io.safestep.app.standard.stored.StandardDefinition;
import io.safestep.app.standard.stored.StandardVersion;
import io.safestep.app.standard.stored.StandardVersionRepository;
import io.safestep.app.template.Templates;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.standard.Bounds;
import io.safestep.core.template.Template;
import io.safestep.core.template.Variable;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Standard changes: written, tried, ended. The front door of this package. */
@Service
@Transactional
public class StandardChanges {

    private static final long NONE = 0;
    private static final int MOST_YEARS = 2;

    private final StandardChangeRepository standards;
    private final StandardVersionRepository versions;
    private final StandardTrial trial;
    private final StandardUses uses;
    private final Templates templates;
    private final CheckLibrary library;
    private final Changes changes;
    private final Network network;
    private final AuditLog audit;
    private final Clock clock;

    StandardChanges(
            StandardChangeRepository standards,
            StandardVersionRepository versions,
            StandardTrial trial,
            StandardUses uses,
            Templates templates,
            CheckLibrary library,
            Changes changes,
            Network network,
            AuditLog audit,
            Clock clock) {
        this.standards = standards;
        this.versions = versions;
        this.trial = trial;
        this.uses = uses;
        this.templates = templates;
        this.library = library;
        this.changes = changes;
        this.network = network;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What somebody wants a standard change to say.
     *
     * @param number the version that was read before; 0 for a new one
     * @param validUntil its last day, in the zone of the network
     */
    public record Wanted(
            int number,
            String name,
            String purpose,
            long templateVersion,
            Bounds bounds,
            Map<String, String> examples,
            LocalDate validUntil) {}

    static String subject(StandardChange standard) {
        return "standard change " + standard.name();
    }

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return standards.findAllByOrderByName().isEmpty();
    }

    /** How it is called. */
    @Transactional(readOnly = true)
    public String nameOf(long id) {
        return existing(id).name();
    }

    /** Log-ins of everybody who wrote what was written last. */
    @Transactional(readOnly = true)
    public List<String> authorsOf(long id) {
        return List.copyOf(newest(existing(id)).authors());
    }

    private StandardChange existing(long id) {
        return standards.findById(id).orElseThrow(() -> ProblemException.notFound("This standard change"));
    }

    StandardChange lock(long id) {
        return standards.lockById(id).orElseThrow(() -> ProblemException.notFound("This standard change"));
    }

    /** What was written last. */
    StandardVersion newest(long id) {
        return newest(existing(id));
    }

    StandardVersion newest(StandardChange standard) {
        return versions.findByStandardIdOrderByNumberDesc(standard.id()).get(0);
    }

    /** @param id null for a new one; returns its id */
    public long write(@Nullable Long id, Wanted wanted, String login) {
        StandardDefinition definition = definition(wanted, id);
        Instant now = clock.instant();
        if (id == null) {
            StandardChange standard = standards.saveAndFlush(new StandardChange(wanted.name()));
            versions.save(new StandardVersion(standard, 1, definition, login, now));
            audit.write(login, subject(standard), "standard change written", "Version 1.");
            return standard.id();
        }
        StandardChange standard = lock(id);
        if (standard.retiredAt() != null) {
            throw ProblemException.refused(standard.name() + " is retired. Write another one.");
        }
        StandardVersion newest = newest(standard);
        if (newest.number() != wanted.number()) {
            throw ProblemException.moved("Version " + newest.number()
                    + " was written meanwhile. Your text is still in this page; look at that version first.");
        }
        standard.call(wanted.name());
        if (newest.isApproved()) {
            versions.save(new StandardVersion(standard, newest.number() + 1, definition, login, now));
        } else {
            newest.write(definition, login, now);
        }
        audit.write(
                login,
                subject(standard),
                "standard change written",
                "Version " + newest(standard).number() + ".");
        return standard.id();
    }

    private StandardDefinition definition(Wanted wanted, @Nullable Long id) {
        List<FieldError> errors = new ArrayList<>();
        Optional<Templates.Usable> template = templates.usable(wanted.templateVersion());
        if (template.isEmpty()) {
            throw ProblemException.invalid("templateVersion", "Choose a template of the library.");
        }
        if (standards.existsByNameIgnoreCaseAndRetiredAtIsNullAndIdNot(wanted.name(), id == null ? NONE : id)) {
            errors.add(FieldError.of("name", "There is a standard change called " + wanted.name() + " already."));
        }
        LocalDate today = today();
        if (wanted.validUntil().isBefore(today)) {
            errors.add(FieldError.of("validUntil", "That day is over. Choose today or a later one."));
        } else if (wanted.validUntil().isAfter(today.plusYears(MOST_YEARS))) {
            errors.add(
                    FieldError.of("validUntil", "At most two years: after that somebody has to look at it once more."));
        }
        Map<String, CheckDefinition> known = library.definitions();
        wanted.bounds().checks().stream()
                .filter(c -> !known.containsKey(c))
                .forEach(c -> errors.add(FieldError.of("checks", "There is no check called " + c + ".")));
        wanted.bounds().complaints(template.get().content()).forEach(c -> errors.add(FieldError.of("bounds", c)));
        if (errors.isEmpty()) {
            errors.addAll(exampleErrors(wanted, template.get().content()));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        return new StandardDefinition(
                wanted.purpose(),
                wanted.templateVersion(),
                wanted.bounds(),
                wanted.bounds().checks().stream()
                        .collect(Collectors.toMap(c -> c, c -> Objects.requireNonNull(known.get(c)))),
                wanted.examples(),
                wanted.validUntil());
    }

    LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), network.zone());
    }

    private static List<FieldError> exampleErrors(Wanted wanted, Template template) {
        return template.variables().stream()
                .filter(Variable::holdsSecret)
                .filter(v -> wanted.examples().containsKey(v.name()))
                .map(v -> FieldError.of("examples", v.name() + " is a secret: an example would be shown to everybody."))
                .toList();
    }

    /** What would follow, by the rules and devices of now. Stores nothing. */
    @Transactional(readOnly = true)
    StandardTrial.Tried tried(@Nullable Long id, Wanted wanted, String login) {
        StandardDefinition definition = definition(wanted, id);
        return trial.of(wanted.name(), definition, template(definition), login);
    }

    Templates.Usable template(StandardDefinition definition) {
        return templates.usable(definition.templateVersion()).orElseThrow();
    }

    /** Ends it: what waits for its run under it needs approvals of its own. */
    public void retire(long id, String login) {
        StandardChange standard = lock(id);
        if (standard.retiredAt() == null) {
            standard.retire(clock.instant());
            audit.write(login, subject(standard), "retired", "");
        }
    }

    /** Lets nothing through any more, until it is approved anew. */
    public void suspend(long id, String why, String login) {
        StandardChange standard = lock(id);
        StandardVersion version = versions.findByStandardIdOrderByNumberDesc(id).stream()
                .filter(StandardVersion::isApproved)
                .findFirst()
                .filter(v -> v.suspendedAt() == null)
                .orElseThrow(() -> ProblemException.refused(standard.name() + " is not in force."));
        uses.suspend(version, why.strip(), login);
    }

    /** The lines and the way back that the example values give on a device for which it is asked. */
    @Transactional(readOnly = true)
    BuildView example(long id, String device) {
        StandardVersion version = newest(existing(id));
        return changes.preview(new Draft.Target(device, StandardTrial.asked(version.definition())));
    }
}
