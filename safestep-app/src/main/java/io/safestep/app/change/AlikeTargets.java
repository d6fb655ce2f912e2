package io.safestep.app.change;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Platforms;
import io.safestep.core.alike.AlikeLines;
import io.safestep.core.alike.CommonText;
import io.safestep.core.config.ConfigEngine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
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
        return grouped(targets, ChangeTarget::device, this::maskedScript).stream()
                .map(common -> new AlikeView(
                        common.devices(),
                        common.text(),
                        (int) common.text().lines().count(),
                        common.variables(),
                        common.devices().stream()
                                .filter(d -> targets.get(d).hasScript()
                                        && !targets.get(d).proven())
                                .toList()))
                .toList();
    }

    private String maskedScript(ChangeTarget target) {
        ConfigEngine engine = platforms.engine(target.device().platform());
        return engine.masked(engine.readScript(target.script()));
    }

    /** Lines for several devices as one text for each group of devices that are alike. */
    List<CommonText> lines(Map<String, String> linesByDevice) {
        return grouped(new TreeMap<>(linesByDevice), null, Function.identity());
    }

    private <T> List<CommonText> grouped(
            Map<String, T> byDevice, Function<T, Device> deviceOf, Function<T, String> text) {
        Map<String, Map<String, String>> byPlatform = new LinkedHashMap<>();
        byDevice.forEach((name, value) -> {
            Device device = deviceOf == null ? devices.named(name) : deviceOf.apply(value);
            byPlatform
                    .computeIfAbsent(device.platform(), p -> new LinkedHashMap<>())
                    .put(name, text.apply(value));
        });
        List<CommonText> groups = new ArrayList<>();
        byPlatform.forEach((platform, texts) ->
                groups.addAll(new AlikeLines(platforms.profile(platform).language()).group(texts)));
        groups.sort(Comparator.comparingInt(g -> g.devices().size()));
        return groups;
    }
}
