package io.safestep.real;

import static io.safestep.app.testing.ChangeStory.check;
import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Routers of Debian's package {@code frr} in the application: found, backed up, changed, saved, rolled back. */
class WholeChangesTest extends SafeStepTest {

    @TempDir
    static Path folder;

    private static RealRouters routers;

    private ApiClient administrator;
    private ChangeStory story;

    @DynamicPropertySource
    static void asInstalled(DynamicPropertyRegistry registry) {
        registry.add("safestep.run.longest-stay", () -> "60s");
    }

    @BeforeAll
    static void start() {
        routers = RealRouters.inARow(folder, 2);
        configure(1, "to2", "10.99.0.1/30");
        configure(2, "to1", "10.99.0.2/30");
        Awaitility.await("the two routers are neighbours")
                .atMost(Duration.ofSeconds(60))
                .until(() -> routers.vtysh(1, "show ip ospf neighbor").contains("Full"));
    }

    private static void configure(int router, String port, String address) {
        routers.vtysh(
                router,
                "configure terminal",
                "hostname real-" + router,
                "interface " + port,
                "ip address " + address,
                "ip ospf area 0",
                "ip ospf network point-to-point",
                "ip ospf hello-interval 1",
                "ip ospf dead-interval 4",
                "exit",
                "router ospf",
                "ospf router-id 10.99.9." + router,
                "exit",
                "end",
                "write memory");
    }

    @AfterAll
    static void stop() {
        routers.close();
    }

    @BeforeEach
    void bringThemIn() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
        story = new ChangeStory(port);
        if (administrator.get("/api/devices/real-1").status() == 200) {
            return;
        }
        ok(administrator.post(
                "/api/credentials",
                Map.of("name", "lab", "login", LabAccount.LOGIN, "password", LabAccount.PASSWORD, "standard", false)));
        JsonNode search = ok(administrator.post(
                "/api/searches/range",
                Map.of(
                        "ranges",
                        List.of(RealRouters.address(1), RealRouters.address(2)),
                        "exclusions",
                        List.of(),
                        "ports",
                        List.of(830, 22),
                        "credentials",
                        List.of(credential()))));
        String path = "/api/searches/" + search.path("id").asLong();
        administrator.await(path, s -> s.path("endedAt").isString());
        List<Map<String, Object>> devices = new ArrayList<>();
        JsonNode results = administrator.get(path + "/results").body();
        results.forEach(r -> devices.add(accepted(r)));
        JsonNode added = ok(administrator.post(path + "/additions", Map.of("devices", devices)));
        assertThat(added.path("outcomes").toString()).as(results.toString()).doesNotContain("\"problem\":\"");
        for (int i = 1; i <= 2; i++) {
            String device = "/api/devices/real-" + i;
            administrator.await(
                    device, d -> !d.path("row").path("baselineBackupId").isNull());
            assertThat(administrator.get(device).body().path("reachedAtPort").asInt())
                    .isEqualTo(22);
            ok(administrator.put(device + "/stance", Map.of("stance", "MANAGED")));
        }
    }

    private long credential() {
        for (JsonNode one : administrator.get("/api/credentials").body()) {
            if (one.path("name").asString().equals("lab")) {
                return one.path("id").asLong();
            }
        }
        throw new AssertionError("The credential is gone.");
    }

    private static Map<String, Object> accepted(JsonNode result) {
        Map<String, Object> accepted = new HashMap<>();
        accepted.put("resultId", result.path("id").asLong());
        String address = result.path("address").asString();
        accepted.put("name", "real-" + address.charAt(address.length() - 1));
        accepted.put("siteCode", "gan");
        accepted.put("role", "RELAY");
        accepted.put("labels", Set.of());
        accepted.put("groups", Set.of());
        return accepted;
    }

    private static Map<String, Object> neighbours() {
        return atOnce(check("neighbours", null, "SAME_AS_BEFORE", null));
    }

    private static Map<String, Object> atOnce(Map<String, Object> of) {
        Map<String, Object> check = new HashMap<>(of);
        check.put("settleSeconds", 0);
        return check;
    }

    @Test
    void aHarmlessChangeIsSavedAsTheRouterSays() {
        // Beside the neighbours: a command that the router refuses without BGP, and one that ends only by a key.
        // The ping is sent by the shell of the lab, which stands outside the router.
        int number = story.submitted(
                "Description",
                Map.of("real-1", "interface to2\n description to the second\n"),
                List.of(
                        neighbours(),
                        atOnce(check("bgp-neighbours", null, "SAME_AS_BEFORE", null)),
                        atOnce(check("ping", "127.0.0.1", "REACHABLE", null))));
        JsonNode check = story.engineer()
                .get("/api/changes/" + number)
                .body()
                .path("checks")
                .get(0);
        assertThat(check.path("stays").asInt()).isEqualTo(7);
        assertThat(check.path("staysBecause").asString()).isEqualTo("dead interval on to2 of 4 s");
        JsonNode ended = run(number);
        assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("SUCCEEDED");
        assertThat(ended.path("verdict").asString())
                .contains("What startup holds could not be read on real-1: saved is what the device says.");
        assertThat(routers.savedConfiguration(1)).contains("description to the second");
    }

    @Test
    void aNeighbourThatDiesSecondsAfterThePushIsNotSaved() {
        String before = routers.vtysh(1, "show running-config");
        int number = story.submitted(
                "Hello", Map.of("real-1", "interface to2\n ip ospf hello-interval 3\n"), List.of(neighbours()));
        JsonNode ended = run(number);
        assertThat(ended.path("state").asString()).as(ended.toString()).isEqualTo("ROLLED_BACK");
        assertThat(ended.path("verdict").asString())
                .contains("Undone because of")
                .contains("gone: ");
        assertThat(routers.vtysh(1, "show running-config")).isEqualTo(before);
        assertThat(routers.savedConfiguration(1)).doesNotContain("hello-interval 3");
        Awaitility.await("they are neighbours again")
                .atMost(Duration.ofSeconds(60))
                .until(() -> routers.vtysh(1, "show ip ospf neighbor").contains("Full"));
    }

    @Test
    void aCheckThatTheRouterCanNotAnswerIsRefusedWhileWriting() {
        Map<String, Object> saved = Map.of("kind", "SAVED", "expectation", "SAVED", "settleSeconds", 0);
        ApiClient.Answer refused = story.engineer()
                .post(
                        "/api/changes",
                        ChangeStory.content(
                                0, "Saved", Map.of("real-1", "interface to2\n description saved\n"), List.of(saved)));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.toString()).contains("can't look at this").contains("real-1");
    }

    @Test
    void interfacesWithoutAKnownCableAreNotCalledDown() {
        JsonNode state = administrator.get("/api/devices/real-1/state").body();
        JsonNode to2 = null;
        for (JsonNode i : state.path("interfaces")) {
            to2 = i.path("name").asString().equals("to2") ? i : to2;
        }
        assertThat(to2.path("far").asString()).isEqualTo("real-2 to1, presumed: both are in one subnet");
        assertThat(to2.path("up").asBoolean()).isTrue();
        assertThat(state.path("neighbours").get(0).path("state").asString())
                .as(state.toString())
                .isEqualTo("FULL");
    }

    private JsonNode run(int number) {
        story.approve(number);
        story.bookIntoOpenWindow(number);
        long run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
        return story.awaitEnd(run);
    }
}
