package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient.Answer;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** People of a file. */
class PeopleImportTest extends PeopleTest {

    private Answer upload(String path, String csv) {
        return administrator.upload(path, csv.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void peopleOfAFileAreLookedAtFirstAndAddedOnce() {
        String file = "log-in,name,mail,roles,sees,acts\n"
                + "test-one,One Oar,one@ferries.example,engineer;on-call,Dunmarsh;cdq,Dunmarsh\n"
                + "test-two,Two Oar,,approver,,\n"
                + "roake,R. Oake,,engineer,,\n";
        JsonNode bad = upload("/api/accounts/import/dry-run", file + "test-three,,nowhere,harbour master,Nowhere,\n")
                .body();
        assertThat(bad.path("rows").get(3).path("verdict").asString()).isEqualTo("BAD");
        assertThat(bad.path("rows").get(3).path("words").asString())
                .contains("Enter the name", "mail address", "no role called harbour master", "called Nowhere");
        JsonNode plan = upload("/api/accounts/import/dry-run", file).body();
        assertThat(plan.path("rows").get(0).path("verdict").asString()).isEqualTo("ADDED");
        assertThat(plan.path("rows").get(2).path("verdict").asString()).isEqualTo("KNOWN");
        assertThat(upload("/api/accounts/import?plan=another", file).status()).isEqualTo(409);
        Answer done = upload("/api/accounts/import?plan=" + plan.path("plan").asString(), file);
        assertThat(done.body().path("done").asBoolean()).as("%s", done).isTrue();
        assertThat(row("test-one").path("scopeWords").asString())
                .isEqualTo("sees Cold Quay, Dunmarsh; acts on Dunmarsh");
        assertThat(row("test-one").path("standing").asString()).isEqualTo("INVITED");
        JsonNode again = upload("/api/accounts/import/dry-run", file).body();
        for (JsonNode row : again.path("rows")) {
            assertThat(row.path("verdict").asString()).isEqualTo("KNOWN");
        }
        StringBuilder many = new StringBuilder("log-in,name,roles\n");
        for (int i = 0; i < 5_000; i++) {
            many.append("test-n").append(i).append(",Oar ").append(i).append(",auditor\n");
        }
        JsonNode large = upload("/api/accounts/import/dry-run", many.toString()).body();
        assertThat(upload("/api/accounts/import?plan=" + large.path("plan").asString(), many.toString())
                        .status())
                .isEqualTo(200);
        assertThat(upload("/api/accounts/import/dry-run", many.toString())
                        .body()
                        .toString())
                .as("twice")
                .doesNotContain("ADDED");
    }
}
