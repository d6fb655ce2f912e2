package io.safestep.app.demo;

import io.safestep.app.device.Devices;
import io.safestep.app.schedule.freezes.FreezeRequest;
import io.safestep.app.schedule.freezes.Freezes;
import io.safestep.app.schedule.windows.Windows;
import io.safestep.app.schedule.windows.Windows.NewWindow;
import io.safestep.app.settings.Network;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** When changes may run in the demo, and when not. */
@Component
class DemoCalendar {

    private static final String NIGHTLY = "All terminals";
    private static final String OPEN_NOW = "Between sailings";
    private static final String FREEZE = "Riggers on the mast";

    private final Windows windows;
    private final Freezes freezes;
    private final Devices devices;
    private final Network network;
    private final Clock clock;

    DemoCalendar(Windows windows, Freezes freezes, Devices devices, Network network, Clock clock) {
        this.windows = windows;
        this.freezes = freezes;
        this.devices = devices;
        this.network = network;
        this.clock = clock;
    }

    void addWindows(String manager) {
        ZonedDateTime now = clock.instant().atZone(network.zone());
        if (!windows.knows(NIGHTLY)) {
            windows.add(
                    new NewWindow(
                            NIGHTLY,
                            now.toLocalDate().minusDays(1),
                            LocalTime.of(1, 30),
                            LocalTime.of(5, 15),
                            "FREQ=DAILY"),
                    manager);
        }
        // Also at night, when the other window is open: the demo has the same windows at any hour.
        if (!windows.isOpen(OPEN_NOW, clock.instant(), Duration.ofHours(2))) {
            ZonedDateTime opens = now.truncatedTo(ChronoUnit.HOURS);
            windows.add(
                    new NewWindow(
                            OPEN_NOW,
                            opens.toLocalDate(),
                            opens.toLocalTime(),
                            opens.plusHours(6).toLocalTime(),
                            null),
                    manager);
        }
    }

    /** Some days from now, at a place to which no change of the demo goes. */
    void addFreeze(String manager) {
        if (freezes.all().stream().anyMatch(f -> f.name().equals(FREEZE))) {
            return;
        }
        LocalDateTime begins =
                clock.instant().atZone(network.zone()).toLocalDate().plusDays(3).atTime(8, 0);
        Set<String> sites = devices.sites().stream()
                .filter(s -> s.name().equals("Gannet Rise"))
                .map(Devices.SiteEntry::code)
                .collect(Collectors.toSet());
        if (sites.isEmpty()) {
            return; // it would hold for everything
        }
        freezes.add(
                new FreezeRequest(
                        FREEZE,
                        "Riggers work on the relays at Gannet Rise; the links must stay as they are.",
                        begins,
                        begins.plusHours(9),
                        null,
                        sites,
                        Set.of()),
                manager);
    }
}
