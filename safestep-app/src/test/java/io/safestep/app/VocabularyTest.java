package io.safestep.app;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.backup.stored.BackupCause;
import io.safestep.app.backup.stored.BackupKind;
import io.safestep.app.change.beside.UndecidedDrift;
import io.safestep.app.credential.Place;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.Stance;
import io.safestep.core.approval.Approvers;
import io.safestep.core.change.Category;
import io.safestep.core.change.ChangeState;
import io.safestep.core.change.FailureRule;
import io.safestep.core.change.Verdict;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.definition.Topic;
import io.safestep.core.check.evaluation.CheckOutcome;
import io.safestep.core.check.evaluation.CheckStanding;
import io.safestep.core.drift.FindingState;
import io.safestep.core.drift.Match;
import io.safestep.core.drift.Saved;
import io.safestep.core.mail.MailProtection;
import io.safestep.core.network.bgp.BgpSession;
import io.safestep.core.network.facts.InterfaceFacts;
import io.safestep.core.network.gateway.GatewayRole;
import io.safestep.core.network.ospf.OspfNeighbour;
import io.safestep.core.network.route.Route;
import io.safestep.core.next.Rung;
import io.safestep.core.people.PasswordRules;
import io.safestep.core.people.PersonStanding;
import io.safestep.core.people.Right;
import io.safestep.core.people.Role;
import io.safestep.core.people.RoleMapping;
import io.safestep.core.report.ChangeReport;
import io.safestep.core.risk.RiskFactor;
import io.safestep.core.risk.RiskLevel;
import io.safestep.core.run.BoardRow;
import io.safestep.core.run.Phase;
import io.safestep.core.run.RunState;
import io.safestep.core.run.StepState;
import io.safestep.core.standard.StandardState;
import io.safestep.core.standard.Suspension;
import io.safestep.core.standard.ValueBound;
import io.safestep.drivers.trial.StageResult;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/**
 * The words that the browser shows are those of the core: the web app is built with this file. {@code
 * -Dsafestep.vocabulary=write} renews it. Which words there are is checked on the other side by the compiler.
 */
class VocabularyTest {

    private static final Path FILE = Path.of("..", "safestep-web", "src", "api", "vocabulary.json");
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Test
    void theWebAppHasTheWordsOfTheCore() throws IOException {
        Map<String, Object> words = words();
        if ("write".equals(System.getProperty("safestep.vocabulary"))) {
            Files.writeString(FILE, JSON.writerWithDefaultPrettyPrinter().writeValueAsString(words) + "\n");
        }
        assertThat(JSON.readTree(Files.readString(FILE)))
                .as("%s is renewed by -Dsafestep.vocabulary=write", FILE)
                .isEqualTo(JSON.readTree(JSON.writeValueAsString(words)));
    }

    private static Map<String, Object> words() {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("changeStates", each(ChangeState.values(), ChangeState::word));
        words.put("nothingWritten", ChangeState.NOTHING_WRITTEN);
        words.put("runStates", each(RunState.values(), RunState::word));
        words.put("phases", each(Phase.values(), Phase::title));
        words.put("stepStates", each(StepState.values(), StepState::word));
        words.put("rungs", each(Rung.values(), Rung::title));
        words.put("findingStates", each(FindingState.values(), FindingState::word));
        words.put("changeOutcomes", each(ChangeReport.Outcome.values(), ChangeReport.Outcome::word));
        words.put("verdicts", each(Verdict.values(), Verdict::words));
        words.put("checkOutcomes", each(CheckOutcome.values(), CheckOutcome::word));
        words.put("undoStates", each(BoardRow.Undo.values(), BoardRow.Undo::word));
        words.put("checkStandings", each(CheckStanding.values(), CheckStanding::word));
        words.put("looks", each(LookKind.values(), VocabularyTest::look));
        words.put("expectations", each(Expectation.values(), VocabularyTest::expectation));
        words.put("failureRules", each(FailureRule.values(), VocabularyTest::failureRule));
        words.put("matches", each(Match.values(), Match::word));
        words.put("saved", each(Saved.values(), Saved::word));
        words.put("undecidedDrift", each(UndecidedDrift.values(), UndecidedDrift::words));
        words.put("deviceRoles", each(DeviceRole.values(), DeviceRole::word));
        words.put("personRoles", each(Role.values(), VocabularyTest::personRole));
        words.put("leastPassword", PasswordRules.LEAST_ALONE);
        words.put("personStandings", each(PersonStanding.values(), PersonStanding::word));
        words.put("rights", each(Right.values(), Right::words));
        words.put("mailProtections", each(MailProtection.values(), VocabularyTest::mailProtection));
        words.put("riskLevels", each(RiskLevel.values(), RiskLevel::word));
        words.put("riskFactors", each(RiskFactor.values(), VocabularyTest::riskFactor));
        words.put("approvers", each(Approvers.Kind.values(), Approvers.Kind::words));
        words.put("topics", each(Topic.values(), Topic::words));
        words.put("stances", each(Stance.values(), Stance::word));
        words.put("categories", each(Category.values(), Category::word));
        words.put("standardStates", each(StandardState.values(), StandardState::words));
        words.put("valueBounds", each(ValueBound.Kind.values(), ValueBound.Kind::words));
        words.put("suspendedAfter", Suspension.FAILURES);
        words.put("backupKinds", each(BackupKind.values(), VocabularyTest::spelled));
        words.put("backupCauses", each(BackupCause.values(), BackupCause::inWords));
        words.put("trialOutcomes", each(StageResult.Outcome.values(), StageResult.Outcome::word));
        words.put("places", each(Place.values(), Place::word));
        words.put("interfaceKinds", each(InterfaceFacts.Kind.values(), VocabularyTest::spelled));
        words.put("adjacencies", each(OspfNeighbour.State.values(), VocabularyTest::spelled));
        words.put("sessions", each(BgpSession.State.values(), VocabularyTest::spelled));
        words.put("gatewayRoles", each(GatewayRole.State.values(), VocabularyTest::spelled));
        words.put("routeSources", each(Route.Source.values(), Route.Source::word));
        return words;
    }

    /** Of those whose name is their word. */
    private static String spelled(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    private static Map<String, Object> mailProtection(MailProtection protection) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("words", protection.words());
        words.put("usualPort", protection.usualPort());
        return words;
    }

    private static Map<String, Object> riskFactor(RiskFactor factor) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("words", factor.words());
        words.put("usual", factor.usual());
        words.put("most", factor.most());
        return words;
    }

    private static Map<String, Object> personRole(Role role) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("word", role.title());
        words.put("rights", role.rights().stream().map(Enum::name).toList());
        words.put("byGroup", RoleMapping.mayGive(role));
        return words;
    }

    private static Map<String, Object> look(LookKind kind) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("title", kind.title());
        words.put("expectations", kind.expectations().stream().map(Enum::name).toList());
        words.put("arguments", kind.arguments());
        words.put("asksPerson", kind.asksPerson());
        words.put("longestSettling", kind.longestSettling());
        return words;
    }

    private static Map<String, Object> failureRule(FailureRule rule) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("title", rule.title());
        words.put("sentence", rule.sentence());
        return words;
    }

    private static Map<String, Object> expectation(Expectation expected) {
        Map<String, Object> words = new LinkedHashMap<>();
        words.put("words", expected.words());
        words.put("asked", expected.asked());
        words.put("knownBefore", expected.knownBefore());
        return words;
    }

    private static <E extends Enum<E>> Map<String, Object> each(E[] values, Function<E, Object> said) {
        Map<String, Object> words = new LinkedHashMap<>();
        for (E value : values) {
            words.put(value.name(), said.apply(value));
        }
        return words;
    }
}
