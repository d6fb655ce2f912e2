package io.safestep.app.evidence;

import io.safestep.app.run.views.RunChecks;
import io.safestep.app.run.views.RunView;
import io.safestep.app.settings.Network;
import io.safestep.app.sheet.Pages;
import io.safestep.core.change.Category;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The part of an evidence pack that people read. Times are those of the network's zone. */
@Component
class EvidenceReport {

    private final Network network;

    EvidenceReport(Network network) {
        this.network = network;
    }

    byte[] of(EvidenceRecord record) {
        EvidenceRecord.Described change = record.change();
        Pages pages = new Pages("CR-" + change.number() + " " + change.title());
        pages.title("CR-" + change.number() + "  " + change.title());
        pages.line(words(change.category()) + " change, " + words(change.state().name()) + ", by "
                + change.authorName() + ". Made " + time(record.madeAt()) + " " + network.zone() + " for "
                + record.madeBy() + ".");
        network.name().ifPresent(name -> pages.line("Network: " + name + "."));
        if (change.emergencyReason() != null) {
            pages.line("Emergency: " + change.emergencyReason());
        }
        pages.line(change.reason());
        pages.line("Seal " + (change.seal() == null ? "none" : change.seal()));
        if (change.outcomeNote() != null) {
            pages.head("How it went");
            pages.line(change.outcomeNote());
        }
        decisions(pages, record, change);
        pages.head("Order");
        for (var wave : change.waves()) {
            pages.line(wave.number() + ".  " + String.join(", ", wave.devices()) + "  (" + wave.why() + ")");
        }
        for (RunView run : record.runs()) {
            run(pages, run);
            for (RunChecks found : record.checks()) {
                if (found.runId() == run.id()) {
                    checks(pages, found);
                }
            }
        }
        entries(pages, record);
        return pages.bytes();
    }

    private void decisions(Pages pages, EvidenceRecord record, EvidenceRecord.Described change) {
        pages.head("Decisions");
        if (record.approvals().isEmpty()) {
            pages.line(
                    change.category().equals(Category.STANDARD.word())
                            ? "Within the bounds of a standard change, which was approved once: see the record."
                            : "Nobody has decided.");
        }
        for (var a : record.approvals()) {
            pages.line(time(a.decidedAt()) + "  " + a.personName() + " "
                    + words(a.verdict().name()) + ", seal " + a.sealBrief()
                    + (a.of().isEmpty() ? "" : ", as approval of " + String.join("; ", a.of()))
                    + (a.actingForName() == null ? "" : ", for " + a.actingForName() + " who was away")
                    + (a.comment().isBlank() ? "" : ": " + a.comment()));
        }
    }

    private void run(Pages pages, RunView run) {
        pages.head("Run " + run.id() + ": " + words(run.state().name()));
        pages.line("Started by " + run.startedBy() + " " + time(run.times().startedAt())
                + (run.times().endedAt() == null
                        ? ""
                        : ", ended " + time(run.times().endedAt())) + "; "
                + (run.times().freeze() == null
                        ? "window until "
                        : "until the freeze " + run.times().freeze() + " at ")
                + time(run.times().windowClosesAt()) + ". "
                + run.failureRule().sentence());
        if (run.course().verdict() != null) {
            pages.line(run.course().verdict());
        }
        for (var r : run.rollbacks()) {
            pages.line("Rollback " + r.number() + " " + time(r.begunAt()) + " because of " + r.words()
                    + (r.verdict() == null ? "" : ". " + r.verdict()));
        }
        for (var c : run.controls()) {
            pages.line(time(c.askedAt()) + "  " + c.askedBy() + " " + words(c.kind())
                    + (c.device() == null ? "" : " " + c.device())
                    + (c.reason().isBlank() ? "" : ": " + c.reason())
                    + (c.secondedBy() == null ? "" : "; with " + c.secondedBy()));
        }
        pages.table(
                new float[] {2, 4, 6},
                List.of("Device", "Phases", "Holds, as last read"),
                run.devices().stream()
                        .map(d -> List.of(d.name(), phases(d), d.holds() == null ? "" : d.holds()))
                        .toList());
    }

    private void checks(Pages pages, RunChecks found) {
        pages.line("Checks: " + found.verdict());
        pages.table(
                new float[] {2, 3, 3, 3, 4},
                List.of("Device", "Check", "Before", "Expected", "After"),
                found.rows().stream()
                        .map(row -> List.of(
                                row.device(),
                                row.title(),
                                row.looked().before() == null
                                        ? ""
                                        : row.looked().before().summary(),
                                row.expected(),
                                row.looked().after() == null
                                        ? ""
                                        : words(row.looked().after().outcome().name()) + ": "
                                                + row.looked().after().words()))
                        .toList());
    }

    private static String phases(RunView.Device device) {
        return device.steps().stream()
                .map(s -> words(s.phase().name()) + " " + words(s.state().name()))
                .collect(Collectors.joining(", "));
    }

    private void entries(Pages pages, EvidenceRecord record) {
        pages.head("Record");
        pages.line(
                record.intact()
                        ? "The chain of hashes over the whole record was unbroken when this was made."
                        : "The chain of hashes over the whole record was broken when this was made.");
        pages.table(
                new float[] {3, 2, 4, 7},
                List.of("Time", "Person", "What", "Detail"),
                record.record().stream()
                        .map(e -> List.of(time(e.at()), e.person(), e.action(), e.detail()))
                        .toList());
    }

    private String time(Instant at) {
        return DateTimeFormatter.ofPattern("EEE d MMM yyyy HH:mm:ss", Locale.ENGLISH)
                .format(at.atZone(network.zone()));
    }

    private static String words(String name) {
        return name.toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
