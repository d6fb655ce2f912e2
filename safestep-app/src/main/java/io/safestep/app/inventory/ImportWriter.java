package io.safestep.app.inventory;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.PlatformChanged;
import java.sql.ResultSet;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Stores thousands of imported devices at once, so that this speaks with the database directly. */
@Component
class ImportWriter {

    private final JdbcClient jdbc;
    private final NamedParameterJdbcTemplate batches;
    private final AuditLog audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    ImportWriter(
            JdbcClient jdbc,
            NamedParameterJdbcTemplate batches,
            AuditLog audit,
            ApplicationEventPublisher events,
            Clock clock) {
        this.jdbc = jdbc;
        this.batches = batches;
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
        if (changed.stream().anyMatch(ImportedDevice::changesPlatform)) {
            events.publishEvent(new PlatformChanged());
        }
        audit.writeAll(person, entries(plan));
    }

    private Map<String, Long> ids(String table, String column) {
        Map<String, Long> ids = new HashMap<>();
        jdbc.sql("select id, " + column + " from " + table).query((ResultSet row) -> {
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
                    code -> jdbc.sql("insert into site (code, name) values (:code, :name) returning id")
                            .param("code", d.siteCode())
                            .param("name", d.siteName())
                            .query(Long.class)
                            .single());
        }
        return byCode;
    }

    private void add(List<ImportedDevice> devices, Map<String, Long> sites) {
        Timestamp now = Timestamp.from(clock.instant());
        each("""
                insert into device (name, address, site_id, role, platform, stance, added_at, port)
                values (:name, :address, :site, :role, :platform, 'OBSERVE', :now, :port)""", devices, d -> described(d, sites).addValue("now", now));
    }

    private static MapSqlParameterSource described(ImportedDevice d, Map<String, Long> sites) {
        return new MapSqlParameterSource("name", d.name())
                .addValue("address", d.address())
                .addValue("site", sites.get(d.siteCode().toLowerCase(Locale.ROOT)))
                .addValue("role", d.role())
                .addValue("platform", d.platform())
                .addValue("port", d.port(), Types.INTEGER);
    }

    private <T> void each(String sql, Collection<T> rows, Function<T, MapSqlParameterSource> values) {
        batches.batchUpdate(sql, rows.stream().map(values).toArray(SqlParameterSource[]::new));
    }

    private void change(List<ImportedDevice> devices, Map<String, Long> sites) {
        // Places may be exchanged among them, and each may be taken only once at any moment.
        List<ImportedDevice> moved =
                devices.stream().filter(ImportedDevice::moves).toList();
        each(
                "update device set address = 'moving-' || id where name = :name",
                moved,
                d -> new MapSqlParameterSource("name", d.name()));
        each("""
                update device set address = :address, site_id = :site, role = :role, platform = :platform, port = :port
                where name = :name""", devices, d -> described(d, sites));
    }

    /** A row that says what belongs to what. */
    private record Tie(@Nullable Long one, @Nullable Object other) {
        MapSqlParameterSource values() {
            return new MapSqlParameterSource("one", one).addValue("other", other);
        }
    }

    private void labels(List<ImportedDevice> all, Map<String, Long> ids) {
        each(
                "delete from device_label where device_id = :device",
                all,
                d -> new MapSqlParameterSource("device", ids.get(d.name())));
        List<Tie> labels = new ArrayList<>();
        all.forEach(d -> d.labels().forEach(l -> labels.add(new Tie(ids.get(d.name()), l))));
        each("insert into device_label (device_id, label) values (:one, :other)", labels, Tie::values);
    }

    private void partners(List<ImportedDevice> all, Map<String, Long> ids) {
        List<Tie> apart = new ArrayList<>();
        List<Tie> together = new ArrayList<>();
        for (ImportedDevice d : all) {
            String before = d.before() == null ? null : d.before().ties().partner();
            if (d.partner() != null && !d.partner().equals(before)) {
                Long one = ids.get(d.name());
                Long other = ids.get(d.partner());
                apart.add(new Tie(one, other));
                together.add(new Tie(one, other));
                together.add(new Tie(other, one));
            }
        }
        each("""
                update device set partner_id = null
                where partner_id in (:one, :other) or id in (:one, :other)""", apart, Tie::values);
        each("update device set partner_id = :other where id = :one", together, Tie::values);
    }

    private void groups(List<ImportedDevice> all, Map<String, Long> ids) {
        Map<String, Long> groups = ids("device_group", "name");
        List<ImportedDevice> regrouped =
                all.stream().filter(d -> d.groups() != null).toList();
        each(
                "delete from device_group_member where device_id = :device",
                regrouped,
                d -> new MapSqlParameterSource("device", ids.get(d.name())));
        List<Tie> members = new ArrayList<>();
        regrouped.forEach(d -> Objects.requireNonNull(d.groups())
                .forEach(g -> members.add(new Tie(groups.get(g), ids.get(d.name())))));
        each("insert into device_group_member (group_id, device_id) values (:one, :other)", members, Tie::values);
    }

    private void credentials(List<ImportedDevice> all, Map<String, Long> ids) {
        Map<String, Long> credentials = ids("credential", "name");
        each(
                """
                insert into credential_use (credential_id, place, place_id) values (:one, 'DEVICE', :other)
                on conflict (place, place_id) do update set credential_id = excluded.credential_id""",
                all.stream().filter(d -> d.credential() != null).toList(),
                d -> new Tie(credentials.get(d.credential()), ids.get(d.name())).values());
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
