package io.safestep.app.approval.needs;

import io.safestep.app.approval.rules.ApprovalRules;
import io.safestep.app.approval.rules.HouseWeights;
import io.safestep.app.approval.rules.RuleWords;
import io.safestep.app.change.stored.Change;
import io.safestep.app.sight.Sight;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.ApprovalNeeds;
import io.safestep.core.approval.ApprovalRule;
import io.safestep.core.approval.Electorate;
import io.safestep.core.approval.HouseNames;
import io.safestep.core.change.ChangeState;
import io.safestep.core.people.Right;
import io.safestep.core.risk.Risk;
import io.safestep.core.risk.RiskWeights;
import io.safestep.core.risk.Submission;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What changes need before they may run. The front door of this room. */
@Service
@Transactional
public class Needs {

    private static final Set<Right> OF_OTHERS = Set.of(Right.DECIDE_CHANGES);
    private static final Set<Right> OF_EMERGENCIES = Set.of(Right.DECIDE_CHANGES, Right.RUN_CHANGES);

    private final ChangeNeedRepository repository;
    private final ChangeRiskRepository risks;
    private final ApprovalRules rules;
    private final HouseWeights weights;
    private final RuleWords words;
    private final Submissions submissions;
    private final House house;
    private final Clock clock;

    Needs(
            ChangeNeedRepository repository,
            ChangeRiskRepository risks,
            ApprovalRules rules,
            HouseWeights weights,
            RuleWords words,
            Submissions submissions,
            House house,
            Clock clock) {
        this.repository = repository;
        this.risks = risks;
        this.rules = rules;
        this.weights = weights;
        this.words = words;
        this.submissions = submissions;
        this.house = house;
        this.clock = clock;
    }

    /** What a change comes to by rules and weights. */
    public record Reckoned(Risk risk, List<ApprovalNeed> needs) {}

    /** As it is stored, by the rules of now. */
    @Transactional(readOnly = true)
    public Reckoned reckoned(Change change) {
        return reckoned(submissions.of(change), rules.inForce(), weights.now().weights(), words.names());
    }

    /**
     * What the widest change would need that a standard change lets through: by the rules about standard changes and by
     * those about others, on every device, whatever is there already.
     *
     * @param example a change that is not stored, with all of the devices
     */
    @Transactional(readOnly = true)
    public Reckoned widest(Change example) {
        return reckoned(
                submissions.of(example).widest(), rules.inForce(), weights.now().weights(), words.names());
    }

    /** Of several, by other rules than those in force. */
    @Transactional(readOnly = true)
    public Map<Change, Reckoned> reckoned(Collection<Change> changes, List<ApprovalRule> by) {
        Map<Long, Submission> all = submissions.of(changes);
        RiskWeights counting = weights.now().weights();
        HouseNames names = words.names();
        Map<Change, Reckoned> reckoned = new HashMap<>();
        changes.forEach(c -> reckoned.put(c, reckoned(Objects.requireNonNull(all.get(c.id())), by, counting, names)));
        return reckoned;
    }

    private static Reckoned reckoned(
            Submission submission, List<ApprovalRule> rules, RiskWeights weights, HouseNames names) {
        Risk risk = Risk.of(submission, weights);
        return new Reckoned(risk, ApprovalNeeds.of(submission, risk.level(), rules, names));
    }

    /** Keeps what a change needs by the rules of now, in place of what it needed when it was submitted before. */
    public void keep(Change change) {
        Reckoned now = reckoned(change);
        repository.forget(change.id());
        int position = 0;
        for (ApprovalNeed need : now.needs()) {
            repository.save(new ChangeNeed(change.id(), position++, need));
        }
        risks.save(new ChangeRisk(change.id(), now.risk()));
    }

    /** What was kept at the last submission; nothing for a change that was never submitted. */
    @Transactional(readOnly = true)
    public List<ApprovalNeed> kept(long changeId) {
        return kept(List.of(changeId)).getOrDefault(changeId, List.of());
    }

    /** Of several, by their ids. */
    @Transactional(readOnly = true)
    public Map<Long, List<ApprovalNeed>> kept(Collection<Long> changeIds) {
        return repository.findByChangeIdInOrderByPosition(changeIds).stream()
                .collect(Collectors.groupingBy(
                        ChangeNeed::changeId, Collectors.mapping(ChangeNeed::need, Collectors.toList())));
    }

    /** Whether it is with its author, so that the rules of now are asked. */
    public static boolean isBeingWritten(Change change) {
        return change.state() == ChangeState.DRAFT || change.state() == ChangeState.RETURNED;
    }

    /** Risks as they were at the last submission, by the ids of changes; those that never were submitted are missing. */
    @Transactional(readOnly = true)
    public Map<Long, Risk> risks(Collection<Long> changeIds) {
        return risks.findAllById(changeIds).stream().collect(Collectors.toMap(ChangeRisk::changeId, ChangeRisk::risk));
    }

    /** When changes were submitted last, UTC, by their ids; without those that never were. */
    @Transactional(readOnly = true)
    public Map<Long, Instant> submitted(Collection<Long> changeIds) {
        return repository.submitted(changeIds).stream()
                .collect(Collectors.toMap(ChangeNeedRepository.Submitted::id, ChangeNeedRepository.Submitted::at));
    }

    /** While it is written, as it is now; then as it was submitted. */
    @Transactional(readOnly = true)
    public Reckoned keptOrNow(Change change) {
        List<ApprovalNeed> kept = kept(change.id());
        return kept.isEmpty() || isBeingWritten(change)
                ? reckoned(change)
                : new Reckoned(
                        risks.findById(change.id())
                                .map(ChangeRisk::risk)
                                .orElseGet(() -> reckoned(change).risk()),
                        kept);
    }

    /** Numbers of changes that are approved, and of which an approval ends. */
    @Transactional(readOnly = true)
    public List<Integer> approvedForATime() {
        return repository.approvedForATime();
    }

    /** Numbers of changes that wait for an approval until a time, of which nobody was told that it is past. */
    @Transactional(readOnly = true)
    public List<Integer> askedForInTime() {
        return repository.askedForInTime();
    }

    /** @return false when it was noted before */
    public boolean noteOverdue(long changeId, String key) {
        return repository.noteOverdue(changeId, key, clock.instant()) > 0;
    }

    /**
     * Those who can approve now.
     *
     * @param emergency an emergency may be let run by who runs changes, too
     * @param known what is known already of what somebody sees
     */
    @Transactional(readOnly = true)
    public Electorate electorate(boolean emergency, Map<String, Sight> known) {
        return house.electorates(known).apply(emergency ? OF_EMERGENCIES : OF_OTHERS);
    }

    /** Those who can approve normal changes, and those who can let emergencies run; asked for at once. */
    @Transactional(readOnly = true)
    public Electorates electorates(Map<String, Sight> known) {
        Function<Set<Right>, Electorate> house = this.house.electorates(known);
        return new Electorates(house.apply(OF_OTHERS), house.apply(OF_EMERGENCIES));
    }

    /** @param emergency of those who can let an emergency run */
    public record Electorates(Electorate normal, Electorate emergency) {}
}
