package io.safestep.app.inventory;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.PlatformChanged;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Stores thousands of imported devices at once, so that this speaks with the database directly. */
@Component
class ImportWriter {

    private static final int BATCH = 500;

    private final JdbcTemplate jdbc;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    ImportWriter(JdbcTemplate jdbc, AuditLog audit, ApplicationEventPublisher events, Clock clock) {
        this.jdbc = jdbc;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /** In one transaction: all of it happens, or nothing. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(ImportPlan plan, String person) {
        List<ImportedDevice> all = plan.wanted();
        Map<String, Long> sites = sites(all);
        add(all.stream().filter(d -> d.before() == null).toList(), sites);
        List<ImportedDevice> changed =
                all.stream().filter(d -> d.before() != null).toList();
        change(changed, sites);
        Map<String, Long> ids = ids("device", "name");
        labels(all, ids);
        partners(all, ids);
        groups(all, ids);
        credentials(all, ids);
        if (changed.stream().anyMatch(d -> !d.platform().equals(d.before().platform()))) {
            events.publishEvent(new PlatformChanged());
        }
        audit.writeAll(person, entries(plan));
    }

    private Map<String, Long> ids(String table, String column) {
        Map<String, Long> ids = new HashMap<>();
        jdbc.query("select id, " + column + " from " + table, row -> {
            ids.put(row.getString(2), row.getLong(1));
        });
        return ids;
    }

    private Map<String, Long> sites(List<ImportedDevice> all) {
        Map<String, Long> byCode = new HashMap<>();
        ids("site", "code").forEach((code, id) -> byCode.put(code.toLowerCase(Locale.ROOT), id));
        for (ImportedDevice d : all) {
            byCode.computeIfAbsent(
                    d.siteCode().toLowerCase(Locale.ROOT),
                    code -> jdbc.queryForObject(
                            "insert into site (code, name) values (?, ?) returning id",
                            Long.class,
                            d.siteCode(),
                            d.siteName()));
        }
        return byCode;
    }

    private void add(List<ImportedDevice> devices, Map<String, Long> sites) {
        Timestamp now = Timestamp.from(clock.instant());
        jdbc.batchUpdate(
                "insert into device (name, address, site_id, role, platform, stance, added_at, port)"
                        + " values (?, ?, ?, ?, ?, 'OBSERVE', ?, ?)",
                devices,
                BATCH,
                (s, d) -> {
                    s.setString(1, d.name());
                    s.setString(2, d.address());
                    s.setLong(3, sites.get(d.siteCode().toLowerCase(Locale.ROOT)));
                    s.setString(4, d.role());
                    s.setString(5, d.platform());
                    s.setTimestamp(6, now);
                    s.setObject(7, d.port(), Types.INTEGER);
                });
    }

    private void change(List<ImportedDevice> devices, Map<String, Long> sites) {
        // Places may be exchanged among them, and each may be taken only once at any moment.
        List<ImportedDevice> moved =
                devices.stream().filter(ImportedDevice::moves).toList();
        jdbc.batchUpdate(
                "update device set address = 'moving-' || id where name = ?",
                moved,
                BATCH,
                (s, d) -> s.setString(1, d.name()));
        jdbc.batchUpdate(
                "update device set address = ?, site_id = ?, role = ?, platform = ?, port = ? where name = ?",
                devices,
                BATCH,
                (s, d) -> {
                    s.setString(1, d.address());
                    s.setLong(2, sites.get(d.siteCode().toLowerCase(Locale.ROOT)));
                    s.setString(3, d.role());
                    s.setString(4, d.platform());
                    s.setObject(5, d.port(), Types.INTEGER);
                    s.setString(6, d.name());
                });
    }

    private void labels(List<ImportedDevice> all, Map<String, Long> ids) {
        jdbc.batchUpdate(
                "delete from device_label where device_id = ?", all, BATCH, (s, d) -> s.setLong(1, ids.get(d.name())));
        List<Object[]> rows = new ArrayList<>();
        all.forEach(d -> d.labels().forEach(l -> rows.add(new Object[] {ids.get(d.name()), l})));
        jdbc.batchUpdate("insert into device_label (device_id, label) values (?, ?)", rows);
    }

    private void partners(List<ImportedDevice> all, Map<String, Long> ids) {
        List<Object[]> apart = new ArrayList<>();
        List<Object[]> together = new ArrayList<>();
        for (ImportedDevice d : all) {
            String before = d.before() == null ? null : d.before().partner();
            if (d.partner() != null && !d.partner().equals(before)) {
                Long one = ids.get(d.name());
                Long other = ids.get(d.partner());
                apart.add(new Object[] {one, one, other, other});
                together.add(new Object[] {other, one});
                together.add(new Object[] {one, other});
            }
        }
        jdbc.batchUpdate(
                "update device set partner_id = null where partner_id = ? or id = ? or partner_id = ? or id = ?",
                apart);
        jdbc.batchUpdate("update device set partner_id = ? where id = ?", together);
    }

    private void groups(List<ImportedDevice> all, Map<String, Long> ids) {
        Map<String, Long> groups = ids("device_group", "name");
        List<ImportedDevice> regrouped =
                all.stream().filter(d -> d.groups() != null).toList();
        jdbc.batchUpdate(
                "delete from device_group_member where device_id = ?",
                regrouped,
                BATCH,
                (s, d) -> s.setLong(1, ids.get(d.name())));
        List<Object[]> rows = new ArrayList<>();
        regrouped.forEach(d -> d.groups().forEach(g -> rows.add(new Object[] {groups.get(g), ids.get(d.name())})));
        jdbc.batchUpdate("insert into device_group_member (group_id, device_id) values (?, ?)", rows);
    }

    private void credentials(List<ImportedDevice> all, Map<String, Long> ids) {
        Map<String, Long> credentials = ids("credential", "name");
        jdbc.batchUpdate(
                "insert into credential_use (credential_id, place, place_id) values (?, 'DEVICE', ?)"
                        + " on conflict (place, place_id) do update set credential_id = excluded.credential_id",
                all.stream().filter(d -> d.credential() != null).toList(),
                BATCH,
                (s, d) -> {
                    s.setLong(1, credentials.get(d.credential()));
                    s.setLong(2, ids.get(d.name()));
                });
    }

    private static List<AuditLog.Line> entries(ImportPlan plan) {
        List<AuditLog.Line> lines = new ArrayList<>();
        for (ImportRow row : plan.rows()) {
            String words = String.join("; ", row.words()) + ".";
            if (row.is(ImportRow.Verdict.ADD)) {
                lines.add(new AuditLog.Line(row.device(), "added", "By import: " + words + " Stance observe."));
            } else if (row.is(ImportRow.Verdict.CHANGE)) {
                lines.add(new AuditLog.Line(row.device(), "record changed", "By import: " + words));
            }
        }
        return lines;
    }
}
