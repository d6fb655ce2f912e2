package io.safestep.app.change;

import io.safestep.app.change.asked.Asked;
import io.safestep.app.change.asked.Draft;
import io.safestep.app.change.asked.PeerSheet;
import io.safestep.app.change.asked.Requester;
import io.safestep.app.change.asked.RunOrder;
import io.safestep.app.change.asked.Way;
import io.safestep.app.check.looks.CheckRequest;
import io.safestep.app.template.TemplateContent;
import io.safestep.core.change.FailureRule;
import io.safestep.core.template.VariableType;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What can be asked of changes over HTTP. */
public final class ChangeRequests {

    private ChangeRequests() {}

    /**
     * The whole content of a change.
     *
     * @param version the version that was read before editing; 0 for a new change
     * @param undoAccepted the author accepts that the undo of a device can't be proven
     * @param restoresStartup such devices take their startup configuration back as a whole; no when left out
     * @param groups names of the groups by which devices were chosen; none when left out
     * @param sheets lines for devices that somebody else runs; none when left out
     * @param order how it is run; as usual when left out
     * @param emergencyReason why it can't wait for its approval; left out when it can
     * @param requestedBy name of who wants it, who may have no account; left out for nobody in particular
     * @param requesterMail where they are told what becomes of it; left out for nowhere
     * @param outsideReference what it is called elsewhere, such as the number of a ticket
     * @param standard id of the standard change as whose use it is written; left out for none
     */
    public record Content(
            int version,

            @NotBlank(message = "Give the change a title.") @Size(max = 120, message = "At most 120 characters.")
            String title,

            @NotBlank(message = "Say why the change is needed: approvers and auditors read it.")
            @Size(max = 4000, message = "At most 4,000 characters.")
            String reason,

            boolean undoAccepted,
            @Nullable Boolean restoresStartup,

            @Nullable @Size(max = 20, message = "At most 20 groups in one change.")
            List<@NotBlank @Size(max = 60) String> groups,

            @NotNull @Valid @Size(max = 200, message = "At most 200 devices in one change.")
            List<Target> targets,

            @NotNull @Valid @Size(max = 50, message = "At most 50 checks.")
            List<CheckRequest> checks,

            @Nullable @Valid @Size(max = 20, message = "At most 20 sheets for others.")
            List<Sheet> sheets,

            @Nullable @Valid Order order,

            @Nullable
            @Size(max = 2_000, message = "At most 2,000 characters.")
            @Pattern(regexp = "(?s).*\\S.*", message = "Say why it can't wait.")
            String emergencyReason,

            @Nullable @Size(max = 100, message = "At most 100 characters.")
            String requestedBy,

            @Nullable
            @Email(message = "Enter a mail address such as name@desk.example.")
            @Size(max = 200, message = "At most 200 characters.")
            String requesterMail,

            @Nullable @Size(max = 60, message = "At most 60 characters.")
            String outsideReference,

            @Nullable Long standard) {

        public Draft draft() {
            return new Draft(
                    version,
                    title,
                    reason,
                    undoAccepted,
                    Boolean.TRUE.equals(restoresStartup),
                    groups == null ? List.of() : List.copyOf(new LinkedHashSet<>(groups)),
                    targets.stream().map(Target::target).toList(),
                    checks.stream()
                            .map(k -> new Draft.ChosenCheck(k.definition(), blankToNull(k.library())))
                            .toList(),
                    sheets == null
                            ? List.of()
                            : sheets.stream().map(Sheet::sheet).toList(),
                    order == null ? RunOrder.usual() : order.order(),
                    blankToNull(emergencyReason),
                    new Requester(blankToNull(requestedBy), blankToNull(requesterMail), blankToNull(outsideReference)),
                    standard);
        }

        private static @Nullable String blankToNull(@Nullable String text) {
            return text == null || text.isBlank() ? null : text.strip();
        }
    }

    /**
     * How the change is run.
     *
     * @param failureRule what happens when something fails
     * @param first how many devices the first wave holds at most, 0 for no small first wave; what is usual when left out
     * @param most how many devices any wave holds at most; what is usual when left out
     * @param pauseSeconds how long to wait between two waves
     * @param outsideWindows it is to run outside the usual windows; no when left out
     * @param waves the number of the wave of each device, counted from 1; left out for the computed order
     */
    record Order(
            @NotNull(message = "Say what happens when something fails.")
            FailureRule failureRule,

            @Nullable @Min(0) @Max(200) Integer first,
            @Nullable @Min(1) @Max(200) Integer most,

            @Min(0) @Max(value = 86_400, message = "At most a day.")
            int pauseSeconds,

            @Nullable Boolean outsideWindows,

            @Nullable @Size(max = 200)
            Map<@NotBlank @Size(max = 60) String, @NotNull @Min(1) @Max(200) Integer> waves) {

        RunOrder order() {
            return new RunOrder(
                    failureRule,
                    first,
                    most,
                    pauseSeconds,
                    Boolean.TRUE.equals(outsideWindows),
                    waves == null ? Map.of() : waves);
        }
    }

    /**
     * Lines for a device that somebody else runs.
     *
     * @param device as they call it
     * @param platform left out when no profile describes it
     */
    record Sheet(
            @NotBlank(message = "Name the device, as those who run it call it.")
            @Size(max = 100, message = "At most 100 characters.")
            String device,

            @NotBlank(message = "Say who runs it.") @Size(max = 200, message = "At most 200 characters.")
            String runBy,

            @Nullable @Size(max = 60) String platform,

            @NotNull @Size(max = 1_000, message = "At most 1,000 characters.")
            String note,

            @NotBlank(message = "Write the lines that they should enter.")
            @Size(max = 200_000, message = "At most 200,000 characters.")
            String lines,

            @NotNull @Size(max = 200_000, message = "At most 200,000 characters.")
            String undo) {

        PeerSheet sheet() {
            return new PeerSheet(
                    device.strip(),
                    runBy.strip(),
                    platform == null || platform.isBlank() ? null : platform,
                    note.strip(),
                    lines,
                    undo);
        }
    }

    /**
     * @param way lines when left out
     * @param lines lines, or the whole configuration as it should be
     * @param backup the backup to return to, or of another device whose configuration this one takes
     * @param template the version of a template
     * @param values for the template, or decisions about lines that say who the other device is
     */
    record Target(
            @NotBlank @Size(max = 60) String device,
            @Nullable Way way,

            @NotNull @Size(max = 4_000_000, message = "At most 4,000,000 characters for one device.")
            String lines,

            @Nullable Long backup,
            @Nullable Long template,

            @Nullable @Size(max = 500, message = "At most 500 values for one device.")
            Map<@NotBlank @Size(max = 400) String, @NotNull @Size(max = 2_000) String> values) {

        Draft.Target target() {
            return new Draft.Target(
                    device,
                    new Asked(
                            way == null ? Way.LINES : way,
                            lines,
                            backup,
                            template,
                            values == null ? Map.of() : values));
        }
    }

    /**
     * A template that nobody has stored yet, with values for a device.
     *
     * @param device null to look at the template alone
     */
    record Trial(
            @NotBlank(message = "Choose a platform.") @Size(max = 60)
            String platform,

            @NotNull @Valid TemplateContent content,
            @Nullable @Size(max = 60) String device,

            @NotNull @Size(max = 60)
            Map<@NotBlank @Size(max = 40) String, @NotNull @Size(max = 2_000) String> values) {}

    record Paste(
            @NotBlank @Size(max = 60) String device,

            @NotNull @Size(max = 1_000_000, message = "At most 1,000,000 characters.")
            String text) {}

    record Many(
            @NotNull @Valid @Size(max = 200, message = "At most 200 devices in one change.")
            List<Target> targets) {

        Map<String, String> linesByDevice() {
            Map<String, String> lines = new LinkedHashMap<>();
            targets.forEach(t -> lines.put(t.device(), t.lines()));
            return lines;
        }
    }

    /** @param wishes for which device and variable a value is wanted */
    record Allocation(
            @NotBlank(message = "Choose a pool.") @Size(max = 60)
            String pool,

            @NotEmpty @Valid @Size(max = 500, message = "At most 500 values at once.")
            List<Wish> wishes) {}

    /** @param interfaceName for an address of a link: through which interface the link goes */
    record Wish(
            @NotBlank @Size(max = 60) String device,
            @NotBlank @Size(max = 60) String variable,
            @NotNull VariableType type,
            @Nullable @Size(max = 100) String interfaceName) {

        Allocations.Wish wish() {
            return new Allocations.Wish(
                    device, variable, type, interfaceName == null || interfaceName.isBlank() ? null : interfaceName);
        }
    }

    record AtVersion(int version) {}

    record Closure(
            @NotBlank(message = "Say in a sentence how it went.")
            @Size(max = 4000, message = "At most 4,000 characters.")
            String note) {}
}
