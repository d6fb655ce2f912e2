package io.safestep.app.change.views;

import io.safestep.app.backup.Backups;
import io.safestep.app.change.asked.ChosenGroup;
import io.safestep.app.change.asked.Requester;
import io.safestep.app.change.asked.RunOrder;
import io.safestep.app.change.asked.Way;
import io.safestep.app.change.beside.SavedBeside;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.content.ChangeWaves;
import io.safestep.app.change.content.PeerSheets;
import io.safestep.app.change.content.TouchedChecks;
import io.safestep.app.change.stored.Change;
import io.safestep.app.change.stored.ChangeCheck;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.check.looks.CheckRules;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.platform.Platforms;
import io.safestep.app.settings.Network;
import io.safestep.app.template.Templates;
import io.safestep.core.change.Seal;
import io.safestep.core.check.CheckWords;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.platform.language.Language;
import io.safestep.core.run.WaveOrder;
import io.safestep.core.template.Variable;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Turns changes into what people see of them. */
@Component
public class ChangeViews {

    private final DeviceBuilds builds;
    private final Platforms platforms;
    private final Groups groups;
    private final Templates templates;
    private final PeerSheets peerSheets;
    private final Backups backups;
    private final Devices devices;
    private final ChangeWaves waves;
    private final CheckRules checkRules;
    private final TouchedChecks touched;
    private final SavedBeside savedBeside;
    private final Network network;

    ChangeViews(
            DeviceBuilds builds,
            Platforms platforms,
            Groups groups,
            Templates templates,
            PeerSheets peerSheets,
            Backups backups,
            Devices devices,
            ChangeWaves waves,
            CheckRules checkRules,
            TouchedChecks touched,
            SavedBeside savedBeside,
            Network network) {
        this.builds = builds;
        this.platforms = platforms;
        this.groups = groups;
        this.templates = templates;
        this.peerSheets = peerSheets;
        this.backups = backups;
        this.devices = devices;
        this.waves = waves;
        this.checkRules = checkRules;
        this.touched = touched;
        this.savedBeside = savedBeside;
        this.network = network;
    }

    private ChangeView.Purpose purpose(Change c) {
        Requester requester = c.requester();
        String reference = requester.outsideReference();
        return new ChangeView.Purpose(
                c.title(),
                c.reason(),
                c.category(),
                c.emergencyReason(),
                requester.requestedBy(),
                requester.requesterMail(),
                reference,
                reference == null
                        ? null
                        : network.referenceLink()
                                .map(link -> link.of(reference))
                                .orElse(null),
                c.standardId());
    }

    public ChangeView full(Change c, String viewer) {
        boolean isAuthor = c.author().login().equals(viewer);
        return new ChangeView(
                c.number(),
                c.subject(),
                purpose(c),
                c.state(),
                c.nothingWritten(),
                c.author().login(),
                c.author().name(),
                c.version(),
                new ChangeView.Sealed(
                        c.seal(),
                        c.seal() == null ? null : Seal.brief(c.seal()),
                        c.undoAccepted(),
                        c.restoresStartup()),
                isAuthor && c.state().editable(),
                new ChangeView.Dates(c.createdAt(), c.updatedAt(), c.submittedAt()),
                c.outcomeNote(),
                0,
                new ChangeView.Content(
                        c.groups().stream().map(this::group).toList(),
                        c.targets().stream().map(t -> target(t, isAuthor)).toList(),
                        c.checks().stream().map(this::check).toList(),
                        touched.basicLeftOut(c),
                        peerSheets.views(c, isAuthor),
                        order(c)));
    }

    private ChangeView.Order order(Change c) {
        RunOrder order = c.order();
        ChangeWaves.Placed placed = waves.of(c);
        return new ChangeView.Order(
                order.failureRule(),
                order.first(),
                order.most(),
                order.pauseSeconds(),
                order.outsideWindows(),
                !order.byHand().isEmpty(),
                placed.waves(),
                placed.objections());
    }

    /** The waves of a change with the reason for each. */
    public List<WaveOrder.Wave> waves(Change c) {
        return waves.of(c).waves();
    }

    private ChangeView.ChosenGroupView group(ChosenGroup chosen) {
        List<String> then = chosen.members();
        Optional<List<String>> now = groups.members(chosen.name());
        return new ChangeView.ChosenGroupView(
                chosen.name(),
                now.isPresent(),
                then,
                now.orElse(then).stream().filter(d -> !then.contains(d)).toList(),
                then.stream().filter(d -> !now.orElse(then).contains(d)).toList());
    }

    private ChangeView.Target target(ChangeTarget t, boolean isAuthor) {
        Optional<Templates.Usable> usable =
                Optional.ofNullable(t.asked().templateVersionId()).flatMap(templates::usable);
        return new ChangeView.Target(
                t.device().name(),
                t.device().siteName(),
                t.wave(),
                t.asked().way(),
                isAuthor ? t.asked().text() : maskedLines(t),
                t.asked().backupId(),
                t.asked().way() == Way.OTHER_DEVICE && t.asked().backupId() != null
                        ? devices.withId(backups.deviceOf(t.asked().backupId())).name()
                        : null,
                usable.map(u -> new ChangeView.UsedTemplate(u.versionId(), u.name(), u.number(), u.newest()))
                        .orElse(null),
                isAuthor ? t.asked().sortedValues() : maskedValues(t, usable),
                t.complete(),
                t.commands(),
                t.proven(),
                t.hasScript() ? savedBeside.of(t.device()).orElse(null) : null);
    }

    /** Devices, and those of others that are on sheets, of which somebody sees secrets masked that their author wrote. */
    public List<String> maskedFor(Change change, String viewer) {
        if (change.author().login().equals(viewer)) {
            return List.of();
        }
        Stream<String> targets = change.targets().stream()
                .filter(t -> !target(t, true).equals(target(t, false)))
                .map(t -> t.device().name());
        Stream<String> sheets = IntStream.range(0, change.sheets().size())
                .filter(i -> !peerSheets
                        .views(change, true)
                        .get(i)
                        .equals(peerSheets.views(change, false).get(i)))
                .mapToObj(i -> change.sheets().get(i).device());
        return Stream.concat(targets, sheets).toList();
    }

    private Map<String, String> maskedValues(ChangeTarget t, Optional<Templates.Usable> usable) {
        Set<String> secret = usable.map(u -> u.content().variables().stream()
                        .filter(Variable::holdsSecret)
                        .map(Variable::name)
                        .collect(Collectors.toSet()))
                .orElse(Set.of());
        ConfigEngine engine = builds.engine(t.device());
        Map<String, String> masked = t.asked().sortedValues();
        masked.replaceAll((name, value) ->
                secret.contains(name) ? Language.MASK : usable.isPresent() ? value : engine.maskedUnknown(value));
        return masked;
    }

    private String maskedLines(ChangeTarget t) {
        try {
            return builds.masked(t.device(), t.asked());
        } catch (ConfigSyntaxException e) {
            return "(the lines can't be read yet)";
        }
    }

    private ChangeView.Check check(ChangeCheck check) {
        CheckDefinition definition = check.definition();
        return new ChangeView.Check(
                checkRules.title(definition),
                CheckWords.expected(definition),
                definition,
                check.library(),
                check.service(),
                check.inForce().stays(),
                check.staysBecause());
    }
}
