package io.safestep.app.inventory;

import io.safestep.app.access.CredentialChoice;
import io.safestep.app.access.CredentialChoice.Belonging;
import io.safestep.app.access.CredentialChoice.Chosen;
import io.safestep.app.device.record.Box;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.Stance;
import io.safestep.app.group.Groups;
import io.safestep.app.kept.Stamps;
import io.safestep.app.kept.WrittenList;
import io.safestep.app.platform.Platforms;
import io.safestep.app.sight.Sight;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.core.inventory.DeviceTraits;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * All devices with everything that a list shows of them, written once for everybody who asks until something in it changes.
 */
@Component
public class DeviceTable {

    private static final String ROWS = """
            select d.id, d.name, d.address, d.port, s.id as site_id, s.code, s.name as site, d.role, d.platform, d.model, d.serial,
              d.software, d.stance, p.name as partner, l.labels, d.last_seen_at, d.last_problem,
              d.offered_host_key is not null as other_key, d.seen_serial, d.unsaved, d.matches, d.backed_up_at,
              d.baseline_backup_id, d.added_at
            from device d join site s on s.id = d.site_id left join device p on p.id = d.partner_id
              left join (select device_id, string_agg(label, E'\n' order by label) as labels from device_label
            group by device_id) l on l.device_id = d.id
            order by d.name""";

    private final JdbcClient jdbc;
    private final Platforms platforms;
    private final Groups groups;
    private final CredentialChoice choice;
    private final JsonMapper json;
    private final Stamps stamps;

    private volatile @Nullable Written last;

    /** The table, and how it is sent. */
    record Written(Map<String, Entry> byName, WrittenList list) {

        String stamp() {
            return list.stamp();
        }
    }

    /** @param credentialWhy where it is said which credential is used; null when nothing says which */
    record Entry(DeviceRow row, @Nullable String credentialWhy) {}

    /** What was read of one device, before it is known which groups hold it. */
    private record Read(long id, long siteId, DeviceRow row) {}

    DeviceTable(
            JdbcClient jdbc,
            Platforms platforms,
            Groups groups,
            CredentialChoice choice,
            JsonMapper json,
            Stamps stamps) {
        this.jdbc = jdbc;
        this.platforms = platforms;
        this.groups = groups;
        this.choice = choice;
        this.json = json;
        this.stamps = stamps;
    }

    /** All devices by name. */
    @Transactional(readOnly = true)
    public List<DeviceRow> rows() {
        return current().byName().values().stream().map(Entry::row).toList();
    }

    /** Those that somebody sees, by name. */
    @Transactional(readOnly = true)
    public List<DeviceRow> rows(Sight sight) {
        return sight.readsEverything()
                ? rows()
                : sight.seen(rows(), DeviceRow::name).stream()
                        .map(r -> r.told(sight))
                        .toList();
    }

    /** The same as it is sent. */
    byte[] written(Sight sight) {
        return json.writeValueAsBytes(rows(sight));
    }

    /** One device; empty when there is none of that name. */
    @Transactional(readOnly = true)
    Optional<Entry> entry(String device) {
        return Optional.ofNullable(current().byName().get(device));
    }

    @Transactional(readOnly = true)
    Written current() {
        Written known = last;
        String stamp = stamps.of(Stamps.Listed.DEVICES);
        return known != null && known.stamp().equals(stamp) ? known : write(stamp);
    }

    /** One at a time: the others take what the first has written. */
    private synchronized Written write(String stamp) {
        if (last != null && last.stamp().equals(stamp)) {
            return last;
        }
        Map<String, Entry> byName = new LinkedHashMap<>();
        read().forEach(e -> byName.put(e.row().name(), e));
        byte[] plain =
                json.writeValueAsBytes(byName.values().stream().map(Entry::row).toList());
        Written written = new Written(byName, new WrittenList(stamp, plain));
        last = written;
        return written;
    }

    private List<Entry> read() {
        List<Read> read = jdbc.sql(ROWS).query((row, i) -> row(row)).list();
        Map<Long, DeviceTraits> traits = new HashMap<>();
        read.forEach(r -> traits.put(r.id(), traits(r.row())));
        Map<Long, List<Groups.Entry>> inGroups = groups.byDevice(traits);
        Map<Long, Chosen> credentials = choice.of(read.stream()
                .map(r -> new Belonging(r.id(), r.siteId(), r.row().site(), inGroups.getOrDefault(r.id(), List.of())))
                .toList());
        List<Entry> entries = new ArrayList<>(read.size());
        for (Read r : read) {
            Chosen credential = credentials.get(r.id());
            DeviceRow row = complete(
                    r.row(),
                    inGroups.getOrDefault(r.id(), List.of()).stream()
                            .map(Groups.Entry::name)
                            .toList(),
                    credential == null ? null : credential.name());
            entries.add(new Entry(row, credential == null ? null : credential.why()));
        }
        return entries;
    }

    private static DeviceTraits traits(DeviceRow row) {
        return new DeviceTraits(
                row.name(),
                row.site(),
                row.role().word(),
                row.platform(),
                Set.copyOf(row.ties().labels()));
    }

    private Read row(ResultSet row) throws SQLException {
        String labels = row.getString("labels");
        String platform = row.getString("platform");
        return new Read(
                row.getLong("id"),
                row.getLong("site_id"),
                new DeviceRow(
                        row.getString("name"),
                        row.getString("address"),
                        row.getObject("port", Integer.class),
                        row.getString("code"),
                        row.getString("site"),
                        DeviceRole.valueOf(row.getString("role")),
                        platform,
                        platforms.maker(platform),
                        new Box(
                                row.getString("model"),
                                row.getString("serial"),
                                row.getString("software"),
                                row.getString("seen_serial")),
                        Stance.valueOf(row.getString("stance")),
                        new DeviceRow.Ties(
                                row.getString("partner"),
                                labels == null ? List.of() : List.of(labels.split("\n")),
                                List.of(),
                                null),
                        new DeviceRow.LastVisit(
                                instant(row, "last_seen_at"),
                                row.getString("last_problem"),
                                row.getBoolean("other_key")),
                        new DeviceRow.LastBackup(
                                Saved.unless(row.getObject("unsaved", Boolean.class)),
                                Match.of(row.getObject("matches", Boolean.class)),
                                instant(row, "backed_up_at"),
                                row.getObject("baseline_backup_id", Long.class)),
                        row.getTimestamp("added_at").toInstant()));
    }

    private static @Nullable Instant instant(ResultSet row, String column) throws SQLException {
        Timestamp at = row.getTimestamp(column);
        return at == null ? null : at.toInstant();
    }

    private static DeviceRow complete(DeviceRow r, List<String> groups, @Nullable String credential) {
        return r.tied(new DeviceRow.Ties(r.ties().partner(), r.ties().labels(), groups, credential));
    }
}
