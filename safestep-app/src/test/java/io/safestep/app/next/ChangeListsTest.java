package io.safestep.app.next;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.kept.Stamps;
import io.safestep.app.kept.WrittenList;
import io.safestep.app.people.People;
import io.safestep.app.scope.Scopes;
import io.safestep.app.sight.Sight;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** The lists of changes are kept, and yet hold what is stored. */
class ChangeListsTest extends SafeStepTest {

    @Autowired
    private Stamps stamps;

    @Autowired
    private OpenChanges open;

    @Autowired
    private EndedChanges ended;

    @Autowired
    private People people;

    @Autowired
    private Scopes scopes;

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private PlatformTransactionManager transactions;

    private static List<Integer> numbers(JsonNode list) {
        List<Integer> numbers = new ArrayList<>();
        list.forEach(one -> numbers.add(
                one.has("change")
                        ? one.path("change").path("number").asInt()
                        : one.path("number").asInt()));
        return numbers;
    }

    private static List<Integer> open(ApiClient who) {
        return numbers(ok(who.get("/api/changes")));
    }

    private static List<Integer> ended(ApiClient who) {
        return numbers(ok(who.get("/api/changes/ended")));
    }

    private static void withdraw(ChangeStory story, int number) {
        ok(story.engineer().post("/api/changes/" + number + "/withdrawal", Map.of()));
    }

    private Sight sight(String login) {
        return scopes.sight(login, people.withLogin(login).scope());
    }

    private static JsonNode step(ApiClient who, int number) {
        for (JsonNode one : ok(who.get("/api/changes"))) {
            if (one.path("change").path("number").asInt() == number) {
                return one.path("next");
            }
        }
        throw new AssertionError("CR-" + number + " is not in the list");
    }

    @Test
    void aChangeThatIsOverGoesFromOneListToTheOtherAtOnce() {
        awaitWholeDemo();
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Over soon", Map.of("brn-ac-1", "contact over\n"), List.of());
        assertThat(open(story.engineer())).contains(number);
        assertThat(ended(story.engineer())).doesNotContain(number);
        WrittenList before = ended.of(sight("roake"));

        withdraw(story, number);

        assertThat(open(story.engineer())).doesNotContain(number);
        assertThat(ended(story.engineer())).contains(number);
        assertThat(ended.of(sight("roake")).stamp()).isNotEqualTo(before.stamp());
        assertThat(ended(story.engineer())).isSortedAccordingTo((one, other) -> other - one);
    }

    @Test
    void whatOneHasDoneIsSeenAtOnceWhoeverAskedBefore() {
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Decided at once", Map.of("brn-ac-1", "contact at once\n"), List.of());
        assertThat(step(story.approver(), number).path("yours").asBoolean()).isTrue();
        assertThat(step(story.engineer(), number).path("yours").asBoolean()).isFalse();
        story.approve(number);
        assertThat(step(story.approver(), number).path("kind").asString()).isEqualTo("BOOK");
        assertThat(step(story.engineer(), number).path("yours").asBoolean()).isTrue();
    }

    @Test
    void whoSeesOneTerminalIsNotSentWhatIsOverElsewhere() {
        awaitWholeDemo();
        ChangeStory story = new ChangeStory(port);
        int here = story.submitted("Over here", Map.of("dun-ac-1", "contact over here\n"), List.of());
        int elsewhere = story.submitted("Over elsewhere", Map.of("brn-ac-1", "contact over there\n"), List.of());
        withdraw(story, here);
        withdraw(story, elsewhere);

        assertThat(ended(ApiClient.loggedIn(port, "tculver"))).contains(here).doesNotContain(elsewhere);
        assertThat(ended(story.manager())).contains(here, elsewhere);
        assertThat(ended.of(sight("tculver")).stamp())
                .as("what one is sent is not taken for what another is")
                .isNotEqualTo(ended.of(sight("roake")).stamp());
        assertThat(ended.of(sight("mtarrant")).stamp())
                .isEqualTo(ended.of(sight("roake")).stamp());
        assertThat(numbers(ok(ApiClient.loggedIn(port, "tculver").get("/api/devices/dun-ac-1/changes"))))
                .contains(here);
        assertThat(ApiClient.loggedIn(port, "tculver")
                        .get("/api/devices/brn-ac-1/changes")
                        .status())
                .isEqualTo(404);
    }

    @ParameterizedTest
    @CsvSource({"device, brn-ac-2", "person, jvane"})
    void anotherNameInTheListOfWhatIsOverWritesItAnewAndAnythingElseDoesNot(String table, String one) {
        awaitWholeDemo();
        String column = table.equals("device") ? "name" : "login";
        String before = ended.of(sight("roake")).stamp();
        jdbc.update("update " + table + " set name = name where " + column + " = ?", one);
        assertThat(ended.of(sight("roake")).stamp()).isEqualTo(before);

        new TransactionTemplate(transactions).executeWithoutResult(undone -> {
            jdbc.update("update " + table + " set name = name || '-x' where " + column + " = ?", one);
            assertThat(ended.of(sight("roake")).stamp()).isNotEqualTo(before);
            undone.setRollbackOnly();
        });
    }

    @ParameterizedTest
    @CsvSource({
        "change_request",
        "change_target",
        "change_need",
        "approval",
        "standard_version",
        "standard_use",
        "booking",
        "change_window",
        "change_freeze",
        "run",
        "person_leave",
        "team_member",
        "site_team"
    })
    void whateverSaysWhatIsNextIsLookedAtAnewWhenItIsWritten(String table) {
        String before = stamps.of(Stamps.Listed.OPEN_CHANGES);
        jdbc.update("delete from " + table + " where false");
        assertThat(stamps.of(Stamps.Listed.OPEN_CHANGES)).isNotEqualTo(before);
    }

    @Test
    void whatIsNotCommittedIsForNobodyElse() {
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Undone", Map.of("brn-ac-1", "contact undone\n"), List.of());
        new TransactionTemplate(transactions).executeWithoutResult(undone -> {
            jdbc.update("update change_request set title = 'Nobody sees this' where number = ?", number);
            assertThat(open.now().changes()).extracting(c -> c.title()).contains("Nobody sees this");
            undone.setRollbackOnly();
        });
        assertThat(open.now().changes())
                .extracting(c -> c.title())
                .contains("Undone")
                .doesNotContain("Nobody sees this");
    }
}
