package io.safestep.app.evidence;

import com.lowagie.text.Document;
import com.lowagie.text.DocumentException;
import com.lowagie.text.Font;
import com.lowagie.text.PageSize;
import com.lowagie.text.Paragraph;
import com.lowagie.text.Phrase;
import com.lowagie.text.pdf.PdfPCell;
import com.lowagie.text.pdf.PdfPTable;
import com.lowagie.text.pdf.PdfWriter;
import io.safestep.app.audit.RecordEntry;
import io.safestep.app.run.views.RunChecks;
import io.safestep.app.run.views.RunView;
import io.safestep.app.settings.Network;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.librepdf.openpdf.fonts.Liberation;
import org.springframework.stereotype.Component;

/** The part of an evidence pack that people read. Times are those of the network's zone. */
@Component
class EvidenceReport {

    private static final Font TITLE = font(Liberation.SANS_BOLD, 16);
    private static final Font HEAD = font(Liberation.SANS_BOLD, 12);
    private static final Font BODY = font(Liberation.SANS, 9);
    private static final Font BOLD = font(Liberation.SANS_BOLD, 9);
    private static final float MARGIN = 48;

    private final Network network;

    EvidenceReport(Network network) {
        this.network = network;
    }

    /** Fonts that are embedded: the usual ones of a PDF lack letters of many names. */
    private static Font font(Liberation font, int size) {
        try {
            return font.create(size);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    byte[] of(EvidenceRecord record) throws DocumentException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Document document = new Document(PageSize.A4, MARGIN, MARGIN, MARGIN, MARGIN);
        PdfWriter.getInstance(document, out);
        EvidenceRecord.Described change = record.change();
        document.addTitle("CR-" + change.number() + " " + change.title());
        document.open();
        document.add(new Paragraph("CR-" + change.number() + "  " + change.title(), TITLE));
        line(
                document,
                words(change.category()) + " change, " + words(change.state().name()) + ", by "
                        + change.authorName() + ". Made " + time(record.madeAt()) + " " + network.zone() + " for "
                        + record.madeBy() + ".");
        network.name().ifPresent(name -> line(document, "Network: " + name + "."));
        if (change.emergencyReason() != null) {
            line(document, "Emergency: " + change.emergencyReason());
        }
        line(document, change.reason());
        line(document, "Seal " + (change.seal() == null ? "none" : change.seal()));
        if (change.outcomeNote() != null) {
            head(document, "How it went");
            line(document, change.outcomeNote());
        }
        decisions(document, record);
        head(document, "Order");
        for (var wave : change.waves()) {
            line(document, wave.number() + ".  " + String.join(", ", wave.devices()) + "  (" + wave.why() + ")");
        }
        for (RunView run : record.runs()) {
            run(document, run);
            for (RunChecks found : record.checks()) {
                if (found.runId() == run.id()) {
                    checks(document, found);
                }
            }
        }
        entries(document, record);
        document.close();
        return out.toByteArray();
    }

    private void decisions(Document document, EvidenceRecord record) throws DocumentException {
        head(document, "Decisions");
        if (record.approvals().isEmpty()) {
            line(document, "Nobody has decided.");
        }
        for (var a : record.approvals()) {
            line(
                    document,
                    time(a.decidedAt()) + "  " + a.personName() + " "
                            + words(a.verdict().name()) + ", seal " + a.sealBrief()
                            + (a.of().isEmpty() ? "" : ", as approval of " + String.join("; ", a.of()))
                            + (a.actingForName() == null ? "" : ", for " + a.actingForName() + " who was away")
                            + (a.comment().isBlank() ? "" : ": " + a.comment()));
        }
    }

    private void run(Document document, RunView run) throws DocumentException {
        head(document, "Run " + run.id() + ": " + words(run.state().name()));
        line(
                document,
                "Started by " + run.startedBy() + " " + time(run.times().startedAt())
                        + (run.times().endedAt() == null
                                ? ""
                                : ", ended " + time(run.times().endedAt())) + "; "
                        + (run.times().freeze() == null
                                ? "window until "
                                : "until the freeze " + run.times().freeze() + " at ")
                        + time(run.times().windowClosesAt()) + ". "
                        + run.failureRule().sentence());
        if (run.course().verdict() != null) {
            line(document, run.course().verdict());
        }
        for (var r : run.rollbacks()) {
            line(
                    document,
                    "Rollback " + r.number() + " " + time(r.begunAt()) + " because of " + r.words()
                            + (r.verdict() == null ? "" : ". " + r.verdict()));
        }
        for (var c : run.controls()) {
            line(
                    document,
                    time(c.askedAt()) + "  " + c.askedBy() + " " + words(c.kind())
                            + (c.device() == null ? "" : " " + c.device())
                            + (c.reason().isBlank() ? "" : ": " + c.reason())
                            + (c.secondedBy() == null ? "" : "; with " + c.secondedBy()));
        }
        PdfPTable devices = table(2, 4, 6);
        header(devices, "Device", "Phases", "Holds, as last read");
        for (RunView.Device d : run.devices()) {
            cells(devices, d.name(), phases(d), d.holds() == null ? "" : d.holds());
        }
        document.add(devices);
    }

    private void checks(Document document, RunChecks found) throws DocumentException {
        line(document, "Checks: " + found.verdict());
        PdfPTable checks = table(2, 3, 3, 3, 4);
        header(checks, "Device", "Check", "Before", "Expected", "After");
        for (RunChecks.Row row : found.rows()) {
            cells(
                    checks,
                    row.device(),
                    row.title(),
                    row.looked().before() == null ? "" : row.looked().before().summary(),
                    row.expected(),
                    row.looked().after() == null
                            ? ""
                            : words(row.looked().after().outcome().name()) + ": "
                                    + row.looked().after().words());
        }
        if (checks.size() > 1) {
            document.add(checks);
        }
    }

    private static String phases(RunView.Device device) {
        return device.steps().stream()
                .map(s -> words(s.phase().name()) + " " + words(s.state().name()))
                .collect(Collectors.joining(", "));
    }

    private void entries(Document document, EvidenceRecord record) throws DocumentException {
        head(document, "Record");
        line(
                document,
                record.intact()
                        ? "The chain of hashes over the whole record was unbroken when this was made."
                        : "The chain of hashes over the whole record was broken when this was made.");
        PdfPTable table = table(3, 2, 4, 7);
        header(table, "Time", "Person", "What", "Detail");
        for (RecordEntry e : record.record()) {
            cells(table, time(e.at()), e.person(), e.action(), e.detail());
        }
        document.add(table);
    }

    private static void head(Document document, String text) throws DocumentException {
        Paragraph head = new Paragraph(text, HEAD);
        head.setSpacingBefore(12);
        head.setSpacingAfter(4);
        document.add(head);
    }

    private static void line(Document document, String text) throws DocumentException {
        document.add(new Paragraph(text, BODY));
    }

    private static PdfPTable table(float... widths) throws DocumentException {
        PdfPTable table = new PdfPTable(widths);
        table.setWidthPercentage(100);
        table.setSpacingBefore(6);
        table.setHeaderRows(1);
        return table;
    }

    private static void header(PdfPTable table, String... titles) {
        List.of(titles).forEach(t -> table.addCell(new PdfPCell(new Phrase(t, BOLD))));
    }

    private static void cells(PdfPTable table, String... texts) {
        List.of(texts).forEach(t -> table.addCell(new PdfPCell(new Phrase(t, BODY))));
    }

    private String time(Instant at) {
        return DateTimeFormatter.ofPattern("EEE d MMM yyyy HH:mm:ss", Locale.ENGLISH)
                .format(at.atZone(network.zone()));
    }

    private static String words(String name) {
        return name.toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
