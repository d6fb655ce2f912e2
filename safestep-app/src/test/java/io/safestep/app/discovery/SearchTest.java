package io.safestep.app.discovery;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.address.IpAddress;
import io.safestep.practice.device.Fault;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Finding devices on the practice network, and adding them. */
class SearchTest extends SafeStepTest {

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private SearchJob job;

    private ApiClient administrator;

    @BeforeEach
    void begin() {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
    }

    /** What hung on its cables: no device tells it, so that it is put back by hand. */
    private final Map<String, List<Map<String, Object>>> forgotten = new TreeMap<>();

    /** As if nobody had ever added it. */
    private void forget(String device) {
        Long id = jdbc.queryForObject("select id from device where name = ?", Long.class, device);
        forgotten.put(
                device,
                jdbc.queryForList(
                        "select name, interface, address, gateway from neighbouring_machine where device_id = ?", id));
        jdbc.update("update device set partner_id = null where partner_id = ?", id);
        jdbc.update("update device set baseline_backup_id = null where id = ?", id);
        for (String reference : List.of(
                "delete from cable where ? in (one_device_id, other_device_id)",
                "delete from neighbouring_machine where device_id = ?",
                "delete from round_device where device_id = ?",
                "update search_result set device_id = null where device_id = ?",
                "delete from device_label where device_id = ?",
                "delete from device_group_member where device_id = ?",
                "delete from credential_use where place = 'DEVICE' and place_id = ?",
                "delete from backup where device_id = ?",
                "delete from device where id = ?")) {
            jdbc.update(reference, id);
        }
    }

    /** Gives a device that was added again what it had. */
    private void restore(String device) {
        administrator.put("/api/devices/" + device + "/stance", Map.of("stance", "MANAGED"));
        Long id = jdbc.queryForObject("select id from device where name = ?", Long.class, device);
        forgotten
                .get(device)
                .forEach(m -> jdbc.update(
                        "insert into neighbouring_machine (name, device_id, interface, address, gateway)"
                                + " values (?, ?, ?, ?, ?)",
                        m.get("name"),
                        id,
                        m.get("interface"),
                        m.get("address"),
                        m.get("gateway")));
    }

    private long credential() {
        return jdbc.queryForObject("select id from credential where standard", Long.class);
    }

    private Answer searchRange(List<String> ranges, List<String> exclusions) {
        return administrator.post(
                "/api/searches/range",
                Map.of("ranges", ranges, "exclusions", exclusions, "credentials", List.of(credential())));
    }

    private JsonNode awaitEnd(Answer started) {
        assertThat(started.status()).as("%s", started).isEqualTo(200);
        String path = "/api/searches/" + started.body().path("id").asLong();
        return administrator.await(path, s -> s.path("endedAt").isString());
    }

    private Map<String, JsonNode> byAddress(JsonNode search) {
        Map<String, JsonNode> found = new TreeMap<>();
        administrator
                .get("/api/searches/" + search.path("id").asLong() + "/results")
                .body()
                .forEach(r -> found.put(r.path("address").asString(), r));
        return found;
    }

    @Test
    void aRangeTellsKnownNewAndChangedApart() {
        forget("gan-rl-b");
        PRACTICE.network().device("brn-ac-1").switchOn(Fault.REPLACED, "");
        PRACTICE.network().device("brn-ac-2").switchOn(Fault.WRONG_PASSWORD, "");
        PRACTICE.network().device("brn-gw-b").switchOn(Fault.UNREACHABLE, "");
        try {
            JsonNode search = awaitEnd(searchRange(List.of("10.77.2.0/24", "10.77.7.0/28"), List.of("10.77.2.128/25")));
            assertThat(search.path("total").asLong()).isEqualTo(127 + 14);
            assertThat(search.path("lookedAt").asLong()).isEqualTo(127 + 14);
            assertThat(search.path("from").asString()).contains("127.0.0.1");
            Map<String, JsonNode> found = byAddress(search);
            assertThat(found.keySet())
                    .containsExactly("10.77.2.1", "10.77.2.2", "10.77.2.34", "10.77.2.35", "10.77.7.1", "10.77.7.2");
            assertState(found, "10.77.2.1", "KNOWN", "Known as brn-gw-a.");
            assertState(found, "10.77.2.2", "NO_ANSWER", "");
            assertState(found, "10.77.2.34", "CHANGED_IDENTITY", "On record brn-ac-1 is here with serial number");
            assertState(found, "10.77.2.35", "NOT_LET_IN", "refuses the log-in");
            assertState(found, "10.77.7.2", "NEW", "Not known yet.");
            assertThat(found.get("10.77.7.2").path("name").asString()).isEqualTo("gan-rl-b");
            assertThat(found.get("10.77.7.2").path("serial").asString())
                    .isEqualTo(PRACTICE.network().device("gan-rl-b").box().serial());
            JsonNode flagged = administrator.get("/api/devices/brn-ac-1").body().path("row");
            assertThat(flagged.path("seenSerial").asString())
                    .isEqualTo(PRACTICE.network().device("brn-ac-1").box().serial());
            assertThat(flagged.path("serial").asString())
                    .as("flagged, not overwritten")
                    .isNotEqualTo(flagged.path("seenSerial").asString());
        } finally {
            PRACTICE.network().device("brn-ac-1").switchOff(Fault.REPLACED);
            PRACTICE.network().device("brn-ac-2").switchOff(Fault.WRONG_PASSWORD);
            PRACTICE.network().device("brn-gw-b").switchOff(Fault.UNREACHABLE);
            jdbc.update("update device set seen_serial = null, last_problem = null");
        }
        doesNotAddWithoutThePartnerThatWasNamed();
        addsAsProposed();
    }

    private static Map<String, Object> accepted(long resultId, String name, String partner) {
        return Map.of(
                "resultId",
                resultId,
                "name",
                name,
                "siteCode",
                "gan",
                "role",
                "RELAY",
                "partner",
                partner,
                "labels",
                List.of("radio"),
                "groups",
                List.of());
    }

    private void doesNotAddWithoutThePartnerThatWasNamed() {
        JsonNode search = awaitEnd(searchRange(List.of("10.77.7.0/28"), List.of()));
        String path = "/api/searches/" + search.path("id").asLong();
        long result = administrator
                .get(path + "/proposals")
                .body()
                .get(0)
                .path("resultId")
                .asLong();
        Map.of("nobody", "no device called nobody", "gan-rl-b", "not its own partner")
                .forEach((partner, words) -> {
                    JsonNode refused = administrator
                            .post(
                                    path + "/additions",
                                    Map.of("devices", List.of(accepted(result, "gan-rl-b", partner))))
                            .body();
                    assertThat(refused.path("outcomes").get(0).path("problem").asString())
                            .contains(words);
                    assertThat(refused.path("roundId").isNull()).isTrue();
                });
        // The partner comes with it, and then can't be added: that is told.
        JsonNode alone = administrator
                .post(
                        path + "/additions",
                        Map.of(
                                "devices",
                                List.of(
                                        accepted(result, "gan-rl-b", "gan-rl-c"),
                                        accepted(999_999, "gan-rl-c", "gan-rl-b"))))
                .body();
        assertThat(alone.path("outcomes").get(0).path("problem").isNull()).isTrue();
        assertThat(alone.path("outcomes").get(0).path("missingPartner").asString())
                .isEqualTo("gan-rl-c");
        assertThat(alone.path("outcomes").get(1).path("problem").asString()).contains("does not exist");
        administrator.await(
                "/api/rounds/" + alone.path("roundId").asLong(),
                r -> r.path("endedAt").isString());
        List<Map<String, Object>> neighbours = forgotten.get("gan-rl-b");
        forget("gan-rl-b");
        forgotten.put("gan-rl-b", neighbours);
    }

    private static void assertState(Map<String, JsonNode> found, String address, String state, String words) {
        JsonNode result = found.get(address);
        assertThat(result.path("state").asString()).as("%s", result).isEqualTo(state);
        assertThat(result.path("words").asString()).contains(words);
    }

    /** What was found new is added with what was proposed, backed up, and known to the next search. */
    private void addsAsProposed() {
        JsonNode search = awaitEnd(searchRange(List.of("10.77.7.0/28"), List.of()));
        String path = "/api/searches/" + search.path("id").asLong();
        JsonNode proposals = administrator.get(path + "/proposals").body();
        assertThat(proposals).hasSize(1);
        JsonNode proposal = proposals.get(0);
        assertThat(proposal.path("site").path("value").asString()).isEqualTo("gan");
        assertThat(proposal.path("newSite").asBoolean()).isFalse();
        assertThat(proposal.path("role").path("value").asString()).isEqualTo("RELAY");
        assertThat(proposal.path("partner").path("value").asString()).isEqualTo("gan-rl-a");
        Map<String, Object> accepted =
                Map.of("devices", List.of(accepted(proposal.path("resultId").asLong(), "gan-rl-b", "gan-rl-a")));
        JsonNode added = administrator.post(path + "/additions", accepted).body();
        assertThat(added.path("outcomes").get(0).path("problem").isNull())
                .as("%s", added)
                .isTrue();
        JsonNode round = administrator.await(
                "/api/rounds/" + added.path("roundId").asLong(),
                r -> r.path("endedAt").isString());
        assertThat(round.path("counts").path("done").asInt()).as("%s", round).isEqualTo(1);
        JsonNode device = administrator.get("/api/devices/gan-rl-b").body();
        assertThat(device.path("row").path("stance").asString()).isEqualTo("OBSERVE");
        assertThat(device.path("row").path("partner").asString()).isEqualTo("gan-rl-a");
        assertThat(device.path("row").path("baselineBackupId").isNull()).isFalse();
        assertThat(device.path("row").path("labels").toString()).contains("radio");
        assertThat(device.path("links").toString()).contains("ops-co-b").contains("dun-gw-b");
        JsonNode again = administrator.post(path + "/additions", accepted).body();
        assertThat(again.path("outcomes").get(0).path("problem").asString()).contains("added already");
        assertThat(again.path("roundId").isNull()).isTrue();
        restore("gan-rl-b");
    }

    @Test
    void aDeviceThatAnswersAtAnotherAddressIsNotTakenForASecondOne() {
        jdbc.update("update device set address = '10.77.6.99' where name = 'elv-ac-1'");
        try {
            JsonNode search = awaitEnd(searchRange(List.of("10.77.6.34", "10.77.6.99"), List.of()));
            Map<String, JsonNode> found = byAddress(search);
            assertState(found, "10.77.6.34", "ALSO_HERE", "elv-ac-1 answers here too. On record it is at 10.77.6.99.");
            assertState(found, "10.77.6.99", "NO_ANSWER", "refuses the connection");
            jdbc.update("update device set address = '10.77.6.98' where name = 'elv-ac-2'");
            jdbc.update("update device set address = '10.77.6.35' where name = 'elv-ac-1'");
            assertState(
                    byAddress(awaitEnd(searchRange(List.of("10.77.6.35"), List.of()))),
                    "10.77.6.35",
                    "CHANGED_IDENTITY",
                    "shows another");
        } finally {
            jdbc.update("update device set address = '10.77.6.34', last_problem = null, offered_host_key = null,"
                    + " seen_serial = null where name = 'elv-ac-1'");
            jdbc.update("update device set address = '10.77.6.35' where name = 'elv-ac-2'");
        }
    }

    @Test
    void aWalkFollowsTheLinksToItsDepth() {
        forget("elv-ac-2");
        Answer started = administrator.post(
                "/api/searches/walk", Map.of("start", "elv-gw-a", "depth", 1, "credentials", List.of()));
        JsonNode search = awaitEnd(started);
        Map<String, JsonNode> found = byAddress(search);
        List<String> names = new ArrayList<>();
        found.values().forEach(r -> names.add(r.path("name").asString()));
        assertThat(names)
                .contains("elv-gw-a", "elv-gw-b", "dun-gw-b", "elv-ac-1")
                .doesNotContain("dun-gw-a");
        assertThat(search.path("skipped").toString()).contains("further away than 1 link");
        JsonNode everything = awaitEnd(administrator.post(
                "/api/searches/walk", Map.of("start", "elv-gw-a", "depth", 20, "credentials", List.of())));
        assertThat(everything.path("lookedAt").asInt()).isEqualTo(30);
        assertThat(everything.path("counts").path("NEW").asInt()).isEqualTo(1);
        assertThat(everything.path("skipped").toString())
                .as("what does not say its address is said to be left out")
                .contains("prov-")
                .contains("does not say an address");
        addBack(everything);
    }

    /** Adds everything new as it is proposed, so that the other tests find the network whole. */
    private void addBack(JsonNode search) {
        String path = "/api/searches/" + search.path("id").asLong();
        List<Map<String, Object>> accepted = new ArrayList<>();
        for (JsonNode p : administrator.get(path + "/proposals").body()) {
            accepted.add(Map.of(
                    "resultId", p.path("resultId").asLong(),
                    "name", p.path("name").asString(),
                    "siteCode", p.path("site").path("value").asString(),
                    "role", p.path("role").path("value").asString().toUpperCase(Locale.ROOT),
                    "labels", List.of(),
                    "groups", List.of()));
        }
        JsonNode added = administrator
                .post(path + "/additions", Map.of("devices", accepted))
                .body();
        administrator.await(
                "/api/rounds/" + added.path("roundId").asLong(),
                r -> r.path("endedAt").isString());
        accepted.forEach(a -> restore((String) a.get("name")));
    }

    @Test
    void rangesThatCannotBeMeantAreRefused() {
        Answer millions = searchRange(List.of("10.0.0.0/8"), List.of());
        assertThat(millions.status()).isEqualTo(422);
        assertThat(millions.detail()).contains("16,777,214 addresses").contains("65,536 at most");
        assertThat(searchRange(List.of("10.77.2.0/33"), List.of()).detail()).contains("10.77.2.0/33");
        assertThat(searchRange(List.of(), List.of()).detail()).contains("at least one range");
        assertThat(searchRange(List.of("10.77.2.0/24"), List.of("10.77.0.0/16")).detail())
                .contains("everything is excluded");
        assertThat(administrator
                        .post(
                                "/api/searches/range",
                                Map.of(
                                        "ranges",
                                        List.of("10.77.2.0/24"),
                                        "exclusions",
                                        List.of(),
                                        "credentials",
                                        List.of(999)))
                        .detail())
                .contains("Choose at least one of the credentials");
        JsonNode size = administrator
                .post("/api/searches/size", Map.of("ranges", List.of("10.77.2.0/24"), "exclusions", List.of()))
                .body();
        assertThat(size.path("addresses").asInt()).isEqualTo(254);
    }

    /** As after the death of a process: the mark says how far it was, and the job is called again. */
    @Test
    void aSearchThatWasBrokenOffGoesOnWhereItWas() {
        long id = awaitEnd(searchRange(List.of("10.77.3.0/26"), List.of()))
                .path("id")
                .asLong();
        jdbc.update("delete from search_result where search_id = ?", id);
        jdbc.update(
                "update search set ended_at = null, looked_at = 40, last_address = ? where id = ?",
                Integer.toUnsignedLong(IpAddress.parse("10.77.3.33").bits()),
                id);
        job.execute(Long.toString(id));
        JsonNode search = administrator.get("/api/searches/" + id).body();
        assertThat(search.path("endedAt").isString()).isTrue();
        assertThat(search.path("lookedAt").asInt())
                .as("of the 40 that were looked at, those behind the mark are looked at again and counted once")
                .isEqualTo(62);
        assertThat(byAddress(search).keySet())
                .as("10.77.3.1 and 10.77.3.2 stand before the mark")
                .containsExactly("10.77.3.34", "10.77.3.35");
        assertThat(search.path("skipped").toString()).contains("restarted in the middle");
        job.execute(Long.toString(id));
        assertThat(administrator.get("/api/searches/" + id).body())
                .as("what has ended is not done again")
                .isEqualTo(search);
    }

    @Test
    void aSearchThatIsStoppedSaysWhatItDidNotLookAt() {
        Answer started = searchRange(List.of("10.77.0.0/17"), List.of());
        long id = started.body().path("id").asLong();
        administrator.post("/api/searches/" + id + "/stop", Map.of());
        JsonNode ended = administrator.await(
                "/api/searches/" + id, s -> s.path("endedAt").isString());
        assertThat(ended.path("lookedAt").asLong())
                .isLessThan(ended.path("total").asLong());
        assertThat(ended.path("skipped").toString()).contains("abrill stopped the search");
    }
}
