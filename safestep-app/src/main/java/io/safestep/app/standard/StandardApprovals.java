package io.safestep.app.standard;

import io.safestep.app.approval.needs.Needs;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.People;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.stored.StandardChange;
import io.safestep.app.standard.stored.StandardDecision;
import io.safestep.app.standard.stored.StandardDecisionRepository;
import io.safestep.app.standard.stored.StandardDefinition;
import io.safestep.app.standard.stored.StandardVersion;
import io.safestep.app.standard.stored.StandardVersionRepository;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.NeedStanding;
import io.safestep.core.approval.NeedStandings;
import io.safestep.core.change.FourEyes;
import io.safestep.core.change.Seal;
import io.safestep.core.change.Verdict;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Whether standard changes are approved: asked for, decided about once for all of their uses, by the rules of the house. */
@Service
@Transactional
public class StandardApprovals {

    private final StandardChanges standards;
    private final StandardVersionRepository versions;
    private final StandardDecisionRepository decisions;
    private final StandardTrial trial;
    private final Needs needs;
    private final People people;
    private final Network network;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    StandardApprovals(
            StandardChanges standards,
            StandardVersionRepository versions,
            StandardDecisionRepository decisions,
            StandardTrial trial,
            Needs needs,
            People people,
            Network network,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.standards = standards;
        this.versions = versions;
        this.decisions = decisions;
        this.trial = trial;
        this.needs = needs;
        this.people = people;
        this.network = network;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /**
     * A standard change that waits for somebody.
     *
     * @param returned it came back to them; else they can give an approval that it waits for
     * @param since UTC
     */
    public record Awaiting(long id, String name, boolean returned, Instant since) {}

    /** The seal of what is asked for. */
    @Transactional(readOnly = true)
    public String sealOf(long id) {
        return Objects.requireNonNull(standards.newest(id).seal(), "Nothing is asked for.");
    }

    /** Log-ins of those who could give an approval that it waits for. */
    @Transactional(readOnly = true)
    public List<String> asked(long id) {
        StandardVersion version = standards.newest(id);
        Electorate electorate = needs.electorate(false, Map.of());
        NeedStandings standings = standings(version, electorate);
        return people.all().stream()
                .map(Person::login)
                .filter(login ->
                        !standings.open(login, version.authors(), electorate).isEmpty())
                .toList();
    }

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
                decisions.findByVersionIdOrderById(standards.newest(id).id());
        return all.isEmpty() ? "" : all.get(all.size() - 1).comment();
    }

    /** Asks for the approval of what was written last, for the devices on which it can be tried. */
    public void ask(long id, int number, String login) {
        StandardChange standard = standards.lock(id);
        StandardVersion version = standards.newest(standard);
        mustBe(version, number);
        if (version.state() != StandardVersion.Approval.WRITTEN) {
            throw ProblemException.refused("Version " + number + " of " + standard.name() + " "
                    + version.standing(clock.instant()).words()
                    + ": there is nothing to ask for. Write it anew first.");
        }
        StandardDefinition definition = version.definition();
        if (definition.validUntil().isBefore(standards.today())) {
            throw ProblemException.invalid("validUntil", "Its last day is over. Write it anew with a later one.");
        }
        StandardTrial.Tried tried = trial.of(standard.name(), definition, standards.template(definition), login);
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
                StandardChanges.subject(standard),
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
        StandardChange standard = standards.lock(id);
        StandardVersion version = standards.newest(standard);
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
                StandardChanges.subject(standard),
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
                    StandardChanges.subject(standard),
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
}
