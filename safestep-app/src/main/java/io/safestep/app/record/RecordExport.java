package io.safestep.app.record;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.audit.RecordChoice;
import io.safestep.app.audit.RecordReading;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.settings.Network;
import io.safestep.app.sheet.Cells;
import io.safestep.app.sight.Sight;
import io.safestep.core.record.ExportLines;
import io.safestep.core.record.RecordHead;
import io.safestep.core.record.RecordedAct;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Hands the record out as a file, in stretches, so that its length does not matter. */
@Service
class RecordExport {

    /** How many hashes of entries that are not told stand in one line. */
    private static final int HASHES_IN_A_LINE = 500;

    private final RecordPages pages;
    private final RecordReading reading;
    private final AuditLog audit;
    private final Network network;
    private final Clock clock;

    RecordExport(RecordPages pages, RecordReading reading, AuditLog audit, Network network, Clock clock) {
        this.pages = pages;
        this.reading = reading;
        this.audit = audit;
        this.network = network;
        this.clock = clock;
    }

    /** In which form. */
    enum Format {
        /** A table: RFC 4180. */
        CSV("text/csv", "csv"),
        /** JSON lines with hashes. */
        JSON_LINES("application/x-ndjson", "jsonl");

        private final String mediaType;
        private final String ending;

        Format(String mediaType, String ending) {
            this.mediaType = mediaType;
            this.ending = ending;
        }

        String mediaType() {
            return mediaType;
        }
    }

    /** Writes the file. */
    interface Content {
        void to(Writer out) throws IOException;
    }

    /** A file that can be written. */
    record Prepared(String name, Content content) {

        void write(OutputStream out) throws IOException {
            Writer writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
            content.to(writer);
            writer.flush();
        }
    }

    /**
     * Notes in the record that it was handed out, and prepares the file; that entry is the last one in it.
     *
     * @throws ProblemException for JSON lines when they do not see everything, since what is proven is the whole chain
     */
    @Transactional
    public Prepared prepare(RecordQuery query, Format format, Sight sight, String login) {
        if (format == Format.JSON_LINES && !sight.readsEverything()) {
            throw ProblemException.forbidden(
                    "A file that proves the record holds all of it, and your scope is some devices. Take the table, or ask"
                            + " somebody whose scope is all devices.");
        }
        RecordChoice choice = pages.choice(query, sight);
        String words = choice.inWords();
        audit.write(
                login,
                "record",
                "record exported",
                "As " + format.ending + (words.isEmpty() ? ", all of it." : ", chosen: " + words + "."));
        RecordHead last = reading.head();
        Instant now = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        String name = "record-" + last.number() + "." + format.ending;
        return new Prepared(
                name,
                format == Format.CSV
                        ? out -> table(choice, last.number(), sight, out)
                        : out -> lines(choice, last.number(), now, login, out));
    }

    private void table(RecordChoice choice, long last, Sight sight, Writer out) throws IOException {
        out.write('\ufeff'); // by which spreadsheets know UTF-8
        // Not closed here: what is written to belongs to the answer.
        CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180);
        csv.printRecord("number", "at", "person", "subject", "action", "detail");
        long after = 0;
        List<RecordReading.Stored> stretch = reading.stretch(after, choice);
        while (after < last && !stretch.isEmpty()) {
            List<RecordedAct> chosen = stretch.stream()
                    .filter(one -> one.chosen() && one.act().number() <= last)
                    .map(RecordReading.Stored::act)
                    .toList();
            for (RecordedAct act : pages.seen(chosen, sight)) {
                csv.printRecord(
                        act.number(),
                        act.at(),
                        Cells.text(act.person()),
                        Cells.text(act.subject()),
                        Cells.text(act.action()),
                        Cells.text(sight.told(act.detail())));
            }
            after = stretch.get(stretch.size() - 1).act().number();
            stretch = reading.stretch(after, choice);
        }
    }

    private void lines(RecordChoice choice, long last, Instant now, String login, Writer out) throws IOException {
        ExportLines lines = new ExportLines(RecordHead.START);
        out.write(lines.begin(network.name().orElse(""), now, login, choice.inWords()));
        List<String> untold = new ArrayList<>();
        long after = 0;
        List<RecordReading.Stored> stretch = reading.stretch(after, choice);
        while (after < last && !stretch.isEmpty()) {
            for (RecordReading.Stored one : stretch) {
                if (one.act().number() > last) {
                    break;
                }
                if (one.chosen()) {
                    untold(lines, untold, out);
                    out.write(lines.act(one.act()));
                } else {
                    untold.add(one.act().contents());
                    if (untold.size() == HASHES_IN_A_LINE) {
                        untold(lines, untold, out);
                    }
                }
            }
            after = stretch.get(stretch.size() - 1).act().number();
            stretch = reading.stretch(after, choice);
        }
        untold(lines, untold, out);
        out.write(lines.end());
    }

    private static void untold(ExportLines lines, List<String> untold, Writer out) throws IOException {
        if (!untold.isEmpty()) {
            out.write(lines.withheld(List.copyOf(untold)));
            untold.clear();
        }
    }
}
