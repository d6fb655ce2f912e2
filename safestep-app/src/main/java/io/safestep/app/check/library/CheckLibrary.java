package io.safestep.app.check.library;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.check.CheckWords;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.CheckSetRule;
import io.safestep.core.check.definition.Topic;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Checks that have a name, and the sets in which they are proposed for changes. The front door of this package, beside
 * {@link NetworkServices}, {@link CheckRules} and {@link CheckLooks}.
 */
@Service
@Transactional
public class CheckLibrary {

    private final LibraryCheckRepository checks;
    private final CheckSetRepository sets;
    private final CheckRules rules;
    private final Platforms platforms;
    private final AuditLog audit;
    private final Clock clock;

    CheckLibrary(
            LibraryCheckRepository checks,
            CheckSetRepository sets,
            CheckRules rules,
            Platforms platforms,
            AuditLog audit,
            Clock clock) {
        this.checks = checks;
        this.sets = sets;
        this.rules = rules;
        this.platforms = platforms;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * A check as somebody wants it in the library.
     *
     * @param version that was read before; 0 for a new one
     */
    public record WantedCheck(int version, String name, String description, CheckDefinition definition) {}

    /**
     * A set as somebody wants it.
     *
     * @param version that was read before; 0 for a new one
     * @param checks names
     */
    public record WantedSet(int version, String name, String description, CheckSetRule rule, List<String> checks) {}

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return checks.count() == 0;
    }

    /** By name. */
    @Transactional(readOnly = true)
    public Map<String, CheckDefinition> definitions() {
        return checks().stream().collect(Collectors.toMap(LibraryCheckView::name, LibraryCheckView::definition));
    }

    @Transactional(readOnly = true)
    public List<LibraryCheckView> checks() {
        Map<Long, List<String>> holding = new LinkedHashMap<>();
        sets.findAllByOrderByName()
                .forEach(s -> s.checks()
                        .forEach(id -> holding.computeIfAbsent(id, k -> new ArrayList<>())
                                .add(s.name())));
        return checks.findAllByOrderByName().stream()
                .map(c -> view(c, holding.getOrDefault(c.id(), List.of())))
                .toList();
    }

    private LibraryCheckView view(LibraryCheck c, List<String> holding) {
        CheckDefinition definition = c.definition();
        return new LibraryCheckView(
                c.id(),
                c.version(),
                c.name(),
                c.description(),
                definition,
                rules.title(unnamed(definition)),
                CheckWords.expected(definition),
                holding,
                rules.platforms(definition),
                c.writtenBy(),
                c.writtenAt());
    }

    /** @param id null for a new one */
    public void save(@Nullable Long id, WantedCheck wanted, String person) {
        String name = wanted.name().strip();
        refuseTaken(checks.findByName(name).map(LibraryCheck::id).orElse(null), id, "check", name);
        List<FieldError> errors = rules.errors(wanted.definition(), "check.");
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        LibraryCheck check = id == null ? new LibraryCheck(name) : existing(id);
        refuseMoved(check.version(), wanted.version(), name);
        check.describe(name, wanted.description().strip(), named(wanted.definition(), name), person, clock.instant());
        checks.save(check);
        audit.write(
                person,
                name,
                id == null ? "check added to the library" : "check of the library changed",
                rules.line(wanted.definition()) + ". Version " + check.version() + ".");
    }

    /** In the library it has no devices, and its name is that under which it is kept. */
    private static CheckDefinition named(CheckDefinition c, @Nullable String name) {
        return new CheckDefinition(
                name,
                c.look(),
                c.extraction(),
                c.expectation(),
                c.value(),
                c.before(),
                null,
                c.settleSeconds(),
                c.everySeconds(),
                c.staysSeconds(),
                c.severity(),
                List.of());
    }

    private static CheckDefinition unnamed(CheckDefinition c) {
        return named(c, null);
    }

    private static void refuseTaken(@Nullable Long takenBy, @Nullable Long id, String what, String name) {
        if (takenBy != null && !takenBy.equals(id)) {
            throw ProblemException.invalid("name", "There is a " + what + " called " + name + " already.");
        }
    }

    private static void refuseMoved(int version, int read, String name) {
        if (version != read) {
            throw ProblemException.moved(
                    name + " was changed meanwhile. Load it again; what you wrote is still in this page until you do.");
        }
    }

    private LibraryCheck existing(long id) {
        return checks.findById(id).orElseThrow(() -> ProblemException.notFound("This check"));
    }

    public void removeCheck(long id, String person) {
        LibraryCheck check = existing(id);
        List<String> holding = sets.findAllByOrderByName().stream()
                .filter(s -> s.checks().contains(id))
                .map(CheckSet::name)
                .toList();
        if (!holding.isEmpty()) {
            throw ProblemException.refused(
                    check.name() + " is in the set " + String.join(", ", holding) + ". Take it out there first.");
        }
        checks.delete(check);
        audit.write(person, check.name(), "check removed from the library", "Changes that have taken it keep it.");
    }

    @Transactional(readOnly = true)
    List<CheckSetView> sets() {
        Map<Long, String> names = StreamSupport.stream(checks.findAll().spliterator(), false)
                .collect(Collectors.toMap(LibraryCheck::id, LibraryCheck::name));
        return sets.findAllByOrderByName().stream()
                .map(s -> {
                    CheckSetRule rule = s.rule();
                    return new CheckSetView(
                            s.id(),
                            s.version(),
                            s.name(),
                            s.description(),
                            rule.roles().stream().sorted().toList(),
                            rule.platforms().stream().sorted().toList(),
                            rule.topics().stream().sorted().toList(),
                            s.checks().stream().map(names::get).toList());
                })
                .toList();
    }

    /** @param id null for a new one */
    public void saveSet(@Nullable Long id, WantedSet wanted, String person) {
        String name = wanted.name().strip();
        refuseTaken(sets.findByName(name).map(CheckSet::id).orElse(null), id, "set", name);
        wanted.rule().platforms().forEach(platforms::profile);
        List<Long> members = new ArrayList<>();
        for (String check : new LinkedHashSet<>(wanted.checks())) {
            members.add(checks.findByName(check)
                    .map(LibraryCheck::id)
                    .orElseThrow(() ->
                            ProblemException.invalid("checks", "There is no check called " + check + " any more.")));
        }
        CheckSet set = id == null ? new CheckSet(name) : existingSet(id);
        refuseMoved(set.version(), wanted.version(), name);
        set.describe(name, wanted.description().strip(), wanted.rule(), members);
        sets.save(set);
        audit.write(
                person,
                name,
                id == null ? "set of checks added" : "set of checks changed",
                String.join(", ", wanted.checks()) + ".");
    }

    private CheckSet existingSet(long id) {
        return sets.findById(id).orElseThrow(() -> ProblemException.notFound("This set"));
    }

    void removeSet(long id, String person) {
        CheckSet set = existingSet(id);
        sets.delete(set);
        audit.write(person, set.name(), "set of checks removed", "Its checks stay in the library.");
    }

    /** What a change of these devices should have, each check once, those for every change first. */
    @Transactional(readOnly = true)
    public List<CheckProposal> proposals(List<CheckSetRule.Subject> devices) {
        Map<Long, CheckProposal> proposals = new LinkedHashMap<>();
        List<CheckSet> all = new ArrayList<>(sets.findAllByOrderByName());
        all.sort(java.util.Comparator.comparing(s -> !s.rule().always()));
        for (CheckSet set : all) {
            CheckSetRule rule = set.rule();
            List<CheckSetRule.Subject> concerned =
                    devices.stream().filter(rule::concerns).toList();
            Map<Long, LibraryCheck> known = concerned.isEmpty() ? Map.of() : checks(set);
            for (Long id : known.isEmpty() ? List.<Long>of() : set.checks()) {
                LibraryCheck check = Objects.requireNonNull(known.get(id));
                CheckDefinition definition = check.definition();
                List<String> possible = concerned.stream()
                        .filter(d -> CheckRules.possible(definition, platforms.profile(d.platform())))
                        .map(CheckSetRule.Subject::name)
                        .toList();
                if (!possible.isEmpty()) {
                    proposals.merge(
                            id,
                            new CheckProposal(
                                    check.name(),
                                    rules.title(definition),
                                    CheckWords.expected(definition),
                                    because(set.name(), rule, concerned),
                                    rule.always(),
                                    definition.on(possible)),
                            CheckLibrary::joined);
                }
            }
        }
        return proposals.values().stream().map(p -> forAll(p, devices.size())).toList();
    }

    private Map<Long, LibraryCheck> checks(CheckSet set) {
        Map<Long, LibraryCheck> found = new HashMap<>();
        checks.findAllById(set.checks()).forEach(c -> found.put(c.id(), c));
        return found;
    }

    /** Devices are named only where it is not looked at on all of them. */
    private static CheckProposal forAll(CheckProposal p, int devices) {
        return p.definition().devices().size() < devices
                ? p
                : new CheckProposal(
                        p.library(),
                        p.title(),
                        p.expected(),
                        p.because(),
                        p.basic(),
                        p.definition().on(List.of()));
    }

    private static CheckProposal joined(CheckProposal one, CheckProposal other) {
        Set<String> devices = new LinkedHashSet<>(one.definition().devices());
        devices.addAll(other.definition().devices());
        return new CheckProposal(
                one.library(),
                one.title(),
                one.expected(),
                one.because(),
                one.basic() || other.basic(),
                one.definition().on(List.copyOf(devices)));
    }

    private static String because(String set, CheckSetRule rule, List<CheckSetRule.Subject> concerned) {
        if (rule.always()) {
            return set + ", for every change";
        }
        String topics = rule.topics().stream()
                .filter(t -> concerned.stream().anyMatch(d -> d.touched().contains(t)))
                .sorted()
                .map(CheckLibrary::words)
                .collect(Collectors.joining(" and "));
        String devices = concerned.size() <= 3
                ? concerned.stream().map(CheckSetRule.Subject::name).collect(Collectors.joining(", "))
                : concerned.size() + " devices";
        return set + ", because " + topics + " on " + devices + (topics.endsWith("s") ? " are" : " is") + " touched";
    }

    private static String words(Topic topic) {
        return switch (topic) {
            case ROUTING -> "routing";
            case VLANS -> "VLANs";
            case GATEWAYS -> "shared gateways";
            case INTERFACES -> "interfaces";
            case FILTERS -> "packet filters";
        };
    }
}
