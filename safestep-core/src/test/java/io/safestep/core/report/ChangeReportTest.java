package io.safestep.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.ChangeState;
import io.safestep.core.report.ChangeReport.Figure;
import io.safestep.core.report.ChangeReport.Outcome;
import io.safestep.core.run.RunState;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class ChangeReportTest {

    private static final Instant NOON = Instant.parse("2026-11-02T16:00:00Z");

    private static ReportedChange change(int number, ChangeState state, Long waited) {
        return new ReportedChange(
                number,
                "Change " + number,
                "normal",
                state,
                NOON,
                waited == null ? null : NOON.plusSeconds(waited),
                false,
                null);
    }

    private static ReportedRun run(int change, RunState state, long started, long estimated, Long took) {
        Instant start = NOON.plusSeconds(started);
        return new ReportedRun(
                change,
                "Change " + change,
                state,
                start,
                start.plusSeconds(estimated),
                took == null ? null : start.plusSeconds(took),
                took == null ? null : "It is " + state.word() + ".");
    }

    private static IntStream seeds() {
        return IntStream.range(0, 100);
    }

    private static <T> T one(Random random, T[] all) {
        return all[random.nextInt(all.length)];
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everyChangeIsInOneFigureAndOrderDoesNotMatter(int seed) {
        Random random = new Random(seed);
        List<ReportedChange> changes = new ArrayList<>();
        List<ReportedRun> runs = new ArrayList<>();
        int count = random.nextInt(30);
        for (int number = 1; number <= count; number++) {
            Long waited = random.nextBoolean() ? (long) random.nextInt(100_000) - 20_000 : null;
            boolean emergency = random.nextInt(4) == 0;
            changes.add(new ReportedChange(
                    number,
                    "Change " + number,
                    emergency ? "emergency" : "normal",
                    one(random, ChangeState.values()),
                    NOON,
                    waited == null ? null : NOON.plusSeconds(waited),
                    emergency,
                    random.nextBoolean() ? NOON.plusSeconds(500) : null));
            for (int i = random.nextInt(3); i > 0; i--) {
                runs.add(run(
                        number,
                        one(random, RunState.values()),
                        1_000L * number + i,
                        1 + random.nextInt(500),
                        random.nextBoolean() ? (long) random.nextInt(1_000) : null));
            }
        }
        ChangeReport report = ChangeReport.of(changes, runs);

        List<Integer> all = report.kinds().stream()
                .flatMap(k -> k.figures().stream())
                .flatMap(f -> f.changes().stream())
                .sorted()
                .toList();
        assertThat(all)
                .as("seed %d", seed)
                .isEqualTo(IntStream.rangeClosed(1, count).boxed().toList());
        assertThat(report.kinds()).allSatisfy(k -> {
            assertThat(k.figures()).extracting(Figure::outcome).containsExactly(Outcome.values());
            if (k.succeeded() != null) {
                boolean bad = k.figures().stream()
                        .filter(f -> f.outcome() == Outcome.ROLLED_BACK || f.outcome() == Outcome.STUCK)
                        .anyMatch(f -> !f.changes().isEmpty());
                assertThat(k.succeeded()).isBetween(0, 100);
                assertThat(k.succeeded() == 100).isEqualTo(!bad);
            }
        });
        if (report.waiting() != null) {
            assertThat(report.waiting().medianSeconds())
                    .isBetween(0L, report.waiting().mostSeconds());
            assertThat(report.waiting().mostSeconds())
                    .isLessThanOrEqualTo(report.waiting().longest().get(0).seconds());
        }
        assertThat(report.overEstimate())
                .allSatisfy(o -> assertThat(o.tookSeconds()).isGreaterThan(o.estimatedSeconds()));
        Collections.shuffle(changes, random);
        Collections.shuffle(runs, random);
        assertThat(ChangeReport.of(changes, runs))
                .as("seed %d, in another order", seed)
                .isEqualTo(report);
    }

    @Test
    void aClosedChangeIsWhatItsLastRunWas() {
        ChangeReport report = ChangeReport.of(
                List.of(
                        change(1, ChangeState.CLOSED, 60L),
                        change(2, ChangeState.CLOSED, null),
                        change(3, ChangeState.COMPLETED, 1L)),
                List.of(run(1, RunState.SUCCEEDED, 900, 60, 30L), run(1, RunState.ROLLED_BACK, 100, 60, 30L)));
        List<Figure> figures = report.kinds().get(0).figures();
        assertThat(figures.get(Outcome.SUCCEEDED.ordinal()).changes()).containsExactly(1, 3);
        assertThat(figures.get(Outcome.ROLLED_BACK.ordinal()).changes()).isEmpty();
        assertThat(figures.get(Outcome.DROPPED.ordinal()).changes())
                .as("closed and never run")
                .containsExactly(2);
        assertThat(report.kinds().get(0).succeeded()).isEqualTo(100);
        assertThat(report.rolledBack())
                .as("that it went back once is told all the same")
                .extracting(ChangeReport.TurnedBack::why)
                .containsExactly("It is rolled back.");
    }

    @Test
    void oneOfManyThatWentBackIsNotAHundredPercent() {
        List<ReportedChange> changes = new ArrayList<>();
        for (int number = 1; number <= 400; number++) {
            changes.add(change(number, number == 7 ? ChangeState.ROLLED_BACK : ChangeState.COMPLETED, null));
        }
        assertThat(ChangeReport.of(changes, List.of()).kinds().get(0).succeeded())
                .isEqualTo(99);
        assertThat(ChangeReport.of(List.of(change(1, ChangeState.IN_REVIEW, null)), List.of())
                        .kinds()
                        .get(0)
                        .succeeded())
                .as("none has run")
                .isNull();
    }

    @Test
    void waitingIsToldByNearestRank() {
        List<ReportedChange> changes = new ArrayList<>();
        for (int number = 1; number <= 20; number++) {
            changes.add(change(number, ChangeState.APPROVED, 60L * number));
        }
        changes.add(change(21, ChangeState.IN_REVIEW, null));
        changes.add(change(22, ChangeState.IN_REVIEW, -5L));
        ChangeReport.Waiting waiting = ChangeReport.of(changes, List.of()).waiting();
        assertThat(waiting.approved()).isEqualTo(20);
        assertThat(waiting.medianSeconds()).isEqualTo(600);
        assertThat(waiting.mostSeconds()).isEqualTo(1_080);
        assertThat(waiting.longest()).hasSize(10);
        assertThat(waiting.longest().get(0).change()).isEqualTo(20);
        assertThat(ChangeReport.of(List.of(), List.of()).waiting()).isNull();
    }

    @Test
    void emergenciesAreToldWithTheirReview() {
        ReportedChange reviewed = new ReportedChange(
                5, "Fire", "emergency", ChangeState.COMPLETED, NOON, null, true, NOON.plusSeconds(7_200));
        ReportedChange open = new ReportedChange(6, "Flood", "emergency", ChangeState.RUNNING, NOON, null, true, null);
        assertThat(ChangeReport.of(List.of(reviewed, open, change(7, ChangeState.COMPLETED, null)), List.of())
                        .emergencies())
                .containsExactly(
                        new ChangeReport.Emergency(6, "Flood", ChangeState.RUNNING, null),
                        new ChangeReport.Emergency(5, "Fire", ChangeState.COMPLETED, 7_200L));
    }

    @Test
    void runsOverTheirEstimateComeTheLongestFirst() {
        ChangeReport report = ChangeReport.of(
                List.of(),
                List.of(
                        run(1, RunState.SUCCEEDED, 0, 60, 60L),
                        run(2, RunState.SUCCEEDED, 0, 60, 90L),
                        run(3, RunState.ROLLED_BACK, 0, 60, 600L),
                        run(4, RunState.RUNNING, 0, 60, null)));
        assertThat(report.runs()).isEqualTo(3);
        assertThat(report.overEstimate())
                .extracting(ChangeReport.OverEstimate::change)
                .containsExactly(3, 2);
    }
}
