package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.people.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** For tests with people who see or act on a part of the network: one terminal, and all that is elsewhere. */
abstract class ScopeGround extends SafeStepTest {

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    protected RequestMappingHandlerMapping mappings;

    @Autowired
    protected JdbcTemplate jdbc;

    protected ApiClient everywhere;

    @BeforeEach
    void begin() {
        everywhere = ApiClient.loggedIn(port, "roake");
    }

    @AfterEach
    void end() {
        jdbc.update(
                "update person set roles = 'AUDITOR', retired_at = now(), password_hash = null where login like 'scope-%'");
    }

    /** Somebody who has every right; for which devices is given as JSON. */
    protected ApiClient somebody(String login, String reading, String acting) {
        return somebody(
                login, Arrays.stream(Role.values()).map(Role::name).collect(Collectors.joining(",")), reading, acting);
    }

    protected ApiClient somebody(String login, String roles, String reading, String acting) {
        jdbc.update(
                "insert into person (login, name, roles, password_hash, scope) values (?, ?, ?,"
                        + " (select password_hash from person where login = 'roake'), cast(? as jsonb))"
                        + " on conflict (login) do update set retired_at = null, roles = excluded.roles, scope = excluded.scope,"
                        + " password_hash = excluded.password_hash",
                login,
                login,
                roles,
                "{\"reading\": " + reading + ", \"acting\": " + acting + "}");
        return ApiClient.loggedIn(port, login);
    }

    protected String dunmarsh() {
        return "{\"everything\": false, \"groups\": [], \"sites\": ["
                + jdbc.queryForObject("select id from site where name = 'Dunmarsh'", Long.class) + "]}";
    }

    protected static final String EVERYTHING = "{\"everything\": true, \"groups\": [], \"sites\": []}";
    protected static final String NOTHING = "{\"everything\": false, \"groups\": [], \"sites\": []}";

    protected static Map<String, Object> change(String title, String... devices) {
        List<Map<String, Object>> targets = new ArrayList<>();
        for (String device : devices) {
            targets.add(Map.of("device", device, "lines", "contact duty engineer"));
        }
        Map<String, Object> change = new HashMap<>();
        change.put("version", 0);
        change.put("title", title);
        change.put("reason", "So that somebody knows whom to call.");
        change.put("undoAccepted", false);
        change.put("targets", targets);
        change.put("checks", List.of());
        return change;
    }

    protected int written(ApiClient author, String title, String... devices) {
        Answer created = author.post("/api/changes", change(title, devices));
        assertThat(created.status()).as("%s", created).isEqualTo(201);
        return created.body().path("number").asInt();
    }

    /** Ids of things that are about devices elsewhere alone. */
    protected Map<String, Map<String, String>> others() {
        int change = written(everywhere, "Elsewhere", "brn-gw-a");
        long backup = jdbc.queryForObject(
                "select max(b.id) from backup b join device d on d.id = b.device_id where d.name = 'brn-gw-a'",
                Long.class);
        Long run = jdbc.queryForObject(
                "select max(r.id) from run r where not exists (select 1 from change_target t join device d on"
                        + " d.id = t.device_id join site s on s.id = d.site_id where t.change_id = r.change_id"
                        + " and s.name = 'Dunmarsh')",
                Long.class);
        long round = everywhere
                .post(
                        "/api/rounds",
                        Map.of("action", "TEST_CONNECTION", "argument", "", "devices", List.of("brn-gw-a")))
                .body()
                .path("id")
                .asLong();
        Map<String, Map<String, String>> ids = new HashMap<>();
        ids.put("/api/changes/", Map.of("number", String.valueOf(change), "id", "1"));
        ids.put("/api/runs/", Map.of("id", String.valueOf(run)));
        ids.put("/api/rounds/", Map.of("id", String.valueOf(round)));
        ids.put("/api/devices/", Map.of("id", String.valueOf(backup)));
        ids.put("/api/drift/findings/", Map.of("id", String.valueOf(finding())));
        return ids;
    }

    /** A finding about a device elsewhere, which has ended. */
    private long finding() {
        String newest =
                "select max(f.id) from drift_finding f join device d on d.id = f.device_id where d.name = 'ops-fw-b'";
        if (jdbc.queryForObject(newest, Long.class) == null) {
            for (String contact : List.of("seen by nobody", "watch room, Operations House")) {
                HandEdit.contact(PRACTICE, "ops-fw-b", contact);
                assertThat(everywhere
                                .post("/api/devices/ops-fw-b/backups", Map.of())
                                .status())
                        .isLessThan(300);
            }
        }
        return jdbc.queryForObject(newest, Long.class);
    }

    protected static Map<String, String> variables(Map<String, Map<String, String>> ids, String path) {
        return ids.entrySet().stream()
                .filter(e -> path.startsWith(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(Map.of());
    }
}
