package io.safestep.app.change.content;

import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.PeerSheet;
import io.safestep.app.change.build.DeviceBuilds;
import io.safestep.app.change.build.Outcome;
import io.safestep.app.change.stored.Change;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Sheets with lines for devices that somebody else runs. */
@Component
public class PeerSheets {

    private final DeviceBuilds builds;
    private final Devices devices;
    private final Platforms platforms;

    PeerSheets(DeviceBuilds builds, Devices devices, Platforms platforms) {
        this.builds = builds;
        this.devices = devices;
        this.platforms = platforms;
    }

    /** What is wrong with sheets; fields are named as in a content request. */
    List<FieldError> errors(List<PeerSheet> sheets, Set<String> targets) {
        List<FieldError> errors = new ArrayList<>();
        for (int i = 0; i < sheets.size(); i++) {
            PeerSheet sheet = sheets.get(i);
            String field = "sheets[" + i + "]";
            if (targets.contains(sheet.device())) {
                errors.add(FieldError.of(
                        field + ".device",
                        sheet.device() + " is changed by Safe Step in this change; it needs no sheet."));
            }
            if (sheet.platform() != null && !platforms.has(sheet.platform())) {
                errors.add(FieldError.of(field + ".platform", "There is no platform called " + sheet.platform() + "."));
            }
        }
        return errors;
    }

    public List<PeerSheetView> views(Change change, boolean isAuthor) {
        return change.sheets().stream().map(s -> view(s, isAuthor)).toList();
    }

    private PeerSheetView view(PeerSheet sheet, boolean isAuthor) {
        Optional<Device> observed = observed(sheet);
        String lines = isAuthor ? sheet.lines() : masked(sheet, sheet.lines());
        if (observed.isEmpty()) {
            return new PeerSheetView(
                    sheet.device(),
                    sheet.runBy(),
                    sheet.platform(),
                    sheet.note(),
                    false,
                    lines,
                    isAuthor ? sheet.undo() : masked(sheet, sheet.undo()),
                    List.of());
        }
        Outcome outcome = builds.outcome(observed.get(), observed.get().baselineBackupId(), Asked.lines(sheet.lines()));
        String undo = outcome.isDerivable()
                ? builds.engine(observed.get()).masked(outcome.derived().undo())
                : masked(sheet, sheet.undo());
        return new PeerSheetView(
                sheet.device(),
                sheet.runBy(),
                observed.get().platform(),
                sheet.note(),
                true,
                lines,
                undo,
                outcome.complaints());
    }

    private Optional<Device> observed(PeerSheet sheet) {
        return devices.known(sheet.device()).filter(d -> d.baselineBackupId() != null);
    }

    /** Without a profile, whatever stands behind a word for a secret in any of them is masked. */
    private String masked(PeerSheet sheet, String text) {
        Optional<String> platform =
                observed(sheet).map(Device::platform).or(() -> Optional.ofNullable(sheet.platform()));
        if (platform.filter(platforms::has).isPresent()) {
            try {
                return platforms.engine(platform.get()).maskedText(text);
            } catch (ConfigSyntaxException e) {
                // It is masked line by line instead.
            }
        }
        String masked = text;
        for (var profile : platforms.all()) {
            ConfigEngine engine = platforms.engine(profile.name());
            masked = masked.lines().map(engine::maskedUnknown).collect(Collectors.joining("\n", "", "\n"));
        }
        return masked;
    }

    /** One sheet as text to hand over; secrets are masked and have to be told another way. */
    public String text(Change change, int index) {
        if (index < 0 || index >= change.sheets().size()) {
            throw ProblemException.notFound("Sheet " + (index + 1) + " of " + change.subject());
        }
        return text(change, views(change, false).get(index));
    }

    public static String text(Change change, PeerSheetView sheet) {
        List<String> parts = new ArrayList<>();
        parts.add("Lines for " + sheet.device() + ", run by " + sheet.runBy() + "\n" + "For change " + change.subject()
                + ": " + change.title());
        if (!sheet.note().isBlank()) {
            parts.add(sheet.note());
        }
        parts.add("To do\n" + sheet.lines().stripTrailing());
        parts.add("The way back\n"
                + (sheet.undo().isBlank() ? "None was written." : sheet.undo().stripTrailing()));
        return String.join("\n\n", parts) + "\n";
    }
}
