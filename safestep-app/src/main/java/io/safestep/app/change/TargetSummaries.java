package io.safestep.app.change;

import io.safestep.app.access.CredentialChoice;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.asked.Way;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.views.TargetSummary;
import io.safestep.app.credential.Credentials;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.network.ComputedNetwork;
import io.safestep.app.platform.Platforms;
import io.safestep.app.rule.Rules;
import io.safestep.core.alike.UnchangedCopies;
import io.safestep.core.config.DeviceBuild;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.fit.Misfit;
import io.safestep.core.network.fit.Misfits;
import io.safestep.core.network.ownpath.OwnAccount;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Works out in short what follows for all devices of a change together, and what of it does not fit. */
@Component
@Transactional(readOnly = true)
class TargetSummaries {

    private final Changes changes;
    private final DeviceBuilds builds;
    private final Devices devices;
    private final Platforms platforms;
    private final ComputedNetwork network;
    private final CredentialChoice choice;
    private final Credentials credentials;
    private final Rules rules;

    TargetSummaries(
            Changes changes,
            DeviceBuilds builds,
            Devices devices,
            Platforms platforms,
            ComputedNetwork network,
            CredentialChoice choice,
            Credentials credentials,
            Rules rules) {
        this.changes = changes;
        this.builds = builds;
        this.devices = devices;
        this.platforms = platforms;
        this.network = network;
        this.choice = choice;
        this.credentials = credentials;
        this.rules = rules;
    }

    /** Of targets as they are written, from the baselines of today. */
    List<TargetSummary> of(List<Draft.Target> targets) {
        Map<String, Device> named =
                devices.named(targets.stream().map(Draft.Target::device).collect(Collectors.toSet())).stream()
                        .collect(Collectors.toMap(Device::name, Function.identity()));
        builds.prepare(named.values());
        Map<Device, Outcome> outcomes = new LinkedHashMap<>();
        Map<Device, Asked> asked = new LinkedHashMap<>();
        targets.forEach(t -> {
            Device device = Objects.requireNonNull(named.get(t.device()));
            asked.put(device, t.asked());
            outcomes.put(device, builds.outcome(device, builds.base(device, t.asked()), t.asked()));
        });
        return summaries(outcomes, copies(asked));
    }

    /** Of a stored change, from the baselines from which it was derived. */
    List<TargetSummary> of(int number) {
        Map<Device, Outcome> outcomes = new LinkedHashMap<>();
        Map<Device, Asked> asked = new LinkedHashMap<>();
        changes.numbered(number).targets().forEach(t -> {
            asked.put(t.device(), t.asked());
            outcomes.put(t.device(), builds.outcome(t.device(), t.baselineBackupId(), t.asked()));
        });
        return summaries(outcomes, copies(asked));
    }

    /** Blocks of lines that were pasted and not adapted, by device. */
    private Map<String, List<String>> copies(Map<Device, Asked> asked) {
        Map<String, Map<String, String>> byPlatform = new TreeMap<>();
        asked.forEach((device, what) -> {
            if (what.way() == Way.LINES) {
                byPlatform
                        .computeIfAbsent(device.platform(), p -> new LinkedHashMap<>())
                        .put(device.name(), what.text());
            }
        });
        Map<String, List<String>> copies = new HashMap<>();
        byPlatform.forEach((platform, lines) -> new UnchangedCopies(
                        platforms.profile(platform).language())
                .among(lines)
                .forEach(c -> copies.computeIfAbsent(c.device(), d -> new ArrayList<>())
                        .add(c.sentence())));
        return copies;
    }

    private List<TargetSummary> summaries(Map<Device, Outcome> outcomes, Map<String, List<String>> copies) {
        Map<String, List<String>> findings = new TreeMap<>();
        misfits(outcomes)
                .forEach(m -> findings.computeIfAbsent(m.device(), d -> new ArrayList<>())
                        .add(m.sentence()));
        Map<Long, String> logins = logins();
        List<TargetSummary> summaries = new ArrayList<>();
        outcomes.forEach((device, outcome) -> {
            List<String> own = new ArrayList<>();
            if (outcome.isDerivable()) {
                DeviceBuild build = outcome.derived();
                own.addAll(builds.engine(device).newlyDangling(build.baseline(), build.outcome()));
                ownAccount(device, build, logins).ifPresent(own::add);
                rules.wouldBreak(device, build.baseline(), build.outcome()).forEach(b -> own.add(b.sentence()));
            }
            own.addAll(findings.getOrDefault(device.name(), List.of()));
            own.addAll(copies.getOrDefault(device.name(), List.of()));
            summaries.add(TargetSummary.of(device.name(), outcome, own));
        });
        return summaries;
    }

    /** By device, the account with which Safe Step logs in. */
    private Map<Long, String> logins() {
        Map<Long, String> byCredential =
                credentials.all().stream().collect(Collectors.toMap(Credentials.Entry::id, Credentials.Entry::login));
        Map<Long, String> logins = new HashMap<>();
        choice.ofAll().forEach((device, chosen) -> logins.put(device, byCredential.get(chosen.credentialId())));
        return logins;
    }

    private Optional<String> ownAccount(Device device, DeviceBuild build, Map<Long, String> logins) {
        String login = logins.get(device.id());
        return login == null
                ? Optional.empty()
                : new OwnAccount(platforms.profile(device.platform()).language(), login)
                        .touched(build.baseline(), build.outcome())
                        .map(line -> "\"" + line + "\" changes the account " + login
                                + " with which Safe Step logs in. It could not read the device back, nor undo anything,"
                                + " before the stored credential is the new one.");
    }

    private List<Misfit> misfits(Map<Device, Outcome> outcomes) {
        ComputedNetwork.Configured now = network.configured();
        Map<String, Map<String, InterfaceFacts>> before = new TreeMap<>();
        now.devices().forEach((name, facts) -> before.put(name, facts.interfaces()));
        Map<String, Map<String, InterfaceFacts>> after = new TreeMap<>(before);
        after.putAll(interfaces(outcomes));
        return Misfits.brought(
                new Misfits(before, now.links()),
                new Misfits(after, now.links()),
                outcomes.keySet().stream().map(Device::name).toList());
    }

    /** Of each device as it would be: most of the work of a preview, in which none waits for another. */
    private Map<String, Map<String, InterfaceFacts>> interfaces(Map<Device, Outcome> outcomes) {
        return outcomes.entrySet().parallelStream()
                .filter(e -> e.getValue().isDerivable())
                .collect(Collectors.toMap(
                        e -> e.getKey().name(),
                        e -> platforms
                                .facts(e.getKey().platform())
                                .interfaces(e.getValue().derived().outcome())));
    }
}
