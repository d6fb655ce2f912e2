package io.safestep.app.change;

import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.change.views.AlikeView;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.core.alike.AlikeLines;
import io.safestep.core.alike.CommonText;
import io.safestep.core.config.ConfigEngine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Shows what devices have in common once, instead of once for each. */
@Component
@Transactional(readOnly = true)
class AlikeTargets {

    private final Changes changes;
    private final Devices devices;
    private final Platforms platforms;

    AlikeTargets(Changes changes, Devices devices, Platforms platforms) {
        this.changes = changes;
        this.devices = devices;
        this.platforms = platforms;
    }

    /** Scripts of a change, the odd ones out first; devices whose lines are wrong are left out. */
    List<AlikeView> scripts(int number) {
        Map<String, ChangeTarget> targets = new TreeMap<>();
        changes.numbered(number).targets().stream()
                .filter(t -> t.script() != null)
                .forEach(t -> targets.put(t.device().name(), t));
        Map<String, String> scripts = new TreeMap<>();
        targets.forEach((name, target) -> scripts.put(name, maskedScript(target)));
        return lines(scripts).stream()
                .map(common -> new AlikeView(
                        common.devices(),
                        common.text(),
                        (int) common.text().lines().count(),
                        common.variables(),
                        common.devices().stream()
                                .filter(d -> isUnproven(targets.get(d)))
                                .toList()))
                .toList();
    }

    private static boolean isUnproven(@Nullable ChangeTarget target) {
        return target != null && target.hasScript() && !target.proven();
    }

    private String maskedScript(ChangeTarget target) {
        ConfigEngine engine = platforms.engine(target.device().platform());
        return engine.masked(engine.readScript(target.script()));
    }

    /** Lines for several devices as one text for each group of devices that are alike. */
    List<CommonText> lines(Map<String, String> linesByDevice) {
        Map<String, Map<String, String>> byPlatform = new TreeMap<>();
        linesByDevice.forEach((name, lines) -> byPlatform
                .computeIfAbsent(devices.named(name).platform(), p -> new TreeMap<>())
                .put(name, lines));
        List<CommonText> groups = new ArrayList<>();
        byPlatform.forEach((platform, texts) ->
                groups.addAll(new AlikeLines(platforms.profile(platform).language()).group(texts)));
        groups.sort(Comparator.comparingInt(g -> g.devices().size()));
        return groups;
    }
}
