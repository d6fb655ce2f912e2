package io.safestep.app.inventory;

import io.safestep.app.credential.Credentials;
import io.safestep.app.device.DevicePorts;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.inventory.ImportPlanner.Known;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sheet.SheetReader;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Imports devices from files: first as a dry run, then whole or not at all. */
@Service
@Transactional
class Imports {

    /** One at a time, whichever process takes it. */
    private static final long LOCK = 7_702L;

    private final DeviceTable table;
    private final Devices devices;
    private final Platforms platforms;
    private final DevicePorts ports;
    private final Groups groups;
    private final Credentials credentials;
    private final ImportWriter writer;
    private final JdbcClient jdbc;

    Imports(
            DeviceTable table,
            Devices devices,
            Platforms platforms,
            DevicePorts ports,
            Groups groups,
            Credentials credentials,
            ImportWriter writer,
            JdbcClient jdbc) {
        this.table = table;
        this.devices = devices;
        this.platforms = platforms;
        this.ports = ports;
        this.groups = groups;
        this.credentials = credentials;
        this.writer = writer;
        this.jdbc = jdbc;
    }

    /** Nothing is stored. */
    @Transactional(readOnly = true)
    public ImportView dryRun(byte[] file) {
        return plan(file).view(false);
    }

    /**
     * Imports a file of which a dry run was made.
     *
     * @param expected the plan of the dry run
     * @throws ProblemException when another import goes on, a row is bad, or the file would do something else by now
     */
    public ImportView run(byte[] file, String expected, String person) {
        boolean alone = Boolean.TRUE.equals(jdbc.sql("select pg_try_advisory_xact_lock(:lock)")
                .param("lock", LOCK)
                .query(Boolean.class)
                .single());
        if (!alone) {
            throw ProblemException.refused("Another import goes on at this moment. Wait for its end, then try again.");
        }
        ImportPlan plan = plan(file);
        if (plan.count(ImportRow.Verdict.BAD) > 0) {
            throw ProblemException.refused(
                    "Nothing was imported: " + plan.count(ImportRow.Verdict.BAD) + " rows are bad.");
        }
        if (!plan.hash().equals(expected)) {
            throw ProblemException.moved(
                    "Devices have changed since you looked: the import would do something else now."
                            + " Look at it again, then import.");
        }
        writer.write(plan, person);
        return plan.view(true);
    }

    private ImportPlan plan(byte[] file) {
        return new ImportPlanner(known()).plan(SheetReader.read(file));
    }

    private Known known() {
        Map<String, DeviceRow> byName = new HashMap<>();
        table.rows().forEach(r -> byName.put(r.name(), r));
        Map<String, String> sites = new HashMap<>();
        devices.sites().forEach(s -> sites.put(s.code().toLowerCase(Locale.ROOT), s.name()));
        Map<String, Integer> profiles = new TreeMap<>();
        platforms.all().forEach(p -> profiles.put(p.name(), ports.usual(p.name())));
        return new Known(
                byName,
                sites,
                profiles,
                groups.entries().stream()
                        .filter(Groups.Entry::fixed)
                        .map(Groups.Entry::name)
                        .collect(Collectors.toSet()),
                groups.entries().stream()
                        .filter(g -> !g.fixed())
                        .map(Groups.Entry::name)
                        .collect(Collectors.toSet()),
                credentials.all().stream().map(Credentials.Entry::name).collect(Collectors.toSet()));
    }
}
