package io.safestep.app.demo;

import io.safestep.app.device.Devices;
import io.safestep.app.device.Devices.SiteEntry;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.app.standard.StandardApprovals;
import io.safestep.app.standard.StandardChanges;
import io.safestep.app.template.TemplateView;
import io.safestep.app.template.Templates;
import io.safestep.core.change.Verdict;
import io.safestep.core.standard.Bounds;
import io.safestep.core.standard.ValueBound;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** What Merrow Sound does every week, approved once. */
@Component
@ConditionalOnProperty("safestep.demo")
class DemoStandard {

    private static final String NAME = "A port for a kiosk, reader or camera";
    private static final int HALF_A_YEAR = 6;

    private final StandardChanges standards;
    private final StandardApprovals approvals;
    private final Templates templates;
    private final Devices devices;
    private final Network network;
    private final Clock clock;

    DemoStandard(
            StandardChanges standards,
            StandardApprovals approvals,
            Templates templates,
            Devices devices,
            Network network,
            Clock clock) {
        this.standards = standards;
        this.approvals = approvals;
        this.templates = templates;
        this.devices = devices;
        this.network = network;
        this.clock = clock;
    }

    /** When the devices have their baselines. */
    void fill(String engineer, String approver) {
        if (standards.isEmpty()) {
            Set<Long> sites = devices.sites().stream()
                    .filter(s -> s.name().equals("Brinehaven") || s.name().equals("Dunmarsh"))
                    .map(SiteEntry::id)
                    .collect(Collectors.toSet());
            long template = templates.all().stream()
                    .filter(t -> t.name().equals(DemoLibrary.ACCESS_PORT))
                    .map(TemplateView::versionId)
                    .findFirst()
                    .orElseThrow();
            long id = standards.write(
                    null,
                    new StandardChanges.Wanted(
                            0,
                            NAME,
                            "Something is plugged in, moved or taken out at a terminal. We do it every week.",
                            template,
                            new Bounds(
                                    sites,
                                    Set.of(),
                                    Set.of("access"),
                                    Map.of(
                                            "port",
                                            new ValueBound(ValueBound.Kind.FROM_TO, List.of(), 10L, 40L, List.of(), ""),
                                            "vlan",
                                            new ValueBound(
                                                    ValueBound.Kind.ONE_OF,
                                                    List.of("40", "60", "70"),
                                                    null,
                                                    null,
                                                    List.of(),
                                                    "")),
                                    Set.of(),
                                    Set.of(),
                                    2,
                                    1),
                            Map.of("port", "20", "purpose", "ticket kiosk, hall", "vlan", "40"),
                            LocalDate.ofInstant(clock.instant(), network.zone()).plusMonths(HALF_A_YEAR)),
                    engineer);
            approvals.ask(id, 1, engineer);
            approvals.decide(
                    id,
                    Verdict.APPROVED,
                    "Ports at the front of access switches, three VLANs, one switch after the other.",
                    approvals.sealOf(id),
                    Sight.everything(approver));
        }
    }
}
