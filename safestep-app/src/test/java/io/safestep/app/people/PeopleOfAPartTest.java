package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** An administrator for some devices looks after the people of those devices, and of no others. */
class PeopleOfAPartTest extends PeopleTest {

    private static final String NOT_THEIRS = "works with devices that are outside your scope";

    private ApiClient local;
    private Map<String, Object> scope;

    @BeforeEach
    void aTerminalOfItsOwn() {
        long site = jdbc.queryForObject("select min(id) from site", Long.class);
        Map<String, Object> set = Map.of("everything", false, "sites", List.of(site), "groups", List.of());
        scope = Map.of("reading", set, "acting", set);
        local = comesIn(added("test-local", "ADMINISTRATOR"));
    }

    private String added(String login, String role) {
        Answer added = administrator.post("/api/accounts", inScope(login, role, 0));
        assertThat(added.status()).as("%s", added).isEqualTo(200);
        return token(added.body());
    }

    private Map<String, Object> inScope(String login, String role, int version) {
        Map<String, Object> account = new HashMap<>(account(login, version, role));
        account.put("scope", scope);
        return account;
    }

    private void refused(Answer answer) {
        assertThat(answer.status()).as("%s", answer).isIn(403, 409, 422);
        assertThat(answer.body().toString()).contains(NOT_THEIRS);
    }

    @Test
    void nothingIsSaidAboutSomebodyForOtherDevices() {
        comesIn(invited("test-wide", "ENGINEER"));
        JsonNode before = row("test-wide");
        Map<String, Object> renamed = new HashMap<>(account("test-wide", version("test-wide"), "ENGINEER"));
        renamed.put("name", "Somebody Else");
        refused(local.put("/api/accounts/test-wide", renamed));
        refused(local.put("/api/accounts/test-wide", account("test-wide", version("test-wide"), "AUDITOR")));
        refused(local.put("/api/accounts/test-wide/retirement", Map.of()));
        refused(local.post("/api/accounts/test-wide/invitation", Map.of()));
        refused(local.post(
                "/api/accounts/test-wide/leaves", Map.of("first", "2030-01-01", "last", "2030-01-02", "deputy", "")));
        assertThat(row("test-wide")).isEqualTo(before);

        administrator.put("/api/accounts/test-wide/retirement", Map.of());
        refused(local.delete("/api/accounts/test-wide/retirement"));
    }

    @Test
    void allIsSaidAboutPeopleOfTheirDevices() {
        String link = token(
                local.post("/api/accounts", inScope("test-oar", "OPERATOR", 0)).body());
        comesIn(link);
        Map<String, Object> changed = inScope("test-oar", "AUDITOR", version("test-oar"));
        changed.put("name", "K. Strand");
        Answer answer = local.put("/api/accounts/test-oar", changed);
        assertThat(answer.status()).as("%s", answer).isEqualTo(200);
        assertThat(row("test-oar").path("name").asString()).isEqualTo("K. Strand");
        assertThat(local.put("/api/accounts/test-oar/retirement", Map.of()).status())
                .isEqualTo(200);
        assertThat(local.delete("/api/accounts/test-oar/retirement").status()).isEqualTo(204);
    }

    @Test
    void whatIsWantedForOtherDevicesIsNotTheirsToRefuse() {
        comesIn(invited("test-second", "ADMINISTRATOR"));
        Answer wanted = administrator.post("/api/accounts", account("test-boss", 0, "APPROVER"));
        assertThat(wanted.body().path("waits").asString()).contains("Another administrator");
        refused(local.put("/api/accounts/test-boss/wish", Map.of("agree", false)));
        assertThat(row("test-boss").path("wish").isNull()).isFalse();
        assertThat(administrator
                        .put("/api/accounts/test-boss/wish", Map.of("agree", false))
                        .status())
                .as("who wants it takes it back")
                .isEqualTo(200);
    }
}
