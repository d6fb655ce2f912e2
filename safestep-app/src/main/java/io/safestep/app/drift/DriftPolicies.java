package io.safestep.app.drift;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.change.beside.UndecidedDrift;
import io.safestep.app.change.beside.UndecidedDriftRule;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.people.People;
import io.safestep.app.people.Teams;
import io.safestep.app.problem.ProblemException;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What groups ask for beyond what holds everywhere. A policy only adds: no finding is decided by it. */
@Component
@Transactional
public class DriftPolicies implements UndecidedDriftRule {

    private static final String ROWS = """
            select p.id, g.id as group_id, g.name as group_name, p.team_id, t.name as team,
            p.person_id, o.login, p.decide_within_hours, p.undecided
            from drift_policy p join device_group g on g.id = p.group_id
            left join team t on t.id = p.team_id left join person o on o.id = p.person_id order by g.name""";

    private final JdbcClient jdbc;
    private final Groups groups;
    private final Devices devices;
    private final People people;
    private final Teams teams;
    private final AuditLog audit;
    private final UndecidedDrift everywhere;

    /** @param everywhere what becomes of a change beside drift where no group says anything */
    DriftPolicies(
            JdbcClient jdbc,
            Groups groups,
            Devices devices,
            People people,
            Teams teams,
            AuditLog audit,
            @Value("${safestep.run.undecided-drift:tell}") UndecidedDrift everywhere) {
        this.everywhere = everywhere;
        this.jdbc = jdbc;
        this.groups = groups;
        this.devices = devices;
        this.people = people;
        this.teams = teams;
        this.audit = audit;
    }

    /**
     * @param team name of the team that is told too; null for none
     * @param person log-in of who is told too; null for nobody
     * @param decideWithinHours how soon somebody has to have decided; null when nothing says so
     * @param undecided what becomes of a change to a device that nobody has decided about; null for what holds everywhere
     */
    record Policy(
            String group,
            @Nullable String team,
            @Nullable String person,
            @Nullable Integer decideWithinHours,
            @Nullable UndecidedDrift undecided) {}

    private record Row(Long groupId, Policy policy, Long teamId, Long personId) {}

    private List<Row> rows() {
        return jdbc.sql(ROWS)
                .query((row, i) -> new Row(
                        row.getLong("group_id"),
                        new Policy(
                                row.getString("group_name"),
                                row.getString("team"),
                                row.getString("login"),
                                row.getObject("decide_within_hours", Integer.class),
                                undecided(row.getString("undecided"))),
                        row.getObject("team_id", Long.class),
                        row.getObject("person_id", Long.class)))
                .list();
    }

    @Transactional(readOnly = true)
    List<Policy> all() {
        return rows().stream().map(Row::policy).toList();
    }

    private List<Row> policiesOf(long deviceId) {
        List<Row> rows = rows();
        if (rows.isEmpty()) {
            return rows;
        }
        Device device = devices.withId(deviceId);
        Set<Long> in = new HashSet<>();
        groups.byDevice(Map.of(deviceId, device.traits()))
                .getOrDefault(deviceId, List.of())
                .forEach(g -> in.add(g.id()));
        return rows.stream().filter(r -> in.contains(r.groupId())).toList();
    }

    /** How soon somebody has to have decided about a device; the soonest of its groups. */
    @Transactional(readOnly = true)
    OptionalInt decideWithinHours(long deviceId) {
        return policiesOf(deviceId).stream()
                .map(r -> r.policy().decideWithinHours())
                .filter(Objects::nonNull)
                .mapToInt(Integer::intValue)
                .min();
    }

    private static @Nullable UndecidedDrift undecided(@Nullable String stored) {
        return stored == null ? null : UndecidedDrift.valueOf(stored);
    }

    @Override
    @Transactional(readOnly = true)
    public UndecidedDrift of(long deviceId) {
        return policiesOf(deviceId).stream()
                .map(r -> r.policy().undecided())
                .filter(Objects::nonNull)
                .min(Comparator.naturalOrder())
                .orElse(everywhere);
    }

    /** Ids of people who are told of this device beside those who are told of all. */
    @Transactional(readOnly = true)
    public Set<Long> toldToo(long deviceId) {
        Set<Long> told = new HashSet<>();
        policiesOf(deviceId).forEach(r -> {
            if (r.teamId() != null) {
                told.addAll(teams.toBeTold(r.teamId()));
            }
            if (r.personId() != null) {
                told.add(r.personId());
            }
        });
        return told;
    }

    List<Policy> save(Policy wanted, String person) {
        long groupId = groups.idOf(wanted.group());
        Long teamId = wanted.team() == null
                ? null
                : teams.all().stream()
                        .filter(t -> t.name().equals(wanted.team()))
                        .map(Teams.TeamView::id)
                        .findFirst()
                        .orElseThrow(() ->
                                ProblemException.invalid("team", "There is no team called " + wanted.team() + "."));
        Long personId = wanted.person() == null
                ? null
                : people.known(wanted.person())
                        .orElseThrow(() -> ProblemException.invalid(
                                "person", "There is nobody with the log-in " + wanted.person() + "."))
                        .id();
        jdbc.sql("""
                insert into drift_policy (group_id, team_id, person_id, decide_within_hours, undecided)
                values (:groupId, :teamId, :personId, :decideWithinHours, :undecided)
                on conflict (group_id) do update set team_id = excluded.team_id,
                person_id = excluded.person_id, decide_within_hours = excluded.decide_within_hours,
                undecided = excluded.undecided""")
                .param("groupId", groupId)
                .param("teamId", teamId)
                .param("personId", personId)
                .param("decideWithinHours", wanted.decideWithinHours())
                .param(
                        "undecided",
                        wanted.undecided() == null ? null : wanted.undecided().name())
                .update();
        audit.write(
                person,
                wanted.group(),
                "drift policy changed",
                "Told too: " + (wanted.team() == null ? "no team" : wanted.team()) + ", "
                        + (wanted.person() == null ? "nobody" : wanted.person()) + ". Decided within "
                        + (wanted.decideWithinHours() == null ? "no set time." : wanted.decideWithinHours() + " hours.")
                        + " Beside a change: "
                        + (wanted.undecided() == null
                                ? "as everywhere."
                                : wanted.undecided().name().toLowerCase(Locale.ROOT) + "."));
        return all();
    }

    List<Policy> remove(String group, String person) {
        jdbc.sql("""
                delete from drift_policy where group_id = (select id from device_group where name = :group)""").param("group", group).update();
        audit.write(person, group, "drift policy removed", "The group asks for nothing beyond what holds everywhere.");
        return all();
    }
}
