package io.safestep.app.backup.archive;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.backup.stored.Backup;
import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.backup.stored.BackupRepository;
import io.safestep.app.backup.stored.ConfigContents;
import io.safestep.app.backup.stored.Occasion;
import io.safestep.app.device.Device;
import io.safestep.app.device.DevicePorts;
import io.safestep.app.device.DeviceRecords;
import io.safestep.app.device.Devices;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.DeviceRules;
import io.safestep.app.device.record.NewDevice;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.digest.Sha256;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes backups from an archive; see {@link ArchiveFormat}. Whole or not at all: an archive with one wrong checksum or one
 * row that can't be used is refused, with every such row named.
 */
@Component
public class ArchiveImport {

    private static final int MOST_ENTRIES = 50_000;
    private static final int LARGEST_ENTRY = 10 * 1024 * 1024;
    private static final long LARGEST_UNPACKED = 400L * 1024 * 1024;
    private static final int MOST_PROBLEMS = 100;

    private final BackupRepository repository;
    private final ConfigContents contents;
    private final Devices devices;
    private final DeviceRecords records;
    private final Platforms platforms;
    private final DevicePorts ports;
    private final AuditLog audit;
    private final Clock clock;

    ArchiveImport(
            BackupRepository repository,
            ConfigContents contents,
            Devices devices,
            DeviceRecords records,
            Platforms platforms,
            DevicePorts ports,
            AuditLog audit,
            Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.devices = devices;
        this.records = records;
        this.platforms = platforms;
        this.ports = ports;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What an import would do, or did.
     *
     * @param problems what is wrong; while there is any, nothing is imported
     * @param newDevices names of devices that are not known and would be added
     * @param versions how many would be added
     * @param known how many are here already
     */
    public record Result(List<String> problems, List<String> newDevices, int versions, int known) {}

    private record Row(
            String path,
            String device,
            BackupKind kind,
            @Nullable String file,
            Instant takenAt,
            String text,
            NewDevice asNew,
            String partner) {}

    /** What an archive holds, and what is wrong with it. */
    private static final class Contents {
        private final Map<String, byte[]> entries = new HashMap<>();
        private final List<String> problems = new ArrayList<>();
        private final List<Row> rows = new ArrayList<>();

        void problem(String sentence) {
            if (problems.size() < MOST_PROBLEMS) {
                problems.add(sentence);
            }
        }
    }

    @Transactional(readOnly = true)
    public Result dryRun(byte[] archive) {
        return result(read(archive));
    }

    @Transactional
    public Result run(byte[] archive, String person) {
        Contents read = read(archive);
        Result result = result(read);
        if (!result.problems().isEmpty()) {
            throw ProblemException.invalid(
                    "file", "Nothing was imported: " + result.problems().get(0));
        }
        for (Row row : read.rows) {
            Device device = records.ensure(row.asNew(), person);
            if (!isKnown(device.id(), row)) {
                store(device.id(), row, person);
            }
        }
        pairNew(read.rows, Set.copyOf(result.newDevices()));
        audit.write(
                person,
                "backups",
                "imported",
                result.versions() + " versions, " + result.newDevices().size() + " new devices; " + result.known()
                        + " versions were here already.");
        return result;
    }

    /** Once all are there: partners speak of each other. What is on record of a device that was known stays. */
    private void pairNew(List<Row> rows, Set<String> newDevices) {
        Map<String, String> pairs = new TreeMap<>();
        rows.stream()
                .filter(row ->
                        newDevices.contains(row.device()) && !row.partner().isEmpty())
                .forEach(row -> pairs.put(row.device(), row.partner()));
        pairs.forEach((name, partner) -> {
            boolean free = devices.known(partner)
                    .filter(p -> p.partner() == null || p.partner().name().equals(name))
                    .isPresent();
            if (free && !name.equals(partner)) {
                records.pair(name, partner);
            }
        });
    }

    private void store(long deviceId, Row row, String person) {
        String hash = ConfigContents.hash(row.text());
        contents.keep(hash, row.text());
        Backup version = new Backup(
                deviceId,
                row.kind(),
                row.file(),
                new Occasion(BackupCause.IMPORTED, null, person, ""),
                row.takenAt(),
                hash,
                row.text().length());
        version.describe("From an archive.", "", "");
        repository.save(version);
    }

    private Result result(Contents read) {
        Set<String> newDevices = new TreeSet<>();
        Map<String, String> places = new HashMap<>();
        int added = 0;
        for (Row row : read.rows) {
            Optional<Device> device = devices.known(row.device());
            if (device.isEmpty()) {
                if (newDevices.add(row.device())) {
                    checkPlace(row, places, read);
                }
            } else if (isKnown(device.get().id(), row)) {
                continue;
            }
            added++;
        }
        return new Result(read.problems, List.copyOf(newDevices), added, read.rows.size() - added);
    }

    /** @param places addresses and ports of new devices, to their names */
    private void checkPlace(Row row, Map<String, String> places, Contents read) {
        String address = row.asNew().address();
        int port = ports.of(row.asNew().port(), row.asNew().platform());
        String other = devices.at(address, port)
                .map(Device::name)
                .orElse(places.putIfAbsent(address + ":" + port, row.device()));
        if (other != null) {
            read.problem(
                    row.device() + " would be added at " + address + ", port " + port + ", where " + other + " is.");
        }
    }

    private boolean isKnown(long deviceId, Row row) {
        return repository.existsByDeviceIdAndKindAndTakenAtAndHash(
                deviceId, row.kind(), row.takenAt(), ConfigContents.hash(row.text()));
    }

    private Contents read(byte[] archive) {
        Contents read = new Contents();
        unpack(archive, read);
        checkSums(read);
        if (read.problems.isEmpty()) {
            rows(read);
        }
        return read;
    }

    private static void unpack(byte[] archive, Contents read) {
        long unpacked = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(archive), StandardCharsets.UTF_8)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                byte[] octets = zip.readNBytes(LARGEST_ENTRY + 1);
                unpacked += octets.length;
                if (octets.length > LARGEST_ENTRY
                        || unpacked > LARGEST_UNPACKED
                        || read.entries.size() > MOST_ENTRIES) {
                    throw ProblemException.invalid(
                            "file", "The archive holds more than can be taken at once: " + entry.getName() + ".");
                }
                read.entries.put(entry.getName(), octets);
            }
        } catch (IOException | IllegalArgumentException e) {
            throw ProblemException.invalid(
                    "file", "The file is not a whole ZIP archive. Copy it again, then try again.");
        }
        if (!read.entries.containsKey(ArchiveFormat.SUMS) || !read.entries.containsKey(ArchiveFormat.INDEX)) {
            throw ProblemException.invalid(
                    "file",
                    "This is no archive of backups: " + ArchiveFormat.SUMS + " or " + ArchiveFormat.INDEX
                            + " is missing.");
        }
    }

    private static void checkSums(Contents read) {
        Set<String> named = new HashSet<>(Set.of(ArchiveFormat.SUMS));
        text(read, ArchiveFormat.SUMS).lines().forEach(line -> {
            String path = line.length() > 66 ? line.substring(66) : "";
            byte[] octets = read.entries.get(path);
            if (octets == null) {
                read.problem("\"" + path + "\" stands in " + ArchiveFormat.SUMS + " and is not in the archive.");
            } else if (!Sha256.hex(octets).equals(line.substring(0, 64))) {
                read.problem(
                        path + " does not have the checksum that " + ArchiveFormat.SUMS + " names: it was changed.");
            }
            named.add(path);
        });
        read.entries.keySet().stream()
                .filter(path -> !named.contains(path))
                .sorted()
                .forEach(path -> read.problem(path + " has no checksum."));
    }

    private static String text(Contents read, String path) {
        return new String(read.entries.get(path), StandardCharsets.UTF_8);
    }

    private void rows(Contents read) {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get();
        try (var table = format.parse(new StringReader(text(read, ArchiveFormat.INDEX)))) {
            if (!table.getHeaderNames().containsAll(ArchiveFormat.NEEDED)) {
                throw ProblemException.invalid(
                        "file",
                        ArchiveFormat.INDEX + " needs the columns " + String.join(", ", ArchiveFormat.NEEDED) + ".");
            }
            for (CSVRecord record : table) {
                try {
                    read.rows.add(row(read, record));
                } catch (ProblemException e) {
                    read.problem(
                            ArchiveFormat.INDEX + ", row " + (record.getRecordNumber() + 1) + ": " + e.getMessage());
                }
            }
        } catch (IOException | IllegalArgumentException e) {
            throw ProblemException.invalid("file", ArchiveFormat.INDEX + " can't be read as comma-separated values.");
        }
    }

    private Row row(Contents read, CSVRecord record) {
        String device = record.get("device");
        String path = record.get("path");
        refuseIf(DeviceRules.nameProblem(device) != null, "\"" + device + "\" can't be the name of a device.");
        refuseIf(!read.entries.containsKey(path), path + " is not in the archive.");
        refuseIf(
                !record.get("secrets").equals(ArchiveFormat.CLEAR),
                "the secrets of " + path + " are masked, so that it is no backup. Export it with secrets.");
        refuseIf(
                !platforms.has(record.get("platform")),
                "there is no platform profile called " + record.get("platform") + ".");
        Stream.of(
                        DeviceRules.addressProblem(record.get("address")),
                        DeviceRules.siteCodeProblem(record.get("site code")),
                        DeviceRules.labelsProblem(labels(record)))
                .filter(Objects::nonNull)
                .findFirst()
                .ifPresent(problem -> refuseIf(true, problem));
        try {
            BackupKind kind = BackupKind.valueOf(record.get("kind").toUpperCase(Locale.ROOT));
            Instant takenAt = Instant.parse(record.get("taken"));
            refuseIf(
                    takenAt.isAfter(clock.instant()),
                    path + " was taken in the future. Is the clock of this machine right?");
            String text = text(read, path);
            String file = record.get("file");
            if (kind != BackupKind.FILE) {
                ConfigEngine engine = platforms.engine(record.get("platform"));
                engine.readShown(text);
            }
            return new Row(
                    path,
                    device,
                    kind,
                    file.isEmpty() ? null : file,
                    takenAt,
                    text,
                    asNew(record),
                    optional(record, ArchiveFormat.PARTNER));
        } catch (ConfigSyntaxException e) {
            throw ProblemException.refused(
                    path + " can't be read as a configuration, line " + e.line() + ": " + e.getMessage());
        } catch (IllegalArgumentException | DateTimeException e) {
            throw ProblemException.refused("kind, time or role can't be read.");
        }
    }

    private static NewDevice asNew(CSVRecord record) {
        return new NewDevice(
                record.get("device"),
                record.get("address"),
                record.get("site code"),
                record.get("site"),
                DeviceRole.valueOf(record.get("role").toUpperCase(Locale.ROOT)),
                record.get("platform"),
                labels(record),
                null,
                null,
                port(record));
    }

    /** Null for that of the platform, and in archives that do not tell it. */
    private static @Nullable Integer port(CSVRecord record) {
        String port = optional(record, ArchiveFormat.PORT);
        return port.matches("\\d{1,5}") ? Integer.valueOf(port) : null;
    }

    private static Set<String> labels(CSVRecord record) {
        return Arrays.stream(optional(record, ArchiveFormat.LABELS).split(";"))
                .map(String::strip)
                .filter(label -> !label.isEmpty())
                .collect(Collectors.toSet());
    }

    private static String optional(CSVRecord record, String column) {
        return record.isMapped(column) ? record.get(column).strip() : "";
    }

    private static void refuseIf(boolean wrong, String sentence) {
        if (wrong) {
            throw ProblemException.refused(sentence);
        }
    }
}
