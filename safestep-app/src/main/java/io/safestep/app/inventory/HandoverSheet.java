package io.safestep.app.inventory;

import io.safestep.app.access.ConnectionTestRound;
import io.safestep.app.access.StageView;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.inventory.SheetWriter.Table;
import io.safestep.app.network.Cabling;
import io.safestep.app.round.RoundView;
import io.safestep.app.round.Rounds;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.Sight;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import java.time.Clock;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What is handed over at the end of an installation: the devices, their links, what the last connection tests showed, and
 * what is still open. All of it was seen; what was not is said to be open.
 */
@Component
@Transactional(readOnly = true)
class HandoverSheet {

    private final DeviceTable table;
    private final Devices devices;
    private final Cabling cabling;
    private final Rounds rounds;
    private final Network network;
    private final Clock clock;

    HandoverSheet(DeviceTable table, Devices devices, Cabling cabling, Rounds rounds, Network network, Clock clock) {
        this.table = table;
        this.devices = devices;
        this.cabling = cabling;
        this.rounds = rounds;
        this.network = network;
        this.clock = clock;
    }

    List<Table> tables(Set<String> names, Sight sight) {
        List<Device> chosen = devices.named(names);
        List<DeviceRow> rows =
                table.rows(sight).stream().filter(r -> names.contains(r.name())).toList();
        List<List<String>> links = new ArrayList<>();
        links.add(List.of("Device", "Interface", "Linked with", "Its interface"));
        List<List<String>> tests = new ArrayList<>();
        tests.add(List.of("Device", "Tested", "Stage", "Outcome", "What was found"));
        List<List<String>> open = new ArrayList<>();
        open.add(List.of("Device", "Still open"));
        for (Device device : chosen) {
            cabling.endsAt(device.id())
                    .forEach(e -> links.add(List.of(
                            device.name(),
                            e.ownInterface(),
                            sight.told(e.far()),
                            e.farInterface() == null || e.farIsDevice() && !sight.reads(e.far())
                                    ? ""
                                    : e.farInterface())));
            rounds.last(device.id(), ConnectionTestRound.NAME)
                    .ifPresentOrElse(
                            result -> stages(device.name(), result, tests),
                            () -> open.add(List.of(device.name(), "Its connection was never tested.")));
        }
        rows.forEach(row -> open(row).forEach(words -> open.add(List.of(row.name(), words))));
        if (open.size() == 1) {
            open.add(List.of("", "Nothing."));
        }
        return List.of(
                cover(rows, open.size() - 1, sight.login()),
                SheetWriter.devices(rows),
                new Table("Links", links),
                new Table("Connection tests", tests),
                new Table("Open points", open));
    }

    private Table cover(List<DeviceRow> rows, int open, String person) {
        long sites = rows.stream().map(DeviceRow::site).distinct().count();
        return new Table(
                "Hand-over",
                List.of(
                        List.of("Hand-over", ""),
                        List.of("Written", time(clock.instant()) + " " + network.zone()),
                        List.of("By", person),
                        List.of("Devices", Integer.toString(rows.size())),
                        List.of("Sites", Long.toString(sites)),
                        List.of("Open points", Integer.toString(open)),
                        List.of("Handed over by", ""),
                        List.of("Taken over by", "")));
    }

    private String time(@Nullable Instant at) {
        return DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm", Locale.ROOT)
                .withZone(network.zone())
                .format(at);
    }

    private void stages(String device, RoundView.Result result, List<List<String>> tests) {
        StageView.in(result)
                .forEach(s -> tests.add(List.of(
                        device,
                        time(result.endedAt()),
                        s.stage(),
                        s.outcome().word(),
                        s.words() == null ? "" : s.words())));
    }

    private static List<String> open(DeviceRow row) {
        List<String> open = new ArrayList<>();
        if (row.visit().lastProblem() != null) {
            open.add(row.visit().lastProblem());
        }
        if (row.visit().otherHostKey()) {
            open.add("It shows another host key than before.");
        }
        if (row.box().seenSerial() != null) {
            open.add("It shows serial number " + row.box().seenSerial() + ", on record is "
                    + row.box().serial() + ".");
        }
        if (row.box().serial() == null) {
            open.add("Its serial number is not known.");
        }
        if (row.backup().baselineBackupId() == null) {
            open.add("It was never backed up.");
        }
        if (row.backup().saved() == Saved.UNSAVED) {
            open.add("It is unsaved: running and startup differ.");
        }
        if (row.backup().match() == Match.DIFFERS) {
            open.add("It does not match its baseline.");
        }
        return open;
    }
}
