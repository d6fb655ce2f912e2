package io.safestep.app.run;

import io.safestep.app.access.DeviceAccess;
import io.safestep.app.run.CheckResult.Stage;
import io.safestep.core.check.CheckDefinition;
import io.safestep.core.check.CheckEvaluation;
import io.safestep.core.check.CheckVerdict;
import io.safestep.core.check.Observation;
import io.safestep.core.platform.ReadCommand;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Looks at the checks of a change on one device, before, after, and after an undo. */
@Component
class CheckPhases {

    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(2);

    private static final PhaseResult NO_CHECKS = PhaseResult.done("no checks were chosen");

    private final DeviceAccess access;
    private final CheckResultRepository results;
    private final RunJournal journal;
    private final Clock clock;

    CheckPhases(DeviceAccess access, CheckResultRepository results, RunJournal journal, Clock clock) {
        this.access = access;
        this.results = results;
        this.journal = journal;
        this.clock = clock;
    }

    PhaseResult before(DeviceWork work) throws DeviceException {
        if (work.checks().isEmpty()) {
            return NO_CHECKS;
        }
        List<String> failures =
                look(work, work.checks(), Stage.BEFORE, Map.of(), 1).failures();
        return failures.isEmpty()
                ? PhaseResult.done(count(work.checks().size()) + " looked at")
                : PhaseResult.failed(String.join("; ", failures) + "; nothing was written");
    }

    PhaseResult after(DeviceWork work) throws DeviceException {
        return untilSettled(work, Stage.AFTER, true);
    }

    PhaseResult undone(DeviceWork work) throws DeviceException {
        return untilSettled(work, Stage.UNDONE, false);
    }

    private PhaseResult untilSettled(DeviceWork work, Stage stage, boolean stoppable) throws DeviceException {
        if (work.checks().isEmpty()) {
            return NO_CHECKS;
        }
        Map<Long, Observation> before = new HashMap<>();
        results.findByRunDeviceIdAndStageOrderById(work.runDeviceId(), Stage.BEFORE)
                .forEach(r -> before.put(r.checkId(), r.observation()));
        Instant start = clock.instant();
        List<DeviceWork.Check> open = work.checks();
        for (int attempt = 1; ; attempt++) {
            Look look = look(work, open, stage, before, attempt);
            open = look.open();
            if (open.isEmpty()) {
                return PhaseResult.done(count(work.checks().size()) + " passed");
            }
            Duration passed = Duration.between(start, clock.instant());
            boolean settled = open.stream()
                    .anyMatch(c ->
                            passed.compareTo(Duration.ofSeconds(c.definition().settleSeconds())) >= 0);
            if (settled) {
                return PhaseResult.failed(String.join("; ", look.failures()));
            }
            journal.note(
                    work.drive(),
                    work.runDeviceId(),
                    "settling: " + String.join("; ", look.failures()) + "; looking again in "
                            + BETWEEN_LOOKS.toSeconds() + " s");
            if (stoppable && stoppedWithin(work, BETWEEN_LOOKS)) {
                return PhaseResult.failed("stopped while settling: " + String.join("; ", look.failures()));
            }
            if (!stoppable) {
                Patience.pause(BETWEEN_LOOKS);
            }
        }
    }

    private boolean stoppedWithin(DeviceWork work, Duration time) throws DeviceException {
        for (long waited = 0; waited < time.toMillis(); waited += 250) {
            if (!journal.mayGoOn(work.drive(), work.runDeviceId())) {
                return true;
            }
            Patience.pause(Duration.ofMillis(250));
        }
        return false;
    }

    /** @param open checks that did not pass; @param failures what each of them found, in words */
    private record Look(List<DeviceWork.Check> open, List<String> failures) {}

    private Look look(
            DeviceWork work, List<DeviceWork.Check> checks, Stage stage, Map<Long, Observation> before, int attempt)
            throws DeviceException {
        return access.visit(work.deviceId(), session -> {
            List<DeviceWork.Check> open = new ArrayList<>();
            List<String> failures = new ArrayList<>();
            for (DeviceWork.Check check : checks) {
                Observation found = observe(work, check.definition(), session);
                CheckVerdict verdict = switch (stage) {
                    case BEFORE -> CheckEvaluation.before(check.definition(), found);
                    case AFTER ->
                        CheckEvaluation.after(
                                check.definition(), before.getOrDefault(check.id(), new Observation(List.of())), found);
                    case UNDONE ->
                        CheckEvaluation.undone(
                                check.definition(), before.getOrDefault(check.id(), new Observation(List.of())), found);
                };
                results.save(new CheckResult(
                        work.runDeviceId(), check.id(), stage, found, verdict, attempt, clock.instant()));
                if (!verdict.passed()) {
                    open.add(check);
                    failures.add(check.title() + ": " + verdict.words());
                }
            }
            return new Look(open, failures);
        });
    }

    private Observation observe(DeviceWork work, CheckDefinition check, DeviceSession session) throws DeviceException {
        ReadCommand read = work.profile().read(check.read()).orElseThrow();
        String command = read.commandFor(check.argument());
        journal.sent(work.drive(), work.runDeviceId(), command);
        String answer = session.read(command);
        journal.heard(work.drive(), work.runDeviceId(), answer);
        return new Observation(read.rows(answer).stream()
                .map(row -> row.key() + "\t" + row.value())
                .toList());
    }

    private static String count(int checks) {
        return checks == 1 ? "1 check" : checks + " checks";
    }
}
