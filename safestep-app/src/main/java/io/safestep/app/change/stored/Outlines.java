package io.safestep.app.change.stored;

import io.safestep.app.problem.ProblemException;
import io.safestep.core.change.ChangeState;
import io.safestep.core.check.definition.CheckDefinition;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Many changes at once, without their texts: what lists show, and what runs of them have to do. One statement each, however
 * many there are, since lists are asked for every few seconds.
 */
@Component
@Transactional(readOnly = true, propagation = Propagation.SUPPORTS)
public class Outlines {

    private static final JsonMapper JSON = JsonMapper.shared();

    private static final String OUTLINE = """
            select c.id, c.number, c.title, c.state, c.nothing_written, c.emergency_reason is not null as emergency,
                   c.seal, c.updated_at, c.wave_pause_seconds, c.undo_accepted, c.ground_moved, c.earlier_authors, p.login, p.name as author,
                   t.ids, t.names, t.platforms, t.waves, t.commands, t.undo_commands, t.wrong, t.unproven
              from change_request c
              join person p on p.id = c.author_id
              left join lateral (
                   select array_agg(d.id order by t.wave, t.position) as ids,
                          array_agg(d.name order by t.wave, t.position) as names,
                          array_agg(d.platform order by t.wave, t.position) as platforms,
                          array_agg(t.wave order by t.wave, t.position) as waves,
                          array_agg(t.commands order by t.wave, t.position) as commands,
                          array_agg(t.undo_commands order by t.wave, t.position) as undo_commands,
                          count(*) filter (where t.script is null) as wrong,
                          count(*) filter (where t.commands > 0 and not t.proven) as unproven
                     from change_target t join device d on d.id = t.device_id
                    where t.change_id = c.id) t on true
            """;

    private final JdbcClient jdbc;

    Outlines(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * @param seal null while lines are missing or wrong
     * @param author log-in name
     * @param authors log-in names of everybody who has written it
     * @param pause between two waves
     * @param parts in the order in which they are changed
     */
    public record Outline(
            long id,
            int number,
            String title,
            ChangeState state,
            boolean nothingWritten,
            boolean emergency,
            @Nullable String seal,
            String author,
            Set<String> authors,
            String authorName,
            Instant updatedAt,
            Duration pause,
            List<RunWork.Part> parts,
            Built built) {

        public String subject() {
            return "CR-" + number;
        }
    }

    /**
     * How far the lines are.
     *
     * @param wrong on how many devices they are not right yet
     * @param unproven on how many the way back is not proven
     * @param undoAccepted the author takes that as it is
     * @param moved where devices hold something else by now than when it was submitted, so that it came back; null for nowhere
     */
    public record Built(
            int wrong,
            int unproven,
            boolean undoAccepted,
            @Nullable String moved) {}

    /** Of a device, highest number first. */
    public List<Outline> of(String device, int most) {
        return jdbc.sql(OUTLINE
                        + " where c.id in (select x.change_id from change_target x join device y on y.id = x.device_id"
                        + " where y.name = :device) order by c.number desc limit :most")
                .param("device", device)
                .param("most", most)
                .query(Outlines::outline)
                .list();
    }

    /** What was moved last comes first. */
    public List<Outline> inStates(Collection<ChangeState> states) {
        return jdbc.sql(OUTLINE + " where c.state = any(:states) order by c.updated_at desc, c.number desc")
                .param("states", states.stream().map(Enum::name).toArray(String[]::new))
                .query(Outlines::outline)
                .list();
    }

    /** @throws ProblemException when there is no such change */
    public Outline numbered(int number) {
        return jdbc.sql(OUTLINE + " where c.number = :number")
                .param("number", number)
                .query(Outlines::outline)
                .optional()
                .orElseThrow(() -> ProblemException.notFound("CR-" + number));
    }

    public Map<Long, Outline> withIds(Collection<Long> ids) {
        Map<Long, Outline> found = new HashMap<>();
        if (!ids.isEmpty()) {
            jdbc.sql(OUTLINE + " where c.id = any(:ids)")
                    .param("ids", ids.toArray(Long[]::new))
                    .query(Outlines::outline)
                    .list()
                    .forEach(o -> found.put(o.id(), o));
        }
        return found;
    }

    /** Changes with the words in their title or their outside reference, or with this number. */
    public List<Outline> found(String words, int most) {
        String pattern = "%" + words.replace("!", "!!").replace("%", "!%").replace("_", "!_") + "%";
        return jdbc.sql(OUTLINE
                        + " where c.title ilike :pattern escape '!' or c.outside_reference ilike :pattern escape '!'"
                        + " or c.number::text = :words"
                        + " order by c.number desc limit :most")
                .param("pattern", pattern)
                .param("words", words)
                .param("most", most)
                .query(Outlines::outline)
                .list();
    }

    /** What runs of changes have to do, by the id of the change. */
    public Map<Long, RunWork> work(Collection<Outline> outlines) {
        Map<Long, List<CheckDefinition>> checks = new HashMap<>();
        if (!outlines.isEmpty()) {
            jdbc.sql("select change_id, definition, stays_seconds from change_check where change_id = any(:ids)"
                            + " order by change_id, position")
                    .param("ids", outlines.stream().map(Outline::id).toArray(Long[]::new))
                    .query(row -> {
                        checks.computeIfAbsent(row.getLong("change_id"), id -> new ArrayList<>())
                                .add(ChangeCheck.inForce(
                                        JSON.readValue(row.getString("definition"), CheckDefinition.class),
                                        row.getInt("stays_seconds")));
                    });
        }
        Map<Long, RunWork> work = new HashMap<>();
        outlines.forEach(o -> work.put(
                o.id(),
                new RunWork(o.id(), o.emergency(), o.parts(), checks.getOrDefault(o.id(), List.of()), o.pause())));
        return work;
    }

    private static Outline outline(ResultSet row, int number) throws SQLException {
        return new Outline(
                row.getLong("id"),
                row.getInt("number"),
                row.getString("title"),
                ChangeState.valueOf(row.getString("state")),
                row.getBoolean("nothing_written"),
                row.getBoolean("emergency"),
                row.getString("seal"),
                row.getString("login"),
                Change.authors(row.getString("login"), row.getString("earlier_authors")),
                row.getString("author"),
                row.getTimestamp("updated_at").toInstant(),
                Duration.ofSeconds(row.getInt("wave_pause_seconds")),
                parts(row),
                new Built(
                        row.getInt("wrong"),
                        row.getInt("unproven"),
                        row.getBoolean("undo_accepted"),
                        row.getString("ground_moved")));
    }

    private static List<RunWork.Part> parts(ResultSet row) throws SQLException {
        Array ids = row.getArray("ids");
        if (ids == null) {
            return List.of();
        }
        Long[] deviceIds = (Long[]) ids.getArray();
        String[] names = (String[]) row.getArray("names").getArray();
        String[] platforms = (String[]) row.getArray("platforms").getArray();
        Integer[] waves = (Integer[]) row.getArray("waves").getArray();
        Integer[] commands = (Integer[]) row.getArray("commands").getArray();
        Integer[] undo = (Integer[]) row.getArray("undo_commands").getArray();
        List<RunWork.Part> parts = new ArrayList<>(deviceIds.length);
        for (int i = 0; i < deviceIds.length; i++) {
            parts.add(new RunWork.Part(deviceIds[i], names[i], platforms[i], waves[i], commands[i], undo[i]));
        }
        return parts;
    }
}
