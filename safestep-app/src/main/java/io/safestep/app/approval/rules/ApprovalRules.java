package io.safestep.app.approval.rules;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.approval.ApprovalRule;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Rules about who approves what, with their versions. The front door of this room. */
@Service
@Transactional
public class ApprovalRules {

    private static final long NO_RULE = 0;

    private final ApprovalRuleRepository repository;
    private final ApprovalRuleVersionRepository versions;
    private final RuleWords words;
    private final AuditLog audit;
    private final Clock clock;

    ApprovalRules(
            ApprovalRuleRepository repository,
            ApprovalRuleVersionRepository versions,
            RuleWords words,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.versions = versions;
        this.words = words;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * A rule with what it was before, the newest first.
     *
     * @param active it asks for approvals of changes that are submitted from now on
     */
    public record Kept(
            long id, String name, boolean active, RuleDefinition definition, int version, List<Earlier> versions) {}

    /**
     * @param by log-in of who wrote it
     * @param at when, UTC
     */
    public record Earlier(int version, String name, boolean active, RuleDefinition definition, String by, Instant at) {}

    /** @param version the one that was read; 0 for a new rule */
    public record Wanted(String name, boolean active, RuleDefinition definition, int version) {}

    /** By name. */
    @Transactional(readOnly = true)
    public List<Kept> all() {
        return repository.findByRemovedAtIsNullOrderByName().stream()
                .map(this::kept)
                .toList();
    }

    private Kept kept(StoredApprovalRule rule) {
        return new Kept(
                rule.id(),
                rule.name(),
                rule.active(),
                rule.definition(),
                rule.version(),
                versions.findByKeyRuleIdOrderByKeyVersionDesc(rule.id()).stream()
                        .map(v -> new Earlier(
                                v.version(), v.name(), v.active(), v.definition(), v.changedBy(), v.changedAt()))
                        .toList());
    }

    /** Those under which a change that is submitted now comes. */
    @Transactional(readOnly = true)
    public List<ApprovalRule> inForce() {
        return repository.findByRemovedAtIsNullOrderByName().stream()
                .filter(StoredApprovalRule::active)
                .map(StoredApprovalRule::rule)
                .toList();
    }

    /**
     * Those in force if a rule were another one, or one more.
     *
     * @param id null for one more
     */
    @Transactional(readOnly = true)
    public List<ApprovalRule> inForceWith(@Nullable Long id, Wanted wanted) {
        check(wanted, id);
        List<ApprovalRule> rules = new ArrayList<>(
                inForce().stream().filter(r -> id == null || r.id() != id).toList());
        if (wanted.active()) {
            RuleDefinition d = wanted.definition();
            rules.add(new ApprovalRule(
                    id == null ? NO_RULE : id,
                    wanted.version() + 1,
                    wanted.name().strip(),
                    d.when(),
                    d.who(),
                    d.terms()));
        }
        return rules;
    }

    private void check(Wanted wanted, @Nullable Long id) {
        if (repository.existsByNameIgnoreCaseAndRemovedAtIsNullAndIdNot(
                wanted.name().strip(), id == null ? NO_RULE : id)) {
            throw ProblemException.invalid(
                    "name", "There is a rule called " + wanted.name().strip() + " already.");
        }
        words.unknown(wanted.definition()).ifPresent(u -> {
            throw ProblemException.invalid(List.of(u));
        });
    }

    /** @param id null for a new one */
    public Kept save(@Nullable Long id, Wanted wanted, String person) {
        check(wanted, id);
        StoredApprovalRule rule;
        if (id == null) {
            rule = new StoredApprovalRule(wanted.name().strip(), wanted.active(), wanted.definition());
        } else {
            rule = existing(id);
            if (rule.version() != wanted.version()) {
                throw ProblemException.moved("Somebody has changed this rule meanwhile. Load it again and look.");
            }
            rule.become(wanted.name().strip(), wanted.active(), wanted.definition());
        }
        try {
            repository.saveAndFlush(rule);
        } catch (DataIntegrityViolationException e) {
            throw ProblemException.invalid(
                    "name", "There is a rule called " + wanted.name().strip() + " already.");
        }
        versions.saveAndFlush(new ApprovalRuleVersion(rule, person, clock.instant()));
        audit.write(
                person,
                rule.name(),
                id == null ? "approval rule added" : "approval rule changed",
                "Version " + rule.version() + (rule.active() ? "." : ", not in force.")
                        + " Changes that were submitted keep what they needed then.");
        return kept(rule);
    }

    public void remove(long id, String person) {
        StoredApprovalRule rule = existing(id);
        rule.remove(clock.instant());
        audit.write(
                person,
                rule.name(),
                "approval rule removed",
                "Changes that were submitted under it keep what they needed then.");
    }

    private StoredApprovalRule existing(long id) {
        return repository
                .findByIdAndRemovedAtIsNull(id)
                .orElseThrow(() -> ProblemException.notFound("This approval rule"));
    }
}
