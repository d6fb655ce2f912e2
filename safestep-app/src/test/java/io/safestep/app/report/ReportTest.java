package io.safestep.app.report;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Reports from what has really run. */
class ReportTest extends SafeStepTest {

    @Autowired
    private JdbcTemplate jdbc;

    private static String lastDays(int days) {
        Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
        return "/api/report?from=" + now.minus(days, ChronoUnit.DAYS) + "&until=" + now.plusSeconds(60);
    }

    private JsonNode report(String login) {
        return ok(ApiClient.loggedIn(port, login).get(lastDays(30)));
    }

    private static List<Integer> changes(JsonNode report, String kind, String outcome) {
        List<Integer> numbers = new ArrayList<>();
        report.path("changes").path("kinds").forEach(k -> {
            if (k.path("kind").asString().equals(kind)) {
                k.path("figures").forEach(f -> {
                    if (f.path("outcome").asString().equals(outcome)) {
                        f.path("changes").forEach(n -> numbers.add(n.asInt()));
                    }
                });
            }
        });
        return numbers;
    }

    @Test
    void whatRanIsToldWithTheChangesBehindIt() {
        JsonNode report = report("mtarrant");
        assertThat(changes(report, "normal", "SUCCEEDED")).contains(1001).doesNotContain(1002);
        assertThat(changes(report, "normal", "ROLLED_BACK")).contains(1002);
        List<String> why = new ArrayList<>();
        report.path("changes").path("rolledBack").forEach(r -> {
            if (r.path("change").asInt() == 1002) {
                why.add(r.path("why").asString());
            }
        });
        assertThat(why).singleElement().asString().contains("brn-gw-b").contains("10.77.40.2");
        assertThat(report.path("changes").path("waiting").path("approved").asInt())
                .isGreaterThanOrEqualTo(2);
        assertThat(report.path("hidden").asBoolean()).isFalse();
        int all = 0;
        for (JsonNode kind : report.path("changes").path("kinds")) {
            for (JsonNode figure : kind.path("figures")) {
                all += figure.path("changes").size();
            }
        }
        assertThat(all)
                .as("every submitted change is in one figure")
                .isEqualTo(jdbc.queryForObject(
                        "select count(*) from change_request where submitted_at >= now() - interval '30 days'",
                        Integer.class));
    }

    @Test
    void windowsThatHaveClosedAreToldWithHowOftenTheyWereUsed() {
        JsonNode report = ok(ApiClient.loggedIn(port, "mtarrant").get(lastDays(300)));
        assertThat(report.path("windows")).allSatisfy(w -> {
            assertThat(w.path("used").asInt())
                    .isLessThanOrEqualTo(w.path("openings").asInt());
            assertThat(w.path("openings").asInt()).isPositive();
        });
    }

    @Test
    void whoSeesOnePlaceIsToldOfThatAndThatThereIsMore() {
        JsonNode report = report("tculver");
        assertThat(changes(report, "normal", "ROLLED_BACK")).doesNotContain(1002);
        assertThat(report.toString()).doesNotContain("brn-gw-");
        assertThat(report.path("hidden").asBoolean()).isTrue();
    }

    @Test
    void aStretchThatIsNoneIsRefused() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        Answer backwards = auditor.get("/api/report?from=2026-02-01T00:00:00Z&until=2026-02-01T00:00:00Z");
        assertThat(backwards.status()).isEqualTo(422);
        assertThat(backwards.body().path("errors").get(0).path("field").asString())
                .isEqualTo("until");
        assertThat(auditor.get("/api/report?from=2024-01-01T00:00:00Z&until=2026-02-01T00:00:00Z")
                        .status())
                .isEqualTo(422);
        assertThat(auditor.get("/api/report").status()).isEqualTo(400);
        assertThat(auditor.get("/api/report?from=a&until=b").status()).isEqualTo(400);
        JsonNode empty = ok(auditor.get("/api/report?from=2020-01-01T00:00:00Z&until=2020-02-01T00:00:00Z"));
        assertThat(empty.path("changes").path("kinds")).isEmpty();
        assertThat(empty.path("changes").path("waiting").isNull()).isTrue();
        assertThat(empty.path("windows")).isEmpty();
    }
}
