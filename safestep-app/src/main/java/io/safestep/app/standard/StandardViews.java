package io.safestep.app.standard;

import io.safestep.app.approval.NeedsView;
import io.safestep.app.approval.needs.Needs;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.UseRecord.Figures;
import io.safestep.app.standard.stored.StandardChange;
import io.safestep.app.standard.stored.StandardChangeRepository;
import io.safestep.app.standard.stored.StandardDecisionRepository;
import io.safestep.app.standard.stored.StandardDefinition;
import io.safestep.app.standard.stored.StandardVersion;
import io.safestep.app.standard.stored.StandardVersionRepository;
import io.safestep.app.template.Templates;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.standard.StandardState;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Standard changes as people are shown them. */
@Component
@Transactional(readOnly = true)
class StandardViews {

    private final StandardChangeRepository standards;
    private final StandardVersionRepository versions;
    private final StandardDecisionRepository decisions;
    private final StandardChanges changes;
    private final StandardApprovals approvals;
    private final UseRecord uses;
    private final BoundWords words;
    private final Needs needs;
    private final Templates templates;
    private final ChangesInSight inSight;
    private final People people;
    private final Clock clock;

    StandardViews(
            StandardChangeRepository standards,
            StandardVersionRepository versions,
            StandardDecisionRepository decisions,
            StandardChanges changes,
            StandardApprovals approvals,
            UseRecord uses,
            BoundWords words,
            Needs needs,
            Templates templates,
            ChangesInSight inSight,
            People people,
            Clock clock) {
        this.standards = standards;
        this.versions = versions;
        this.decisions = decisions;
        this.changes = changes;
        this.approvals = approvals;
        this.uses = uses;
        this.words = words;
        this.needs = needs;
        this.templates = templates;
        this.inSight = inSight;
        this.people = people;
        this.clock = clock;
    }

    /** All of them, by name; those that are retired last. */
    List<StandardView.StandardRow> all() {
        Instant now = clock.instant();
        Map<Long, List<StandardVersion>> byStandard = versions.findAllByOrderByNumberDesc().stream()
                .collect(Collectors.groupingBy(v -> v.standard().id()));
        Map<Long, Figures> figures = uses.figures();
        return standards.findAllByOrderByName().stream()
                .map(s -> row(
                        s,
                        byStandard.getOrDefault(s.id(), List.of()),
                        figures.getOrDefault(s.id(), Figures.none(s.id())),
                        now))
                .sorted((one, other) ->
                        Boolean.compare(one.state() == StandardState.RETIRED, other.state() == StandardState.RETIRED))
                .toList();
    }

    private StandardView.StandardRow row(
            StandardChange standard, List<StandardVersion> all, Figures figures, Instant now) {
        StandardVersion newest = all.get(0);
        Optional<StandardVersion> approved = approved(all);
        StandardDefinition said = approved.orElse(newest).definition();
        return new StandardView.StandardRow(
                standard.id(),
                standard.name(),
                standard.retiredAt() != null
                        ? StandardState.RETIRED
                        : approved.orElse(newest).standing(now),
                newest.state() == StandardVersion.Approval.ASKED && standard.retiredAt() == null,
                said.purpose(),
                templates.usable(said.templateVersion()).orElseThrow().name(),
                approved.map(v -> v.definition().validUntil()).orElse(null),
                figures.uses(),
                figures.succeeded(),
                figures.failed());
    }

    private static Optional<StandardVersion> approved(List<StandardVersion> newestFirst) {
        return newestFirst.stream().filter(StandardVersion::isApproved).findFirst();
    }

    StandardView one(long id, Sight sight) {
        StandardChange standard =
                standards.findById(id).orElseThrow(() -> ProblemException.notFound("This standard change"));
        List<StandardVersion> all = versions.findByStandardIdOrderByNumberDesc(id);
        StandardVersion newest = all.get(0);
        Electorate electorate = needs.electorate(false, Map.of(sight.login(), sight));
        List<UseRecord.Use> used = uses.of(id);
        Set<Integer> seen =
                inSight.seenOf(sight, used.stream().map(UseRecord.Use::number).toList());
        return new StandardView(
                        id,
                        standard.name(),
                        standard.retiredAt() != null,
                        approved(all).map(v -> version(v, null, sight)).orElse(null),
                        newest.isApproved() ? null : version(newest, electorate, sight),
                        used.stream()
                                .filter(u -> seen.contains(u.number()))
                                .map(u -> new StandardView.UseView(
                                        u.number(),
                                        u.title(),
                                        u.state(),
                                        u.nothingWritten(),
                                        u.version(),
                                        u.submittedAt(),
                                        u.ended()))
                                .toList())
                .told(sight);
    }

    private StandardView.Version version(StandardVersion v, @Nullable Electorate electorate, Sight sight) {
        StandardDefinition d = v.definition();
        Templates.Usable template = templates.usable(d.templateVersion()).orElseThrow();
        Map<String, String> names = people.all().stream().collect(Collectors.toMap(Person::login, Person::name));
        NeedStandings standings = approvals.standings(v, electorate);
        List<NeedStanding> yours = electorate == null || v.state() != StandardVersion.Approval.ASKED
                ? List.of()
                : standings.open(sight.login(), v.authors(), electorate);
        StandardState state = v.standing(clock.instant());
        return new StandardView.Version(
                v.number(),
                state,
                state == StandardState.SUSPENDED ? "Suspended: " + v.suspendedWhy() : "",
                new StandardView.Definition(
                        d.purpose(),
                        d.templateVersion(),
                        template.name(),
                        template.number(),
                        template.platform(),
                        d.bounds(),
                        d.examples(),
                        d.validUntil()),
                words.of(d, sight),
                v.devices(),
                0,
                v.seal(),
                new StandardView.StandardDates(
                        v.authors().stream().map(a -> names.getOrDefault(a, a)).toList(),
                        v.writtenAt(),
                        v.askedAt(),
                        v.approvedAt()),
                v.state() == StandardVersion.Approval.WRITTEN
                        ? List.of()
                        : standings.all().stream()
                                .map(s -> NeedsView.Need.of(s, yours.contains(s), Set.of(), names, sight))
                                .toList(),
                !yours.isEmpty(),
                decisions.findByVersionIdOrderById(v.id()).stream()
                        .map(x -> new StandardView.DecisionView(
                                x.person().name(), x.verdict(), x.comment(), x.decidedAt()))
                        .toList());
    }

    /** What would follow from what somebody is writing. */
    StandardView.TrialView tried(@Nullable Long id, StandardChanges.Wanted wanted, Sight sight) {
        StandardTrial.Tried tried = changes.tried(id, wanted, sight.login());
        List<ApprovalNeed> needed = tried.reckoned().needs();
        Map<String, String> names = people.all().stream().collect(Collectors.toMap(Person::login, Person::name));
        NeedStandings standings = NeedStandings.of(
                needed,
                List.of(),
                null,
                Set.of(sight.login()),
                null,
                clock.instant(),
                needs.electorate(false, Map.of(sight.login(), sight)));
        return new StandardView.TrialView(
                wanted.bounds().words(words.names(sight)),
                sight.seen(tried.devices()),
                sight.seen(tried.leftOut(), StandardTrial.LeftOut::device).stream()
                        .map(l -> new StandardView.LeftOutView(l.device(), l.why()))
                        .toList(),
                standings.all().stream()
                        .map(s -> NeedsView.Need.of(s, false, Set.of(), names, sight))
                        .toList());
    }
}
