package io.safestep.app.change.build;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Way;
import io.safestep.app.device.Device;
import io.safestep.app.platform.Platforms;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.WrittenForms;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigTree;
import io.safestep.core.config.tree.LineComplaint;
import io.safestep.core.config.written.Edited;
import io.safestep.core.drift.Match;
import io.safestep.core.identity.Decided;
import io.safestep.core.network.facts.FactReader;
import io.safestep.core.network.ownpath.OwnPath;
import io.safestep.core.paste.Cleaned;
import io.safestep.core.paste.PastedInstructions;
import io.safestep.core.platform.PlatformProfile;
import io.safestep.core.template.Rendered;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Derives what follows from what an author asks for, from the stored baseline of a device. */
@Component
public class DeviceBuilds {

    private final Backups backups;
    private final Platforms platforms;
    private final FilledTemplates templates;
    private final OtherDevices others;

    DeviceBuilds(Backups backups, Platforms platforms, FilledTemplates templates, OtherDevices others) {
        this.backups = backups;
        this.platforms = platforms;
        this.templates = templates;
        this.others = others;
    }

    public ConfigEngine engine(Device device) {
        return platforms.engine(device.platform());
    }

    public FactReader facts(Device device) {
        return platforms.facts(device.platform());
    }

    /**
     * The configuration from which is derived what an author asks for: the baseline; for a return to a backup what the
     * device was found to hold, so that it really gets there.
     */
    public @Nullable Long base(Device device, Asked asked) {
        return asked.way() == Way.BACKUP && device.match() != Match.MATCHES
                ? backups.newestRunning(device.id()).orElse(null)
                : device.baselineBackupId();
    }

    /** Read anew from what is stored, for the seal. */
    public ConfigTree baseline(Device device, long backupId) {
        return engine(device).read(backups.text(backupId));
    }

    /** Has the baselines of many devices read at once before something is derived from each. */
    public void prepare(Collection<Device> many) {
        List<Long> baselines = many.stream()
                .map(Device::baselineBackupId)
                .filter(Objects::nonNull)
                .toList();
        for (int from = 0; from < baselines.size(); from += Backups.MOST_AT_ONCE) {
            backups.prepareTrees(baselines.subList(from, Math.min(baselines.size(), from + Backups.MOST_AT_ONCE)));
        }
    }

    /** What an author asks for, worked out. */
    public Outcome outcome(Device device, @Nullable Long baselineId, Asked asked) {
        return derived(device, baselineId, derivation -> derivation.of(asked));
    }

    /** What follows from a template with values in it. */
    public Outcome outcome(Device device, @Nullable Long baselineId, Rendered rendered) {
        return derived(device, baselineId, derivation -> derivation.ofTemplate(rendered));
    }

    private Outcome derived(Device device, @Nullable Long baselineId, Function<Derivation, Outcome> asked) {
        if (baselineId == null) {
            return Outcome.refused(LineComplaint.error(
                    1, device.name() + " has no backup yet, so that nothing can be derived. Take one on its page."));
        }
        PlatformProfile profile = platforms.profile(device.platform());
        OwnPath path = ownPath(device, profile);
        ConfigTree baseline = backups.keptTree(baselineId);
        ConfigEngine engine = path == null ? engine(device) : engine(device).sparing(path.lifeline(baseline));
        Outcome outcome = asked.apply(new Derivation(device, engine, baseline, path));
        return withKnownSecrets(engine, outcome);
    }

    /** What stands in a backup for a secret that the device hides must never be written as if it were the secret. */
    private static Outcome withKnownSecrets(ConfigEngine engine, Outcome outcome) {
        List<String> unknown = outcome.isDerivable() ? engine.unknownSecrets(outcome.derived()) : List.of();
        if (unknown.isEmpty()) {
            return outcome;
        }
        List<LineComplaint> complaints = new ArrayList<>(outcome.complaints());
        unknown.forEach(line -> complaints.add(LineComplaint.error(
                0,
                "\"" + line + "\" would be written, but nobody knows the secret: the device it comes from hides it."
                        + " Write the line with its secret, or leave it out.")));
        return Outcome.refused(complaints);
    }

    /** From the baseline of one device to what follows. */
    private final class Derivation {

        private final Device device;
        private final ConfigEngine engine;
        private final ConfigTree baseline;
        private final @Nullable OwnPath path;

        Derivation(Device device, ConfigEngine engine, ConfigTree baseline, @Nullable OwnPath path) {
            this.device = device;
            this.engine = engine;
            this.baseline = baseline;
            this.path = path;
        }

        public Outcome of(Asked asked) {
            return switch (asked.way()) {
                case LINES -> ofLines(asked.text(), "");
                case CONFIGURATION -> ofConfiguration(asked.text());
                case TEMPLATE -> ofTemplate(templates.rendered(device, baseline, asked));
                case BACKUP -> ofBackup(asked.backup());
                case OTHER_DEVICE -> ofOtherDevice(asked);
            };
        }

        private Outcome ofLines(String lines, String undoLines) {
            List<LineComplaint> complaints = engine.complaints(baseline, lines);
            return complaints.stream().anyMatch(LineComplaint::isError)
                    ? Outcome.refused(complaints)
                    : Outcome.of(complaints, engine.withWrittenUndo(engine.build(baseline, lines), undoLines), path);
        }

        private Outcome ofConfiguration(String text) {
            Edited edited = engine.edited(baseline, text);
            return edited.isUsable()
                    ? Outcome.of(edited.complaints(), engine.build(baseline, edited.tree()), path)
                    : Outcome.refused(edited.complaints());
        }

        Outcome ofTemplate(Rendered rendered) {
            return rendered.isUsable()
                    ? ofLines(rendered.lines(), rendered.undo()).from(rendered.lines())
                    : Outcome.refused(FilledTemplates.complaints(rendered), rendered.problems());
        }

        private Outcome ofBackup(Long backupId) {
            return backupId == null || !backups.belongsTo(backupId, device.id())
                    ? Outcome.refused(LineComplaint.error(0, "Choose a backup of " + device.name() + " to return to."))
                    : Outcome.of(List.of(), engine.build(baseline, backups.keptTree(backupId)), path);
        }

        private Outcome ofOtherDevice(Asked asked) {
            if (asked.backupId() == null) {
                return Outcome.refused(LineComplaint.error(
                        0, "Choose the device whose configuration " + device.name() + " is to take."));
            }
            Decided decided = others.decided(device, baseline, asked);
            List<LineComplaint> complaints = OtherDevices.complaints(decided);
            return complaints.isEmpty()
                    ? Outcome.of(List.of(), engine.build(baseline, decided.tree()), path)
                    : Outcome.refused(complaints);
        }
    }

    public boolean mayRestoreStartup(Device device) {
        return platforms.profile(device.platform()).access().restoresStartup();
    }

    /** Null for a device that is called by a host name: which of its addresses that is, only a name server knows. */
    private static @Nullable OwnPath ownPath(Device device, PlatformProfile profile) {
        return WrittenForms.isAddress(device.address())
                ? new OwnPath(profile, IpAddress.parse(device.address()))
                : null;
    }

    /** What was asked for, for somebody who may not see the secrets in it. */
    public String masked(Device device, Asked asked) {
        ConfigEngine engine = engine(device);
        return engine.masked(engine.readScript(asked.text()));
    }

    public Cleaned cleaned(Device device, String pasted) {
        return new PastedInstructions(platforms.profile(device.platform())).clean(pasted);
    }
}
