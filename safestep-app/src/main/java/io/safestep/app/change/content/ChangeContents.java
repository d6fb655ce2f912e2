package io.safestep.app.change.content;

import io.safestep.app.change.asked.ChosenGroup;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.asked.RunOrder;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.change.stored.ChangeRepository;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.check.services.NetworkServices;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.change.Seal;
import io.safestep.core.change.SealedContent;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.DeviceBuild;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What a change holds: written by its author, and derived from that. */
@Component
public class ChangeContents {

    /** What the seal says of a way back that is no script. */
    private static final String RESTORED = "(startup is taken back as a whole)\n";

    private final ChangeRepository repository;
    private final DeviceBuilds builds;
    private final ChangeWaves waves;
    private final TouchedChecks touched;
    private final SubmissionRules rules;
    private final CheckRules checkRules;
    private final NetworkServices services;
    private final PeerSheets peerSheets;
    private final Devices devices;
    private final Groups groups;
    private final CheckStays stays;
    private final ObjectProvider<DraftCondition> conditions;
    private final EntityManager entityManager;

    ChangeContents(
            ChangeRepository repository,
            DeviceBuilds builds,
            ChangeWaves waves,
            TouchedChecks touched,
            SubmissionRules rules,
            CheckRules checkRules,
            NetworkServices services,
            PeerSheets peerSheets,
            Devices devices,
            Groups groups,
            CheckStays stays,
            ObjectProvider<DraftCondition> conditions,
            EntityManager entityManager) {
        this.repository = repository;
        this.builds = builds;
        this.waves = waves;
        this.touched = touched;
        this.rules = rules;
        this.checkRules = checkRules;
        this.services = services;
        this.peerSheets = peerSheets;
        this.devices = devices;
        this.groups = groups;
        this.stays = stays;
        this.conditions = conditions;
        this.entityManager = entityManager;
    }

    /** @throws ProblemException when what an author wrote speaks of something that is not there */
    public void mustHold(Draft draft) {
        List<FieldError> errors =
                conditions.stream().flatMap(c -> c.errors(draft).stream()).toList();
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
    }

    /** Stores what an author wrote, and everything that follows from it. */
    public void write(Change change, Draft draft) {
        List<FieldError> errors = new ArrayList<>();
        List<ChangeTarget> targets = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (Draft.Target wanted : draft.targets()) {
            Device device = devices.named(wanted.device());
            String field = "targets[" + wanted.device() + "]";
            if (!seen.add(wanted.device())) {
                errors.add(FieldError.of(field, wanted.device() + " is named twice."));
            }
            rules.stanceError(device, field).ifPresent(errors::add);
            ChangeTarget target =
                    new ChangeTarget(change, devices.reference(device), targets.size() + 1, wanted.asked());
            target.place(draft.order().byHand().getOrDefault(wanted.device(), Integer.MAX_VALUE));
            targets.add(target);
        }
        List<Device> devicesOfChange =
                targets.stream().map(ChangeTarget::device).toList();
        List<ChangeCheck> checks = new ArrayList<>();
        for (Draft.ChosenCheck check : draft.checks()) {
            String field = "checks[" + checks.size() + "].";
            errors.addAll(checkRules.errors(check.definition(), field, devicesOfChange));
            errors.addAll(unknownChange(check.definition(), field, change));
            checks.add(ChangeCheck.written(change, checks.size() + 1, check.definition(), check.library()));
        }
        checks.addAll(ofServices(change, devicesOfChange, checks.size()));
        List<ChosenGroup> chosen = new ArrayList<>();
        for (String group : draft.groups()) {
            groups.members(group)
                    .ifPresentOrElse(
                            members -> chosen.add(new ChosenGroup(group, members)),
                            () -> errors.add(FieldError.of(
                                    "groups", "There is no group called " + group + ". Take it out of the choice.")));
        }
        errors.addAll(peerSheets.errors(draft.sheets(), seen));
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        change.handOver(draft.sheets());
        change.choose(chosen);
        change.replaceContent(List.of(), List.of());
        entityManager.flush(); // the old rows go before new ones for the same devices come
        change.replaceContent(targets, checks);
        derive(change);
    }

    /** What would follow from what an author writes, for a change that is not stored. */
    public void tryOut(Change change, Draft draft) {
        List<ChangeTarget> targets = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (Draft.Target wanted : draft.targets()) {
            if (seen.add(wanted.device())) {
                Device device = devices.named(wanted.device());
                targets.add(new ChangeTarget(change, devices.reference(device), targets.size() + 1, wanted.asked()));
            }
        }
        List<ChangeCheck> checks = new ArrayList<>();
        draft.checks()
                .forEach(c -> checks.add(ChangeCheck.written(change, checks.size() + 1, c.definition(), c.library())));
        checks.addAll(
                ofServices(change, targets.stream().map(ChangeTarget::device).toList(), checks.size()));
        change.replaceContent(targets, checks);
        derive(change);
    }

    /** What follows from the lines may have moved since they were written: services, baselines, waves. */
    public DerivedTargets renew(Change change) {
        renewServices(change);
        return derive(change);
    }

    /** Services may have been added, and the ways of their packets may have moved. */
    private void renewServices(Change change) {
        List<ChangeCheck> written =
                change.checks().stream().filter(c -> c.service() == null).toList();
        List<Device> changed =
                change.targets().stream().map(ChangeTarget::device).toList();
        List<ChangeCheck> near = ofServices(change, changed, written.size());
        List<CheckDefinition> before = change.checks().stream()
                .filter(c -> c.service() != null)
                .map(ChangeCheck::definition)
                .toList();
        if (!before.equals(near.stream().map(ChangeCheck::definition).toList())) {
            change.replaceServiceChecks(near);
        }
    }

    private List<ChangeCheck> ofServices(Change change, List<Device> changed, int before) {
        List<ChangeCheck> near = new ArrayList<>();
        for (NetworkServices.Near service : services.near(changed)) {
            near.add(ChangeCheck.ofService(change, before + near.size() + 1, service.definition(), service.service()));
        }
        return near;
    }

    private List<FieldError> unknownChange(CheckDefinition check, String field, Change change) {
        Integer until = check.notYetUntil();
        boolean known = until == null
                || until != change.number() && repository.findByNumber(until).isPresent();
        return known
                ? List.of()
                : List.of(FieldError.of(field + "notYetUntil", "Name another change that exists, such as CR-1004."));
    }

    /** Derives scripts, waves and the seal from the lines and the baselines as they are now: once, for everybody. */
    private DerivedTargets derive(Change change) {
        DerivedTargets derived = new DerivedTargets();
        boolean complete = !change.targets().isEmpty();
        for (ChangeTarget target : change.targets()) {
            Long baseline = builds.base(target.device(), target.asked());
            Outcome outcome = builds.outcome(target.device(), baseline, target.asked());
            derived.put(target, outcome, builds.facts(target.device()));
            if (outcome.isDerivable()) {
                ConfigEngine engine = builds.engine(target.device());
                DeviceBuild build = outcome.derived();
                target.derived(
                        baseline,
                        engine.text(build.script()),
                        engine.text(build.undo()),
                        build.proof().proven(),
                        derived.at(target.device()).map(touched::topics).orElse(Set.of()),
                        outcome.cut().isPresent());
            } else {
                target.underivable(baseline);
                complete = false;
            }
        }
        stays.reckon(change.checks(), derived);
        waves.place(change, derived);
        change.sealWith(complete ? sealOf(change) : null);
        return derived;
    }

    /** The seal of what is stored now: computed anew, not read. */
    public String sealOf(Change change) {
        List<SealedContent.Target> sealed = change.targets().stream()
                .map(t -> {
                    ConfigEngine engine = builds.engine(t.device());
                    return new SealedContent.Target(
                            t.device().name(),
                            t.wave(),
                            t.script(),
                            t.restoresStartup() ? RESTORED + t.undo() : t.undo(),
                            engine.touchedGround(
                                    builds.baseline(t.device(), t.baselineBackupId()), engine.readScript(t.script())));
                })
                .sorted(Comparator.comparing(SealedContent.Target::wave).thenComparing(SealedContent.Target::device))
                .toList();
        List<String> checks =
                change.checks().stream().map(c -> c.inForce().sealed()).toList();
        List<SealedContent.Sheet> sheets = change.sheets().stream()
                .map(s -> new SealedContent.Sheet(s.device(), s.runBy(), s.lines(), s.undo()))
                .toList();
        RunOrder order = change.order();
        return Seal.of(new SealedContent(sealed, checks, order.failureRule().name(), order.sealed(), sheets))
                .hex();
    }
}
