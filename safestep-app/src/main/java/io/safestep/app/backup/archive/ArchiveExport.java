package io.safestep.app.backup.archive;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.platform.Platforms;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.digest.Sha256;
import io.safestep.core.platform.text.Format;
import java.io.IOException;
import java.io.OutputStream;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Writes backups into an archive that can be checked and used without Safe Step; see {@link ArchiveFormat}. */
@Component
public class ArchiveExport {

    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss'Z'").withZone(ZoneOffset.UTC);

    private static final String VERSIONS = """
            select id, kind, file, taken_at, hash from
            (select *, row_number() over (partition by kind, file
            order by taken_at desc, id desc) as nth from backup
            where device_id = :deviceId and kind <> 'EXPECTED') b
            where :every or nth = 1 order by kind, file, taken_at""";

    private static final String TIES = """
            select coalesce(p.name, ''), coalesce((select string_agg(l.label, ';' order by
            l.label) from device_label l where l.device_id = d.id), '')
            from device d left join device p on p.id = d.partner_id where d.id = :deviceId""";

    private final JdbcClient jdbc;
    private final ConfigContents contents;
    private final Devices devices;
    private final Platforms platforms;
    private final AuditLog audit;

    ArchiveExport(JdbcClient jdbc, ConfigContents contents, Devices devices, Platforms platforms, AuditLog audit) {
        this.jdbc = jdbc;
        this.contents = contents;
        this.devices = devices;
        this.platforms = platforms;
        this.audit = audit;
    }

    /** As they stand in the archive; empty for none. */
    private record Ties(String partner, String labels) {}

    private record Version(long id, BackupKind kind, String file, Instant takenAt, String hash) {}

    /**
     * Notes in the record that somebody exports.
     *
     * @throws io.safestep.app.problem.ProblemException that names devices that do not exist
     */
    @Transactional
    public void note(Set<String> names, boolean every, boolean secrets, String person) {
        devices.named(names);
        audit.write(
                person,
                "backups",
                "exported",
                (every ? "Every version" : "The newest backups") + " of " + names.size() + " devices, secrets "
                        + (secrets ? "in clear." : "masked."));
    }

    /**
     * @param every all versions that are kept, and not only the newest
     * @param secrets in clear; otherwise masked
     */
    public void write(OutputStream out, Set<String> names, boolean every, boolean secrets) throws IOException {
        List<Device> wanted = devices.named(names);
        StringBuilder sums = new StringBuilder();
        StringWriter index = new StringWriter();
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
                CSVPrinter table = new CSVPrinter(index, CSVFormat.RFC4180)) {
            table.printRecord(ArchiveFormat.COLUMNS);
            for (Device device : wanted) {
                Ties ties = ties(device);
                for (Version version : versions(device, every)) {
                    String path = path(device, version, every);
                    table.printRecord(row(path, device, ties, version, secrets));
                    add(zip, sums, path, text(device, version, secrets));
                }
            }
            table.flush();
            add(zip, sums, ArchiveFormat.INDEX, index.toString());
            add(zip, sums, ArchiveFormat.README, ArchiveFormat.WORDS);
            entry(zip, ArchiveFormat.SUMS, sums.toString().getBytes(StandardCharsets.UTF_8));
        }
    }

    private Ties ties(Device device) {
        return jdbc.sql(TIES)
                .param("deviceId", device.id())
                .query((row, i) -> new Ties(row.getString(1), row.getString(2)))
                .single();
    }

    private List<Version> versions(Device device, boolean every) {
        return jdbc.sql(VERSIONS)
                .param("deviceId", device.id())
                .param("every", every)
                .query((row, i) -> new Version(
                        row.getLong(1),
                        BackupKind.valueOf(row.getString(2)),
                        row.getString(3),
                        row.getTimestamp(4).toInstant(),
                        row.getString(5)))
                .list();
    }

    private String path(Device device, Version version, boolean every) {
        String what =
                version.file() == null ? version.kind().name().toLowerCase(Locale.ROOT) : "file-" + version.file();
        return device.name() + "/" + what + (every ? "-" + STAMP.format(version.takenAt()) + "-" + version.id() : "")
                + ending(device, version);
    }

    private String ending(Device device, Version version) {
        Format format = platforms.has(device.platform()) && version.file() == null
                ? platforms.profile(device.platform()).language().format()
                : Format.INDENTED;
        return format.fileEnding();
    }

    private static List<Object> row(String path, Device device, Ties ties, Version version, boolean secrets) {
        return List.of(
                path,
                device.name(),
                version.kind().name().toLowerCase(Locale.ROOT),
                version.file() == null ? "" : version.file(),
                version.takenAt(),
                secrets ? ArchiveFormat.CLEAR : ArchiveFormat.MASKED,
                device.platform(),
                device.address(),
                device.role().word(),
                device.siteCode(),
                device.siteName(),
                ties.partner(),
                ties.labels(),
                device.reach().port() == null ? "" : device.reach().port().toString());
    }

    private String text(Device device, Version version, boolean secrets) {
        String text = contents.text(version.hash());
        if (secrets || version.file() != null) {
            return text;
        }
        ConfigEngine engine = platforms.engine(device.platform());
        return engine.write(engine.masked(engine.read(text)));
    }

    private static void add(ZipOutputStream zip, StringBuilder sums, String path, String text) throws IOException {
        byte[] octets = text.getBytes(StandardCharsets.UTF_8);
        sums.append(Sha256.hex(octets)).append("  ").append(path).append('\n');
        entry(zip, path, octets);
    }

    private static void entry(ZipOutputStream zip, String path, byte[] octets) throws IOException {
        zip.putNextEntry(new ZipEntry(path));
        zip.write(octets);
        zip.closeEntry();
    }
}
