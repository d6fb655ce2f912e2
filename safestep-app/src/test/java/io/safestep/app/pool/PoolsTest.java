package io.safestep.app.pool;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Pools: what is given, never twice, and freed again. */
class PoolsTest extends SafeStepTest {

    private ChangeStory story;

    @BeforeEach
    void logIn() {
        story = new ChangeStory(port);
    }

    private static Map<String, Object> pool(String name, String kind, int length, String... ranges) {
        Map<String, Object> pool = new HashMap<>();
        pool.put("name", name);
        pool.put("kind", kind);
        pool.put("description", "");
        pool.put("ranges", List.of(ranges));
        pool.put("exclusions", List.of());
        pool.put("length", length);
        pool.put("numberPlace", "");
        return pool;
    }

    private long made(Map<String, Object> pool) {
        return ok(story.engineer().post("/api/pools", pool)).path("id").asLong();
    }

    private JsonNode pool(long id) {
        return ok(story.engineer().get("/api/pools/" + id));
    }

    private int draft(Map<String, String> linesByDevice) {
        return ok(story.engineer()
                        .post("/api/changes", ChangeStory.content(0, "Values from a pool", linesByDevice, List.of())))
                .path("number")
                .asInt();
    }

    private static Map<String, Object> wish(String device, String type, String interfaceName) {
        Map<String, Object> wish = new HashMap<>();
        wish.put("device", device);
        wish.put("variable", "value");
        wish.put("type", type);
        wish.put("interfaceName", interfaceName);
        return wish;
    }

    private Answer asked(int change, String pool, List<Map<String, Object>> wishes) {
        return story.engineer().post("/api/changes/" + change + "/allocations", Map.of("pool", pool, "wishes", wishes));
    }

    private List<String> given(int change, String pool, List<Map<String, Object>> wishes) {
        return ok(asked(change, pool, wishes))
                .valueStream()
                .map(f -> f.path("value").asString())
                .toList();
    }

    @Test
    void theNextFreeValueIsGivenAndWhatTheNetworkUsesNeverIs() {
        long id = made(pool("gate readers", "ADDRESS", 24, "10.77.40.1-10.77.40.9"));
        int change = draft(Map.of("brn-gw-a", "", "brn-gw-b", ""));

        List<String> values = given(
                change,
                "gate readers",
                List.of(wish("brn-gw-a", "INTERFACE_ADDRESS", null), wish("brn-gw-b", "ADDRESS", null)));

        assertThat(values).containsExactly("10.77.40.4/24", "10.77.40.5");
        assertThat(given(change, "gate readers", List.of(wish("brn-gw-b", "ADDRESS", null))))
                .as("a place that holds one keeps it")
                .containsExactly("10.77.40.5");
        JsonNode uses = pool(id).path("uses");
        assertThat(uses.valueStream().map(u -> u.path("value").asString()).toList())
                .contains("10.77.40.1", "10.77.40.2", "10.77.40.3", "10.77.40.4", "10.77.40.5");
        assertThat(uses.get(0).path("devices")).isNotEmpty();
        assertThat(uses.get(3).path("change").asInt()).isEqualTo(change);
        assertThat(pool(id).path("next").asString()).isEqualTo("10.77.40.6");
    }

    @Test
    void nothingIsGivenTwiceThoughManyAskAtOnce() throws Exception {
        made(pool("tunnels", "NUMBER", 0, "1000-1999"));
        List<Integer> changes = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            changes.add(draft(Map.of("brn-gw-a", "", "brn-gw-b", "")));
        }
        ExecutorService many = Executors.newFixedThreadPool(6);
        try {
            List<Callable<List<String>>> asking = new ArrayList<>();
            changes.forEach(change -> asking.add(() -> given(
                    change, "tunnels", List.of(wish("brn-gw-a", "NUMBER", null), wish("brn-gw-b", "NUMBER", null)))));
            Set<String> values = new HashSet<>();
            for (Future<List<String>> one : many.invokeAll(asking)) {
                values.addAll(one.get());
            }
            assertThat(values).hasSize(12);
        } finally {
            many.shutdown();
        }
    }

    @Test
    void bothEndsOfALinkGetFittingAddresses() {
        made(pool("links", "PREFIX", 31, "10.77.200.0/28"));
        JsonNode end = ok(story.engineer().get("/api/devices/brn-gw-a"))
                .path("links")
                .valueStream()
                .filter(e -> e.path("far").asString().startsWith("brn-"))
                .findFirst()
                .orElseThrow();
        String far = end.path("far").asString();
        int change = draft(Map.of("brn-gw-a", "", far, ""));

        List<String> values = given(
                change,
                "links",
                List.of(
                        wish(
                                "brn-gw-a",
                                "INTERFACE_ADDRESS",
                                end.path("ownInterface").asString()),
                        wish(far, "INTERFACE_ADDRESS", end.path("farInterface").asString())));

        assertThat(values).containsExactlyInAnyOrder("10.77.200.0/31", "10.77.200.1/31");
        assertThat(asked(change, "links", List.of(wish("brn-gw-a", "INTERFACE_ADDRESS", "no such port")))
                        .detail())
                .isEqualTo("No link of brn-gw-a through no such port is known.");
    }

    @Test
    void whatAChangeNoLongerNamesIsFreeAgainAndAllOfItWhenItIsWithdrawn() {
        long id = made(pool("camera VLANs", "VLAN", 0, "900-903"));
        int change = draft(Map.of("brn-ac-1", "", "brn-gw-a", ""));
        assertThat(given(
                        change,
                        "camera VLANs",
                        List.of(wish("brn-ac-1", "VLAN", null), wish("brn-gw-a", "VLAN", null))))
                .containsExactly("900", "901");

        ok(story.engineer()
                .put(
                        "/api/changes/" + change,
                        ChangeStory.content(1, "One of them", Map.of("brn-ac-1", "vlan 901\n"), List.of())));
        assertThat(pool(id).path("uses")
                        .valueStream()
                        .map(u -> u.path("value").asString())
                        .toList())
                .containsExactly("901");

        ok(story.engineer().post("/api/changes/" + change + "/withdrawal", Map.of()));
        assertThat(pool(id).path("uses")).isEmpty();
        assertThat(pool(id).path("free").asLong()).isEqualTo(4);
    }

    @Test
    void aPoolThatIsEmptyOrGivesSomethingElseSaysSoAndGivesNothing() {
        long id = made(pool("few", "VLAN", 0, "950"));
        int change = draft(Map.of("brn-ac-1", "", "brn-gw-a", ""));

        Answer tooMany = asked(change, "few", List.of(wish("brn-ac-1", "VLAN", null), wish("brn-gw-a", "VLAN", null)));
        assertThat(tooMany.status()).isEqualTo(409);
        assertThat(tooMany.detail()).contains("few has not enough free VLANs left for 2");
        assertThat(pool(id).path("free").asLong()).isEqualTo(1);
        assertThat(asked(change, "few", List.of(wish("brn-ac-1", "ADDRESS", null)))
                        .detail())
                .contains("few gives VLANs; value has to be one address");
        assertThat(asked(change, "none", List.of(wish("brn-ac-1", "VLAN", null)))
                        .status())
                .isEqualTo(422);
        assertThat(story.manager()
                        .post(
                                "/api/changes/" + change + "/allocations",
                                Map.of("pool", "few", "wishes", List.of(wish("brn-ac-1", "VLAN", null))))
                        .status())
                .as("only the author writes")
                .isEqualTo(403);
    }

    @Test
    void poolsThatWouldGiveTheSameTwiceAreRefused() {
        made(pool("one block", "PREFIX", 30, "10.78.0.0/24"));

        Answer overlapping = story.engineer().post("/api/pools", pool("other", "ADDRESS", 24, "10.78.0.7"));
        assertThat(overlapping.status()).isEqualTo(422);
        assertThat(overlapping.detail()).contains("one block has some of these values too");
        assertThat(story.engineer()
                        .post("/api/pools", pool("One Block", "NUMBER", 0, "1"))
                        .detail())
                .contains("There is a pool called One Block already");
        assertThat(story.engineer()
                        .post("/api/pools", pool("bad", "VLAN", 0, "0-9"))
                        .detail())
                .isEqualTo("VLAN numbers go from 1 to 4094.");
    }

    @Test
    void aNumberIsFoundInUseWhereItsPlaceSaysAndAHeldOneIsFreedByHand() {
        Map<String, Object> groups = pool("gateway groups", "NUMBER", 0, "40-45");
        groups.put("numberPlace", "gateway-group {n}");
        long id = made(groups);
        assertThat(pool(id).path("next").asString()).isEqualTo("41");

        int change = draft(Map.of("brn-gw-a", ""));
        given(change, "gateway groups", List.of(wish("brn-gw-a", "NUMBER", null)));
        long allocation = pool(id).path("uses")
                .valueStream()
                .filter(u -> !u.path("allocation").isNull())
                .findFirst()
                .orElseThrow()
                .path("allocation")
                .asLong();
        String path = "/api/pools/" + id + "/releases";
        ApiClient manager = story.manager();
        assertThat(manager.post(path, Map.of("allocation", allocation, "reason", " "))
                        .status())
                .isEqualTo(422);
        ok(manager.post(path, Map.of("allocation", allocation, "reason", "The ship was sold.")));
        assertThat(manager.post(path, Map.of("allocation", allocation, "reason", "Again"))
                        .status())
                .isEqualTo(404);
        assertThat(pool(id).path("next").asString()).isEqualTo("41");
        assertThat(story.engineer().delete("/api/pools/" + id).detail()).contains("stays for the record");
    }

    @Test
    void whatAnotherChangeWouldWriteIsNotGivenThoughItHasNotRun() {
        long id = made(pool("watch room", "ADDRESS", 24, "10.77.123.1-10.77.123.9"));
        int other = draft(Map.of("brn-gw-a", "interface vlan 123\n  address 10.77.123.1/24\n"));

        assertThat(given(draft(Map.of("brn-gw-b", "")), "watch room", List.of(wish("brn-gw-b", "ADDRESS", null))))
                .containsExactly("10.77.123.2");
        assertThat(pool(id).path("uses").get(0).path("devices").get(0).asString())
                .isEqualTo("CR-" + other);
    }

    @Test
    void whatARunRolledBackIsFreeAgain() {
        long id = made(pool("deck VLANs", "VLAN", 0, "960-961"));
        int change = draft(Map.of("brn-ac-1", ""));
        assertThat(given(change, "deck VLANs", List.of(wish("brn-ac-1", "VLAN", null))))
                .containsExactly("960");
        JsonNode draft = ok(story.engineer()
                .put(
                        "/api/changes/" + change,
                        ChangeStory.content(1, "On deck", Map.of("brn-ac-1", "vlan 960\n  name deck\n"), List.of())));
        ok(story.engineer()
                .post(
                        "/api/changes/" + change + "/submission",
                        Map.of("version", draft.path("version").asInt())));
        story.approve(change);
        story.bookIntoOpenWindow(change);
        PRACTICE.network().device("brn-ac-1").switchOn(Fault.IGNORES_LINE, "name deck");
        try {
            long run = ok(story.manager().post("/api/changes/" + change + "/runs", Map.of()))
                    .path("id")
                    .asLong();
            assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("ROLLED_BACK");
        } finally {
            PRACTICE.network().device("brn-ac-1").switchOff(Fault.IGNORES_LINE);
        }
        assertThat(pool(id).path("uses")).isEmpty();
    }
}
