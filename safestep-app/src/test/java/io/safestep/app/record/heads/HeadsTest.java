package io.safestep.app.record.heads;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.audit.RecordReading;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.record.RecordHead;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Heads outside the database, and what they show that a chain alone does not. */
class HeadsTest extends SafeStepTest {

    @Autowired
    private Heads heads;

    @Autowired
    private HeadFile file;

    @Autowired
    private RecordReading reading;

    @Autowired
    private AuditLog audit;

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private TransactionTemplate transaction;

    private ApiClient auditor;

    @BeforeEach
    void logIn() {
        auditor = ApiClient.loggedIn(port, "jvane");
    }

    @AfterEach
    void mailNobody() {
        jdbc.update("delete from record_heads_mail");
    }

    private JsonNode place(String name) {
        for (JsonNode place : auditor.get("/api/record/heads").body().path("places")) {
            if (place.path("place").asString().equals(name)) {
                return place;
            }
        }
        throw new AssertionError("no place " + name);
    }

    private JsonNode written() {
        Answer answer = auditor.post("/api/record/heads", null);
        assertThat(answer.status()).as("%s", answer).isEqualTo(200);
        return place("FILE");
    }

    @Test
    void aHeadStandsInTheFileAndProvesTheRecord() throws IOException {
        JsonNode place = written();
        assertThat(place.path("on").asBoolean()).isTrue();
        assertThat(place.path("problem").isNull()).isTrue();
        List<String> lines = Files.readAllLines(Path.of(place.path("where").asString()));
        assertThat(RecordHead.read(lines.get(lines.size() - 1)))
                .contains(new RecordHead(
                        place.path("number").asLong(), place.path("hash").asString()));
        JsonNode proof = auditor.get("/api/record/proof").body();
        assertThat(proof.path("intact").asBoolean()).as("%s", proof).isTrue();
        assertThat(proof.path("met").asInt()).isPositive();
    }

    @Test
    void aCutEndIsFoundOut() {
        written();
        Heads.Proof proof = transaction.execute(t -> {
            t.setRollbackOnly();
            unlocked();
            jdbc.update("delete from audit_entry where id = (select max(id) from audit_entry)");
            return heads.proof();
        });
        assertThat(proof.intact()).isFalse();
        assertThat(proof.sentences().get(0)).contains("its end was cut off");
        assertThat(heads.proof().intact()).as("it was only tried").isTrue();
    }

    private void unlocked() {
        jdbc.execute("alter table audit_entry disable trigger audit_entry_append_only");
    }

    @Test
    void aRecordThatWasWrittenAnewIsFoundOut() {
        long last = written().path("number").asLong();
        Heads.Proof proof = transaction.execute(t -> {
            t.setRollbackOnly();
            unlocked();
            jdbc.update("delete from audit_entry where id >= ?", last);
            // The very entries that the software itself would write: each hangs together with those before it.
            audit.write("roake", "CR-1001", "approved", "By somebody who owns the database.");
            audit.write("roake", "CR-1001", "approved", "And again.");
            assertThat(reading.proof(List.of()).end())
                    .as("the chain alone can't tell")
                    .isEmpty();
            return heads.proof();
        });
        assertThat(proof.intact()).isFalse();
        assertThat(proof.firstBroken()).isEqualTo(last);
        assertThat(proof.sentences().get(0)).contains("written anew");
    }

    @Test
    void itIsWrittenByItselfWhenItIsTimeAndTheRecordHasMoved() throws IOException {
        written();
        int before = file.kept().size();
        heads.writeDue();
        assertThat(file.kept()).as("it is not an hour later").hasSize(before);
        jdbc.update("update record_head set at = at - interval '61 minutes'");
        transaction.executeWithoutResult(t -> audit.write("jvane", "record", "tried", "One more entry."));
        heads.writeDue();
        assertThat(file.kept()).hasSize(before + 1);
        jdbc.update("update record_head set at = at - interval '61 minutes'");
        heads.writeDue();
        List<RecordHead> kept = file.kept();
        assertThat(kept.subList(kept.size() - 2, kept.size()))
                .as("what has not moved is not written again")
                .doesNotHaveDuplicates();
    }

    @Test
    void itIsMailedToThoseWhoWantIt() {
        Answer said = auditor.put(
                "/api/record/heads",
                Map.of("mailed", List.of("audit@example.org", " audit@example.org"), "version", 0));
        assertThat(said.status()).as("%s", said).isEqualTo(200);
        assertThat(said.body().path("mailed")).hasSize(1);
        JsonNode written = auditor.post("/api/record/heads", null).body();
        String head = place("MAIL").path("number").asLong() + " "
                + place("MAIL").path("hash").asString();
        assertThat(written.path("mailed").get(0).asString()).isEqualTo("audit@example.org");
        await().untilAsserted(() -> assertThat(PRACTICE.network().mails())
                .anySatisfy(mail -> assertThat(mail.text()).contains(head).contains("record verify")));
        assertThat(auditor.put("/api/record/heads", Map.of("mailed", List.of(), "version", 99))
                        .status())
                .as("of another version")
                .isEqualTo(409);
        for (String wrong : List.of("nobody", "a@b@c", "a b@c", "a,b@c", "")) {
            Answer refused = auditor.put("/api/record/heads", Map.of("mailed", List.of(wrong), "version", 1));
            assertThat(refused.status()).as("%s", wrong).isEqualTo(422);
            assertThat(refused.body().path("errors").get(0).path("field").asString())
                    .startsWith("mailed");
        }
    }

    @Test
    void onlyThoseWhoWatchTheRecordSayWhereItIsKept() {
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        assertThat(engineer.get("/api/record/heads").status()).isEqualTo(403);
        assertThat(engineer.put("/api/record/heads", Map.of("mailed", List.of(), "version", 0))
                        .status())
                .isEqualTo(403);
        assertThat(engineer.post("/api/record/heads", null).status()).isEqualTo(403);
        assertThat(engineer.get("/api/record/proof").status()).isEqualTo(200);
    }
}
