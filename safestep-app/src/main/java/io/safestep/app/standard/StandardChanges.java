package io.safestep.app.standard;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.Changes;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.build.BuildView;
import io.safestep.app.check.library.CheckLibrary;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.stored.StandardChange;
import io.safestep.app.standard.stored.StandardChangeRepository;
import io.safestep.app.standard.stored.StandardDecision;
import io.safestep.app.standard.stored.StandardDecisionRepository;
import io.safestep.app.standard.stored.StandardDefinition;
import io.safestep.app.standard.stored.StandardVersion;
import io.safestep.app.standard.stored.StandardVersionRepository;
import io.safestep.app.template.Templates;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.FourEyes;
import io.safestep.core.change.Seal;
import io.safestep.core.change.Verdict;
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
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Standard changes, written, approved once by the rules of the house, and ended. The front door of this package. */
@Service
@Transactional
public class StandardChanges {

    private static final long NONE = 0;
    private static final int MOST_YEARS = 2;

    private final StandardChangeRepository standards;
    private final StandardVersionRepository versions;
    private final StandardDecisionRepository decisions;
    private final StandardTrial trial;
    private final StandardUses uses;
    private final Needs needs;
    private final Templates templates;
    private final CheckLibrary library;
    private final Changes changes;
    private final People people;
    private final Network network;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    StandardChanges(
            StandardChangeRepository standards,
            StandardVersionRepository versions,
            StandardDecisionRepository decisions,
            StandardTrial trial,
            StandardUses uses,
            Needs needs,
            Templates templates,
            CheckLibrary library,
            Changes changes,
            People people,
            Network network,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.standards = standards;
        this.versions = versions;
        this.decisions = decisions;
        this.trial = trial;
        this.uses = uses;
        this.needs = needs;
        this.templates = templates;
        this.library = library;
        this.changes = changes;
        this.people = people;
        this.network = network;
        this.audit = audit;
        this.events = events;
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

    /** The seal of what is asked for. */
    @Transactional(readOnly = true)
    public String sealOf(long id) {
        return Objects.requireNonNull(newest(existing(id)).seal(), "Nothing is asked for.");
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

    /** Log-ins of those who could give an approval that it waits for. */
    @Transactional(readOnly = true)
    public List<String> asked(long id) {
        StandardVersion version = newest(existing(id));
        Electorate electorate = needs.electorate(false, Map.of());
        NeedStandings standings = standings(version, electorate);
        return people.all().stream()
                .map(Person::login)
                .filter(login ->
                        !standings.open(login, version.authors(), electorate).isEmpty())
                .toList();
    }

    /**
     * A standard change that waits for somebody.
     *
     * @param returned it came back to them; else they can give an approval that it waits for
     * @param since UTC
     */
    public record Awaiting(long id, String name, boolean returned, Instant since) {}

    /** Those that wait for the one who asks, the oldest first. */
    @Transactional(readOnly = true)
    public List<Awaiting> awaiting(Sight sight) {
        List<StandardVersion> open = versions
                .findByStateInOrderById(Set.of(StandardVersion.Approval.ASKED, StandardVersion.Approval.RETURNED))
                .stream()
                .filter(v -> v.standard().retiredAt() == null)
                .toList();
        if (open.isEmpty()) {
            return List.of();
        }
        Electorate electorate = needs.electorate(false, Map.of(sight.login(), sight));
        return open.stream()
                .filter(v -> v.state() == StandardVersion.Approval.RETURNED
                        ? v.authors().contains(sight.login())
                        : !standings(v, electorate)
                                .open(sight.login(), v.authors(), electorate)
                                .isEmpty())
                .map(v -> new Awaiting(
                        v.standard().id(),
                        v.standard().name(),
                        v.state() == StandardVersion.Approval.RETURNED,
                        v.askedAt() == null ? v.writtenAt() : v.askedAt()))
                .toList();
    }

    /** What was said with the decision about it that was made last; empty when nothing was. */
    @Transactional(readOnly = true)
    public String lastComment(long id) {
        List<StandardDecision> all =
                decisions.findByVersionIdOrderById(newest(existing(id)).id());
        return all.isEmpty() ? "" : all.get(all.size() - 1).comment();
    }

    private StandardChange existing(long id) {
        return standards.findById(id).orElseThrow(() -> ProblemException.notFound("This standard change"));
    }

    private StandardChange lock(long id) {
        return standards.lockById(id).orElseThrow(() -> ProblemException.notFound("This standard change"));
    }

    private StandardVersion newest(StandardChange standard) {
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

    private LocalDate today() {
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

    private Templates.Usable template(StandardDefinition definition) {
        return templates.usable(definition.templateVersion()).orElseThrow();
    }

    /** Asks for the approval of what was written last, for the devices on which it can be tried. */
    public void ask(long id, int number, String login) {
        StandardChange standard = lock(id);
        StandardVersion version = newest(standard);
        mustBe(version, number);
        if (version.state() != StandardVersion.Approval.WRITTEN) {
            throw ProblemException.refused("Version " + number + " of " + standard.name() + " "
                    + version.standing(clock.instant()).words()
                    + ": there is nothing to ask for. Write it anew first.");
        }
        StandardDefinition definition = version.definition();
        if (definition.validUntil().isBefore(today())) {
            throw ProblemException.invalid("validUntil", "Its last day is over. Write it anew with a later one.");
        }
        StandardTrial.Tried tried = trial.of(standard.name(), definition, template(definition), login);
        if (tried.devices().isEmpty()) {
            throw ProblemException.invalid(
                    "bounds",
                    "There is no device for which it could be approved"
                            + (tried.leftOut().isEmpty()
                                    ? ". Widen the bounds."
                                    : ": "
                                            + tried.leftOut().get(0).device() + ", "
                                            + tried.leftOut().get(0).why() + "."));
        }
        version.ask(tried.devices(), tried.reckoned().needs(), clock.instant());
        audit.write(
                login,
                subject(standard),
                "approval asked for",
                "Version " + number + ", for " + count(tried.devices().size()) + ". Seal "
                        + Seal.brief(Objects.requireNonNull(version.seal())) + ".");
        events.publishEvent(new StandardMoved(id, StandardMoved.What.ASKED, login));
    }

    private static String count(int devices) {
        return devices == 1 ? "1 device" : devices + " devices";
    }

    private static void mustBe(StandardVersion version, int number) {
        if (version.number() != number) {
            throw ProblemException.moved("Version " + version.number() + " was written meanwhile. Look at it first.");
        }
    }

    /**
     * Approves what is asked for, or sends it back.
     *
     * @param seal of what was on the screen; refused when it has another one by now
     */
    public void decide(long id, Verdict verdict, String comment, String seal, Sight sight) {
        StandardChange standard = lock(id);
        StandardVersion version = newest(standard);
        String login = sight.login();
        if (verdict != Verdict.APPROVED && verdict != Verdict.RETURNED) {
            throw ProblemException.invalid("verdict", "Choose approved or returned.");
        }
        if (verdict == Verdict.RETURNED && comment.isBlank()) {
            throw ProblemException.invalid("comment", "Say why, so that the author knows what to do.");
        }
        if (version.state() != StandardVersion.Approval.ASKED) {
            throw ProblemException.moved(standard.name() + " is not asked for any more. Load it again and look.");
        }
        if (!seal.equals(version.seal())) {
            throw ProblemException.moved("It was written anew while you looked at it. Load it again and look.");
        }
        if (!FourEyes.mayDecide(version.authors(), login)) {
            throw ProblemException.forbidden("You wrote it; somebody else has to decide about it (four eyes).");
        }
        Electorate electorate = needs.electorate(false, Map.of(login, sight));
        NeedStandings standings = standings(version, electorate);
        List<NeedStanding> theirs = standings.open(login, version.authors(), electorate);
        if (theirs.isEmpty()) {
            throw ProblemException.forbidden("Yours is not among the approvals that it waits for."
                    + (standings.waitsFor().isEmpty() ? "" : " It waits for " + standings.waitsFor() + "."));
        }
        String away = NeedStandings.actingFor(login, theirs, version.authors(), electorate)
                .orElse(null);
        decisions.saveAndFlush(new StandardDecision(
                version,
                people.withLogin(login),
                verdict,
                comment.strip(),
                theirs.stream().map(s -> s.need().key()).collect(Collectors.toSet()),
                away,
                clock.instant()));
        audit.write(
                login,
                subject(standard),
                verdict == Verdict.APPROVED ? "standard change approved" : "standard change returned",
                "Version " + version.number() + ", seal " + Seal.brief(seal) + "."
                        + (away == null
                                ? ""
                                : " Acting for " + people.withLogin(away).name() + ", who is away.")
                        + (comment.isBlank() ? "" : " " + comment.strip()));
        if (verdict == Verdict.RETURNED) {
            version.sendBack();
            events.publishEvent(new StandardMoved(id, StandardMoved.What.RETURNED, login));
        } else if (standings(version, null).satisfied()) {
            LocalDate last = version.definition().validUntil();
            version.approve(
                    clock.instant(),
                    last.plusDays(1).atStartOfDay(network.zone()).toInstant());
            audit.write(
                    AuditLog.SAFE_STEP,
                    subject(standard),
                    "in force",
                    "Version " + version.number() + ", valid until " + last + ": changes within its bounds need no"
                            + " approval of their own.");
            events.publishEvent(new StandardMoved(id, StandardMoved.What.APPROVED, login));
        }
    }

    @Transactional(readOnly = true)
    NeedStandings standings(StandardVersion version, @Nullable Electorate electorate) {
        return NeedStandings.of(
                version.needs(),
                decisions.findByVersionIdOrderById(version.id()).stream()
                        .filter(d -> d.verdict() == Verdict.APPROVED)
                        .map(StandardDecision::given)
                        .toList(),
                version.seal(),
                version.authors(),
                version.askedAt(),
                // What was approved once holds until its own end, and not for the hours of a rule.
                version.approvedAt() == null ? clock.instant() : version.approvedAt(),
                electorate);
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
