package io.safestep.app.discovery;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.app.testing.TcpForward;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Several devices behind one address, each at a port of its own. */
class OneAddressTest extends SafeStepTest {

    private static final String ADDRESS = "127.0.0.1";

    @Autowired
    private JdbcTemplate jdbc;

    private ApiClient administrator;
    private TcpForward one;
    private TcpForward other;
    private TcpForward third;

    @BeforeEach
    void begin() throws Exception {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
        one = new TcpForward("127.77.6.34", PRACTICE.devicePort());
        other = new TcpForward("127.77.6.35", PRACTICE.devicePort());
        third = new TcpForward("127.77.7.2", PRACTICE.devicePort());
    }

    @AfterEach
    void end() throws Exception {
        jdbc.update("update device set address = '10.77.6.34', port = null where name = 'elv-ac-1'");
        jdbc.update("update device set address = '10.77.6.35', port = null where name = 'elv-ac-2'");
        one.close();
        other.close();
        third.close();
    }

    private Answer move(String device, int toPort) {
        JsonNode row = administrator.get("/api/devices/" + device).body().path("row");
        Map<String, Object> record = new HashMap<>(Map.of(
                "address", ADDRESS,
                "siteCode", row.path("siteCode").asString(),
                "role", row.path("role").asString().toUpperCase(Locale.ROOT),
                "platform", row.path("platform").asString(),
                "labels", List.of(),
                "port", toPort));
        return administrator.put("/api/devices/" + device + "/record", record);
    }

    @Test
    void eachIsReachedFoundAndBackedUpAtItsPort() throws Exception {
        assertThat(move("elv-ac-1", one.port()).status()).isEqualTo(200);
        Answer taken = move("elv-ac-2", one.port());
        assertThat(taken.status()).isEqualTo(422);
        assertThat(taken.toString())
                .contains("127.0.0.1 is the address of elv-ac-1, at port " + one.port())
                .contains("has a port of its own");
        assertThat(move("elv-ac-2", other.port()).status()).isEqualTo(200);

        long round = administrator
                .post(
                        "/api/rounds",
                        Map.of("action", "BACK_UP", "argument", "", "devices", List.of("elv-ac-1", "elv-ac-2")))
                .body()
                .path("id")
                .asLong();
        JsonNode ended = administrator.await(
                "/api/rounds/" + round, r -> r.path("endedAt").isString());
        assertThat(ended.path("counts").path("done").asInt()).as("%s", ended).isEqualTo(2);

        JsonNode dry = sheet("elv-ac-9," + ADDRESS + ",elv,access,corvane-cli," + one.port() + "\n"
                        + "elv-ac-8," + ADDRESS + ",elv,access,corvane-cli," + third.port() + "\n"
                        + "elv-ac-7," + ADDRESS + ",elv,access,corvane-cli," + third.port() + "\n")
                .body();
        List<String> bad = new ArrayList<>();
        dry.path("rows").forEach(r -> bad.add(r.path("words").toString()));
        assertThat(bad)
                .satisfiesExactly(
                        first -> assertThat(first).contains("is the address of elv-ac-1, at port " + one.port()),
                        second -> assertThat(second).contains("Row 3 has the same address and port."),
                        good -> assertThat(good).contains("access at elv"));
    }

    @Test
    void theirPortsMayBeExchangedInASheet() {
        assertThat(move("elv-ac-1", one.port()).status()).isEqualTo(200);
        assertThat(move("elv-ac-2", other.port()).status()).isEqualTo(200);
        String rows = "elv-ac-1,,,,," + other.port() + "\n" + "elv-ac-2,,,,," + one.port() + "\n";
        String plan = sheet(rows).body().path("plan").asString();
        Answer done = administrator.upload("/api/devices/import?plan=" + plan, file(rows));
        assertThat(done.body().path("done").asBoolean()).as("%s", done).isTrue();
        assertThat(jdbc.queryForObject("select port from device where name = 'elv-ac-1'", Integer.class))
                .isEqualTo(other.port());
    }

    private Answer sheet(String rows) {
        return administrator.upload("/api/devices/import/dry-run", file(rows));
    }

    private static byte[] file(String rows) {
        return ("Name,Address,Site,Role,Platform,Port\n" + rows).getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void aSearchTellsThemApart() {
        assertThat(move("elv-ac-1", one.port()).status()).isEqualTo(200);
        assertThat(move("elv-ac-2", other.port()).status()).isEqualTo(200);
        Long credential = jdbc.queryForObject("select id from credential where standard", Long.class);
        long search = administrator
                .post(
                        "/api/searches/range",
                        Map.of(
                                "ranges", List.of(ADDRESS),
                                "exclusions", List.of(),
                                "ports", List.of(other.port(), third.port(), 1),
                                "credentials", List.of(credential)))
                .body()
                .path("id")
                .asLong();
        JsonNode ended = administrator.await(
                "/api/searches/" + search, s -> s.path("endedAt").isString());
        assertThat(ended.path("lookedAt").asInt()).isEqualTo(1);
        List<String> found = new ArrayList<>();
        administrator
                .get("/api/searches/" + search + "/results")
                .body()
                .forEach(r -> found.add(r.path("port").asInt() + " "
                        + r.path("state").asString() + " " + r.path("name").asString()));
        assertThat(found)
                .as("each device on record at its port, then who else answers; the silent port is not told of")
                .containsExactly(
                        one.port() + " KNOWN elv-ac-1",
                        other.port() + " KNOWN elv-ac-2",
                        third.port() + " ALSO_HERE gan-rl-b");
    }
}
