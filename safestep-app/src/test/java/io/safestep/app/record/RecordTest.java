package io.safestep.app.record;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.record.ExportProof;
import io.safestep.core.record.ExportVerdict;
import io.safestep.core.record.RecordHead;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** The record for people: chosen, handed out, and seen by those who may. */
class RecordTest extends SafeStepTest {

    private ApiClient auditor;

    @Autowired
    private JdbcTemplate jdbc;

    @BeforeEach
    void logIn() {
        auditor = ApiClient.loggedIn(port, "jvane");
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private static List<JsonNode> entries(ApiClient who, String query) {
        Answer answer = who.get("/api/record/entries" + query);
        assertThat(answer.status()).as("%s: %s", query, answer).isEqualTo(200);
        List<JsonNode> all = new ArrayList<>();
        answer.body().path("entries").forEach(all::add);
        return all;
    }

    private static List<String> texts(List<JsonNode> entries, String field) {
        return entries.stream().map(e -> e.path(field).asString()).toList();
    }

    @Test
    void everyEntryComesOnceNewestFirst() {
        List<Long> numbers = new ArrayList<>();
        String next = "";
        for (int pages = 0; next != null && pages < 200; pages++) {
            JsonNode page = auditor.get("/api/record/entries" + next).body();
            page.path("entries").forEach(e -> numbers.add(e.path("number").asLong()));
            next = page.path("next").isNull()
                    ? null
                    : "?before=" + page.path("next").asLong();
        }
        assertThat(numbers).doesNotHaveDuplicates().isSortedAccordingTo((a, b) -> Long.compare(b, a));
        assertThat(numbers.get(numbers.size() - 1)).isEqualTo(1);
        assertThat(numbers).hasSize(numbers.get(0).intValue());
    }

    @Test
    void itIsChosenByWhoWhatAndWhen() {
        assertThat(texts(entries(auditor, "?subject=cr-1001"), "subject"))
                .as("a change, however it is written")
                .isNotEmpty()
                .containsOnly("CR-1001");
        List<JsonNode> drafted = entries(auditor, "?action=drafted&person=roake");
        assertThat(texts(drafted, "person")).isNotEmpty().containsOnly("roake");
        assertThat(texts(drafted, "action")).containsOnly("drafted");
        assertThat(drafted.get(0).path("personName").asString()).isEqualTo("R. Oake");
        assertThat(drafted.get(0).path("change").asBoolean()).isTrue();
        assertThat(drafted.get(0).path("device").asBoolean()).isFalse();
        Instant at = Instant.parse(drafted.get(0).path("at").asString());
        assertThat(texts(entries(auditor, "?action=drafted&from=" + at + "&until=" + at.plusMillis(1)), "at"))
                .containsOnly(at.toString());
        assertThat(entries(auditor, "?until=2020-01-01T00:00:00Z")).isEmpty();
        String title = drafted.get(0).path("detail").asString();
        String middle = title.substring(1, Math.min(title.length(), 12)).toUpperCase(java.util.Locale.ROOT);
        assertThat(texts(entries(auditor, "?words=" + encoded(middle)), "detail"))
                .contains(title);
        assertThat(entries(auditor, "?words=" + encoded("%_%")))
                .as("signs of patterns are letters like others")
                .isEmpty();
    }

    @Test
    void aDeviceComesWithTheChangesThatTouchIt() {
        assertThat(texts(entries(auditor, "?subject=brn-gw-b"), "subject")).containsOnly("brn-gw-b");
        assertThat(texts(entries(auditor, "?subject=brn-gw-b&changes=true"), "subject"))
                .contains("CR-1002")
                .allMatch(s -> s.equals("brn-gw-b") || s.startsWith("CR-"));
        JsonNode device = entries(auditor, "?subject=brn-gw-b").get(0);
        assertThat(device.path("device").asBoolean()).isTrue();
    }

    @Test
    void whatCanBeChosenIsWhatThereIs() {
        JsonNode choices = auditor.get("/api/record/choices").body();
        List<String> people = new ArrayList<>();
        choices.path("people").forEach(p -> people.add(p.asString()));
        assertThat(people)
                .contains("roake", "dfennimore", "safe-step")
                .doesNotHaveDuplicates()
                .isSorted();
        assertThat(jdbc.queryForList("select distinct person from audit_entry", String.class))
                .containsExactlyInAnyOrderElementsOf(people);
        List<String> actions = new ArrayList<>();
        choices.path("actions").forEach(a -> actions.add(a.asString()));
        assertThat(jdbc.queryForList("select distinct action from audit_entry", String.class))
                .containsExactlyInAnyOrderElementsOf(actions);
    }

    @Test
    void wrongChoicesAreAnsweredBesideTheirField() {
        Answer yesterday = auditor.get("/api/record/entries?from=yesterday");
        assertThat(yesterday.status()).isEqualTo(422);
        assertThat(yesterday.body().path("errors").get(0).path("field").asString())
                .isEqualTo("from");
        assertThat(yesterday.body().toString())
                .as("%s", yesterday)
                .doesNotContain("java")
                .doesNotContain("convert");
        assertThat(auditor.get("/api/record/entries?before=x").status()).isEqualTo(400);
        Answer backwards = auditor.get("/api/record/entries?from=2026-02-01T00:00:00Z&until=2026-01-01T00:00:00Z");
        assertThat(backwards.status()).isEqualTo(422);
        assertThat(backwards.body().path("errors").get(0).path("field").asString())
                .isEqualTo("until");
        assertThat(auditor.get("/api/record/entries?words=" + "x".repeat(201)).status())
                .isEqualTo(422);
        assertThat(auditor.get("/api/record/export?format=XML").status()).isEqualTo(400);
    }

    @Test
    void whoSeesOnePlaceReadsNothingOfOthers() {
        ApiClient dunmarsh = ApiClient.loggedIn(port, "tculver");
        assertThat(texts(entries(dunmarsh, "?subject=dun-ac-1"), "subject")).isNotEmpty();
        assertThat(entries(dunmarsh, "?subject=brn-gw-b&changes=true")).isEmpty();
        assertThat(entries(dunmarsh, "?subject=CR-1002")).isEmpty();
        for (JsonNode entry : entries(dunmarsh, "")) {
            assertThat(entry.toString()).doesNotContain("brn-gw-").doesNotContain("\"CR-1002\"");
        }
        assertThat(dunmarsh.get("/api/record/export?format=JSON_LINES").status())
                .as("what proves the record holds all of it")
                .isEqualTo(403);
        assertThat(dunmarsh.text("/api/record/export?format=CSV"))
                .contains("dun-ac-1")
                .doesNotContain("brn-gw-")
                .doesNotContain("CR-1002");
    }

    private static ExportVerdict proof(String file, RecordHead... kept) {
        ExportProof proof = new ExportProof(List.of(kept));
        file.lines().forEach(proof::line);
        return proof.end();
    }

    @Test
    void aFileProvesItselfAndOneOtherByteDoesNot() {
        String file = auditor.text("/api/record/export?format=JSON_LINES");
        ExportVerdict whole = proof(file);
        assertThat(whole.wrong()).isEmpty();
        assertThat(whole.told()).noneSatisfy(s -> assertThat(s).contains("not told"));
        String last = file.lines()
                .filter(l -> l.contains("\"number\""))
                .reduce((a, b) -> b)
                .orElseThrow();
        assertThat(last).as("that it was handed out is the last entry").contains("\"record exported\"");

        assertThat(proof(file.replaceFirst("drafted", "draftee")).wrong())
                .anySatisfy(s -> assertThat(s).endsWith("is not as it was written."));

        JsonNode proven = auditor.get("/api/record/proof").body();
        assertThat(proof(
                                file,
                                new RecordHead(
                                        proven.path("number").asLong(),
                                        proven.path("hash").asString()))
                        .proven())
                .isTrue();
    }

    @Test
    void ofWhatWasNotChosenOnlyTheHashIsInTheFile() {
        String file = auditor.text("/api/record/export?format=JSON_LINES&subject=CR-1001");
        ExportVerdict verdict = proof(file);
        assertThat(verdict.wrong()).isEmpty();
        assertThat(verdict.told())
                .anySatisfy(s -> assertThat(s).contains("not told"))
                .contains("Chosen: about CR-1001.");
        assertThat(file).contains("\"subject\":\"CR-1001\"").doesNotContain("\"subject\":\"CR-1002\"");
    }

    @Test
    void theTableHoldsWhatWasChosenAndNoFormula() {
        String table = auditor.text("/api/record/export?format=CSV&subject=CR-1001");
        List<String> lines = table.lines().toList();
        assertThat(lines.get(0)).endsWith("number,at,person,subject,action,detail");
        assertThat(lines.subList(1, lines.size()))
                .isNotEmpty()
                .allSatisfy(l -> assertThat(l).contains(",CR-1001,"));
        assertThat(entries(auditor, "?action=" + encoded("record exported"))
                        .get(0)
                        .path("detail")
                        .asString())
                .isEqualTo("As csv, chosen: about CR-1001.");
    }

    @Test
    void whoLookedAtWhatIsKeptOnceAnHourForThoseWhoWatch() {
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        assertThat(engineer.get("/api/record/looks").status()).isEqualTo(403);
        for (int i = 0; i < 3; i++) {
            assertThat(engineer.get("/api/changes/1001").status()).isEqualTo(200);
            assertThat(engineer.get("/api/devices/brn-gw-a").status()).isEqualTo(200);
        }
        assertThat(engineer.get("/api/changes/9999").status()).isEqualTo(404);
        assertThat(engineer.get("/api/record?subject=CR-9999").status()).isEqualTo(200);
        JsonNode looks = auditor.await("/api/record/looks?person=roake&subject=brn-gw-a", l -> !l.isEmpty());
        assertThat(looks.get(0).path("person").asString()).isEqualTo("roake");
        assertThat(jdbc.queryForObject(
                        "select max(n) from (select count(*) n from look group by person, subject, part, hour) one",
                        Long.class))
                .isEqualTo(1);
        assertThat(auditor.await("/api/record/looks?person=roake&subject=cr-1001", l -> !l.isEmpty()))
                .isNotEmpty();
        assertThat(auditor.get("/api/record/looks?subject=CR-9999").body())
                .as("what was not shown was not seen")
                .isEmpty();
        assertThat(auditor.get("/api/record/looks?person=roake&before=0").body())
                .isEmpty();
    }

    @Test
    void aKeptHeadIsComparedWithTheRecord() {
        JsonNode proof = auditor.get("/api/record/proof").body();
        String kept = proof.path("number").asLong() + " " + proof.path("hash").asString();
        Answer fits = auditor.get("/api/record/proof/head?head=" + encoded("  " + kept + " 2026-12-02T03:00:00Z"));
        assertThat(fits.status()).as("%s", fits).isEqualTo(200);
        assertThat(fits.body().path("intact").asBoolean()).isTrue();
        assertThat(fits.body().path("sentences").get(0).asString()).contains("is the one whose hash you kept");

        Answer other = auditor.get("/api/record/proof/head?head=" + encoded("3 " + "0f".repeat(32)));
        assertThat(other.body().path("intact").asBoolean()).isFalse();
        assertThat(other.body().path("firstBroken").asLong()).isEqualTo(3);
        Answer none = auditor.get("/api/record/proof/head?head=last");
        assertThat(none.status()).isEqualTo(422);
        assertThat(none.body().path("errors").get(0).path("field").asString()).isEqualTo("head");
    }
}
