package io.safestep.app.evidence;

import io.safestep.app.approval.Approvals;
import io.safestep.app.audit.AuditLog;
import io.safestep.app.audit.RecordReading;
import io.safestep.app.backup.Backups;
import io.safestep.app.change.ChangeText;
import io.safestep.app.change.Changes;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.device.Devices;
import io.safestep.app.evidence.EvidenceRecord.Described;
import io.safestep.app.platform.Platforms;
import io.safestep.app.run.views.RunChecks;
import io.safestep.app.run.views.RunRecords;
import io.safestep.app.run.views.RunView;
import io.safestep.app.sheet.Cells;
import io.safestep.app.sight.Sight;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.digest.Sha256;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.ObjectMapper;

/**
 * The whole record of a change in open formats, for people outside: JSON by a schema that lies beside it, configurations
 * and transcripts as text, checks as CSV (RFC 4180), a PDF to read, and SHA-256 of each file in the form that
 * {@code sha256sum -c} reads. Secrets are masked throughout.
 */
@Component
class EvidencePack {

    private static final String SUMS = "SHA256SUMS";

    private final Changes changes;
    private final ChangeText text;
    private final Approvals approvals;
    private final RunRecords runs;
    private final Backups backups;
    private final Devices devices;
    private final Platforms platforms;
    private final AuditLog audit;
    private final RecordReading reading;
    private final EvidenceReport report;
    private final ObjectMapper json;
    private final Clock clock;

    EvidencePack(
            Changes changes,
            ChangeText text,
            Approvals approvals,
            RunRecords runs,
            Backups backups,
            Devices devices,
            Platforms platforms,
            AuditLog audit,
            RecordReading reading,
            EvidenceReport report,
            ObjectMapper json,
            Clock clock) {
        this.changes = changes;
        this.text = text;
        this.approvals = approvals;
        this.runs = runs;
        this.backups = backups;
        this.devices = devices;
        this.platforms = platforms;
        this.audit = audit;
        this.reading = reading;
        this.report = report;
        this.json = json;
        this.clock = clock;
    }

    /** @param sight of who takes it, and sees all devices of the change; nobody sees a secret in it, not even the author */
    @Transactional
    public byte[] of(int number, Sight sight) {
        EvidenceRecord record = record(number, sight.login());
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("report.pdf", report.of(record));
        files.put("record.json", json.writerWithDefaultPrettyPrinter().writeValueAsBytes(record));
        files.put("record.schema.json", schema());
        files.put("approved.txt", bytes(text.of(number, sight)));
        files.put("checks.csv", bytes(checks(record.checks())));
        for (RunView run : record.runs()) {
            files.put("transcripts/run-" + run.id() + ".txt", bytes(transcript(run)));
            for (RunView.Device device : run.devices()) {
                configuration(files, run, device, "before", device.before());
                configuration(files, run, device, "after", device.after());
            }
        }
        files.put(SUMS, bytes(sums(files)));
        audit.write(sight.login(), "CR-" + number, "evidence pack taken", files.size() + " files.");
        return zip(files);
    }

    private EvidenceRecord record(int number, String login) {
        // As somebody sees it who did not write it: without secrets in the lines.
        ChangeView change = changes.view(number, "");
        List<RunView> ofChange = runs.ofChange(number);
        return new EvidenceRecord(
                EvidenceRecord.FORMAT,
                clock.instant(),
                login,
                new Described(
                        change.number(),
                        change.purpose().title(),
                        change.purpose().reason(),
                        change.purpose().categoryInWords(),
                        change.purpose().emergencyReason(),
                        change.state(),
                        change.author(),
                        change.authorName(),
                        change.dates().createdAt(),
                        change.dates().submittedAt(),
                        change.sealed().seal(),
                        change.outcomeNote(),
                        change.content().order().failureRule(),
                        change.content().order().waves()),
                approvals.of(number),
                ofChange,
                ofChange.stream().map(r -> runs.checks(r.id())).toList(),
                audit.about(change.subject()),
                reading.proof(List.of()).end().isEmpty());
    }

    private static byte[] schema() {
        try (InputStream in = EvidencePack.class.getResourceAsStream("/schemas/evidence.schema.json")) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String checks(List<RunChecks> runs) {
        StringWriter out = new StringWriter();
        try (CSVPrinter csv = new CSVPrinter(
                out,
                CSVFormat.RFC4180
                        .builder()
                        .setHeader(
                                "run",
                                "device",
                                "wave",
                                "check",
                                "service",
                                "expected",
                                "severity",
                                "outcome",
                                "before",
                                "before in words",
                                "after",
                                "after in words",
                                "looks",
                                "after undo",
                                "after undo in words",
                                "opened first by")
                        .get())) {
            for (RunChecks run : runs) {
                for (RunChecks.Row row : run.rows()) {
                    csv.printRecord(Stream.of(
                                    run.runId(),
                                    row.device(),
                                    row.wave(),
                                    row.title(),
                                    row.service(),
                                    row.expected(),
                                    row.severity(),
                                    row.outcome(),
                                    row.looked().before() == null
                                            ? null
                                            : row.looked().before().summary(),
                                    row.looked().before() == null
                                            ? null
                                            : row.looked().before().words(),
                                    row.looked().after() == null
                                            ? null
                                            : row.looked().after().summary(),
                                    row.looked().after() == null
                                            ? null
                                            : row.looked().after().words(),
                                    row.looked().looks(),
                                    row.looked().undone() == null
                                            ? null
                                            : row.looked().undone().outcome(),
                                    row.looked().undone() == null
                                            ? null
                                            : row.looked().undone().words(),
                                    row.openedBy())
                            .map(Cells::text));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }

    private String transcript(RunView run) {
        StringBuilder out = new StringBuilder();
        for (RunView.Line line : runs.lines(run.id())) {
            String mark = switch (line.kind()) {
                case "SENT" -> "> ";
                case "HEARD" -> "< ";
                default -> "= ";
            };
            out.append(line.at())
                    .append(' ')
                    .append(line.device() == null ? "-" : line.device())
                    .append(' ')
                    .append(mark)
                    .append(line.text().replace("\n", "\n    "))
                    .append('\n');
        }
        return out.toString();
    }

    private void configuration(
            Map<String, byte[]> files, RunView run, RunView.Device device, String when, RunView.@Nullable Copy copy) {
        if (copy != null) {
            ConfigEngine engine = platforms.engine(devices.named(device.name()).platform());
            files.put(
                    "configurations/run-" + run.id() + "-" + device.name() + "-" + when + ".txt",
                    bytes(engine.write(engine.masked(backups.tree(copy.backup())))));
        }
    }

    private static String sums(Map<String, byte[]> files) {
        StringBuilder sums = new StringBuilder();
        files.forEach((name, content) ->
                sums.append(Sha256.hex(content)).append("  ").append(name).append('\n'));
        return sums.toString();
    }

    private static byte[] zip(Map<String, byte[]> files) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue());
                zip.closeEntry();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
