package io.safestep.drivers.netconf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import io.safestep.core.config.script.Script;
import io.safestep.core.config.script.ScriptLine;
import io.safestep.core.platform.ShippedProfiles;
import io.safestep.drivers.DeviceConnector;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.connect.PlatformConnector;
import io.safestep.drivers.netconf.QuirkyServer.Quirk;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** NETCONF servers differ; what they hold in the end is what counts. */
class QuirkyServerTest {

    private static final Script SCRIPT =
            new Script(List.of(new ScriptLine(0, "system"), new ScriptLine(1, "contact lighthouse")));

    private static final PushListener LISTENER = new PushListener() {
        @Override
        public boolean before(int index) {
            return true;
        }

        @Override
        public void after(int index, String answer) {
            assertThat(answer).isEmpty();
        }
    };

    @TempDir
    Path folder;

    private final DeviceConnector connector = new PlatformConnector(
            new TimeLimits(Duration.ofSeconds(60), Duration.ofSeconds(60), Duration.ofSeconds(60)));
    private QuirkyServer server;

    @AfterEach
    void stop() throws Exception {
        connector.close();
        server.close();
    }

    private DeviceSession open(Quirk... quirks) throws Exception {
        server = new QuirkyServer(folder.resolve("hostkey"), quirks);
        return connect();
    }

    private DeviceSession connect() throws DeviceException {
        return connector.connect(new DeviceTarget(
                "ald-gw-a",
                "Aldermouth",
                "127.0.0.1",
                server.port(),
                ShippedProfiles.haldrin(),
                "safestep",
                "right",
                null));
    }

    private static DeviceException refused(DeviceSession session) {
        return catchThrowableOfType(DeviceException.class, () -> session.push(SCRIPT, LISTENER));
    }

    @ParameterizedTest
    @EnumSource(
            value = Quirk.class,
            names = {"VERSION_1_0_ONLY", "LOSES_FIRST_REQUEST", "TINY_CHUNKS", "SAVES_WITH_COMMIT", "SLOW"})
    void aChangeIsCommittedOnTrialReadAndConfirmed(Quirk quirk) throws Exception {
        try (DeviceSession session = open(quirk)) {
            assertThat(session.push(SCRIPT, LISTENER)).isEqualTo(2);
            assertThat(session.readRunning()).contains("<contact>lighthouse</contact>");
        }
        assertThat(server.operations)
                .containsSubsequence(
                        "get-config",
                        "lock",
                        "lock",
                        "edit-config",
                        "validate",
                        "commit",
                        "get-config",
                        "commit",
                        "get-config",
                        "unlock",
                        "unlock");
        assertThat(server.locks()).isZero();
    }

    @Test
    void anOkWithoutEffectIsNotBelieved() throws Exception {
        try (DeviceSession session = open(Quirk.COMMIT_WITHOUT_EFFECT)) {
            DeviceException e = refused(session);
            assertThat(e.reason()).isEqualTo(Reason.TRANSFER_FAILED);
            assertThat(e).hasMessage("ald-gw-a answered ok, but its running configuration has not changed.");
        }
        assertThat(server.operations).contains("cancel-commit");
        assertThat(server.locks()).isZero();
    }

    @Test
    void aCommitWithoutEffectIsMadeAgainWithoutValidatingAndThatIsRemembered() throws Exception {
        try (DeviceSession session = open(Quirk.VALIDATED_COMMIT_WITHOUT_EFFECT)) {
            assertThat(session.push(SCRIPT, LISTENER)).isEqualTo(2);
        }
        assertThat(server.running()).isEqualTo("lighthouse");
        assertThat(server.operations)
                .containsSubsequence("edit-config", "validate", "commit", "discard-changes", "edit-config", "commit");
        server.operations.clear();
        try (DeviceSession session = connect()) {
            session.push(new Script(List.of(new ScriptLine(0, "system"), new ScriptLine(1, "contact pier"))), LISTENER);
        }
        assertThat(server.running()).isEqualTo("pier");
        assertThat(server.operations).doesNotContain("validate");
    }

    @Test
    void whatSomebodyElsePutIntoTheCandidateIsNotCommitted() throws Exception {
        try (DeviceSession session = open(Quirk.FOREIGN_EDITS)) {
            DeviceException e = refused(session);
            assertThat(e.reason()).isEqualTo(Reason.IN_USE);
            assertThat(e)
                    .hasMessageContaining("edits beside those of this change")
                    .hasMessageContaining("system");
        }
        assertThat(server.operations).contains("discard-changes").doesNotContain("commit");
        assertThat(server.running()).isEqualTo("pier");
        assertThat(server.locks()).isZero();
    }

    @Test
    void runningIsUnlockedWhereTheLockWouldKeepTheServerFromGoingBack() throws Exception {
        try (DeviceSession session = open(Quirk.NO_CANCEL_WHILE_LOCKED)) {
            assertThat(refused(session)).hasMessageContaining("It can't be confirmed now.");
        }
        assertThat(server.running()).isEqualTo("pier");
        assertThat(server.operations).containsSubsequence("cancel-commit", "unlock", "unlock", "cancel-commit");
    }

    @Test
    void everyErrorIsTold() throws Exception {
        try (DeviceSession session = open(Quirk.REFUSES_EDIT_TWICE)) {
            assertThat(refused(session))
                    .hasMessage("ald-gw-a answered: Nobody of that name is on duty. (invalid-value); The watch has no"
                            + " master. (data-missing)");
        }
    }

    @Test
    void aSessionEndsWithAGoodBye() throws Exception {
        try (DeviceSession session = open()) {
            session.readRunning();
        }
        assertThat(server.operations).endsWith("close-session");
    }

    @Test
    void aLockThatIsRefusedSaysWhy() throws Exception {
        try (DeviceSession session = open(Quirk.NO_LOCK_WHILE_UNCONFIRMED)) {
            server.leaveUnconfirmed();
            DeviceException e = refused(session);
            assertThat(e.reason()).isEqualTo(Reason.IN_USE);
            assertThat(e).hasMessage("ald-gw-a answered: A commit waits to be confirmed. (lock-denied: session-id 17)");
        }
        assertThat(server.operations).doesNotContain("edit-config");
    }

    @Test
    void aRefusedEditIsGivenBackWithPathAndInfo() throws Exception {
        try (DeviceSession session = open(Quirk.REFUSES_EDIT)) {
            DeviceException e = refused(session);
            assertThat(e.reason()).isEqualTo(Reason.LINE_REFUSED);
            assertThat(e)
                    .hasMessage("ald-gw-a answered: Nobody of that name is on duty. At /system/contact."
                            + " (invalid-value: bad-element contact)");
        }
        assertThat(server.operations).containsSubsequence("edit-config", "discard-changes", "unlock", "unlock");
        assertThat(server.running()).isEqualTo("pier");
    }

    @Test
    void aServerThatWroteStartupAlreadyIsNotAskedToCopy() throws Exception {
        try (DeviceSession session = open(Quirk.SAVES_WITH_COMMIT)) {
            session.push(SCRIPT, LISTENER);
            assertThat(session.save()).isEqualTo("Startup equals running already.");
        }
        assertThat(server.operations).doesNotContain("copy-config");
    }

    @Test
    void aServerThatWritesStartupOnlyOnCopyIsAskedAndRead() throws Exception {
        try (DeviceSession session = open()) {
            session.push(SCRIPT, LISTENER);
            assertThat(server.startup()).isEqualTo("pier");
            session.save();
        }
        assertThat(server.startup()).isEqualTo("lighthouse");
    }

    @Test
    void aCopyWithoutEffectIsNotBelieved() throws Exception {
        try (DeviceSession session = open(Quirk.COPY_WITHOUT_EFFECT)) {
            session.push(SCRIPT, LISTENER);
            DeviceException e = catchThrowableOfType(DeviceException.class, session::save);
            assertThat(e.reason()).isEqualTo(Reason.SAVE_FAILED);
            assertThat(e).hasMessageContaining("startup still differs from running");
        }
        assertThat(server.locks()).isZero();
    }

    @Test
    void whatCanNotBeConfirmedIsCancelledAndSeenToBeGone() throws Exception {
        try (DeviceSession session = open(Quirk.REFUSES_CONFIRMATION)) {
            assertThat(refused(session)).hasMessageContaining("It can't be confirmed now.");
        }
        assertThat(server.running()).isEqualTo("pier");
        assertThat(server.operations).containsSubsequence("commit", "commit", "cancel-commit", "get-config", "unlock");
    }

    @Test
    void aServerThatRevertsOnlyInPeaceIsLeftInPeace() throws Exception {
        try (DeviceSession session = open(Quirk.REVERTS_ONLY_IN_PEACE)) {
            assertThat(refused(session)).hasMessageContaining("It can't be confirmed now.");
            assertThat(server.running()).isEqualTo("pier");
        }
        assertThat(server.operations).doesNotContain("cancel-commit");
    }

    @Test
    void aSessionThatDropsAtTheEditIsLostAndTheNextOneSeesWhatIsHeld() throws Exception {
        try (DeviceSession session = open(Quirk.DROPS_AT_EDIT)) {
            assertThat(refused(session).reason()).isEqualTo(Reason.SESSION_LOST);
        }
        try (DeviceSession session = connect()) {
            assertThat(session.readRunning()).contains("<contact>pier</contact>");
        }
    }

    @Test
    void anAnswerWithoutAnEndIsGivenUp() throws Exception {
        try (DeviceSession session = open(Quirk.ENDLESS_ANSWER)) {
            DeviceException e = catchThrowableOfType(DeviceException.class, session::readRunning);
            assertThat(e.reason()).isEqualTo(Reason.TRANSFER_FAILED);
            assertThat(e).hasMessage("ald-gw-a sends without an end.");
        }
    }
}
