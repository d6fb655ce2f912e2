package io.safestep.app.run.driving;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.run.journal.RunJournal.Begun;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.run.Phase;
import io.safestep.core.run.StepState;
import io.safestep.practice.device.Fault;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What is known from having been told must be what is stored: decisions are made from it. */
class LatestStepsTest extends SafeStepTest {

    private static final long NO_RUN = -1;

    @Autowired
    private JdbcTemplate jdbc;

    private record Stored(long id, long device, Phase phase, StepState state, Instant began, Instant ended) {

        Begun begun() {
            return new Begun(id, device, phase, null);
        }
    }

    /** Something that was told, and when. */
    private record Told(Instant at, boolean end, Stored step) {}

    @Test
    void toldOfEachStepItKnowsTheSameAsReadingThemAll() {
        long run = runThatIsTakenBack();
        List<Stored> stored = stored(run);
        assertThat(stored)
                .as("some that failed, and some that did not")
                .anyMatch(s -> s.state() == StepState.FAILED)
                .anyMatch(s -> s.state() == StepState.DONE);

        LatestSteps read = new LatestSteps(JdbcClient.create(jdbc), run);
        assertThat(read.keepUp(0)).isTrue();
        LatestSteps told = new LatestSteps(JdbcClient.create(jdbc), NO_RUN);
        assertThat(told.keepUp(0)).isTrue();
        List<Told> order = new ArrayList<>();
        stored.forEach(s -> order.add(new Told(s.began(), false, s)));
        stored.forEach(s -> order.add(new Told(s.ended(), true, s)));
        order.sort(Comparator.comparing(Told::at).thenComparing(Told::end));
        for (Told one : order) {
            if (one.end()) {
                told.ended(one.step().begun(), one.step().state(), one.at());
            } else {
                told.begun(one.step().begun());
                assertThat(told.of(one.step().device()))
                        .as("at the beginning of step %d", one.step().id())
                        .containsEntry(one.step().phase(), StepState.GOING);
            }
        }

        stored.stream()
                .map(Stored::device)
                .distinct()
                .forEach(device -> assertThat(told.of(device))
                        .as("device %d of run %d", device, run)
                        .isEqualTo(read.of(device)));
        assertThat(told.lastEnd()).isEqualTo(read.lastEnd()).isNotNull();
    }

    @Test
    void whatPeopleDoToTheRunHasAllStepsReadAgain() {
        long run = runThatIsTakenBack();
        long device = stored(run).get(0).device();
        LatestSteps steps = new LatestSteps(JdbcClient.create(jdbc), run);
        steps.keepUp(0);
        steps.begun(new Begun(Long.MAX_VALUE, device, Phase.SAVE, null));

        assertThat(steps.keepUp(0)).as("nobody has done anything").isFalse();
        assertThat(steps.of(device)).containsEntry(Phase.SAVE, StepState.GOING);
        assertThat(steps.keepUp(1)).as("somebody has").isTrue();
        LatestSteps read = new LatestSteps(JdbcClient.create(jdbc), run);
        read.keepUp(1);
        assertThat(steps.of(device)).isEqualTo(read.of(device));
    }

    /** One whose only line is taken and not applied. */
    private long runThatIsTakenBack() {
        PRACTICE.network().device("elv-gw-b").switchOn(Fault.IGNORES_LINE, "mtu");
        try {
            ChangeStory story = new ChangeStory(port);
            long run = story.startedRun(
                    "Bigger packets at one end",
                    Map.of("elv-gw-b", "interface port 1\n  mtu 9000\n  description steps\n"),
                    List.of());
            assertThat(story.awaitEnd(run).path("state").asString()).isEqualTo("ROLLED_BACK");
            return run;
        } finally {
            PRACTICE.network().device("elv-gw-b").switchOff(Fault.IGNORES_LINE);
        }
    }

    private List<Stored> stored(long run) {
        return jdbc.query(
                "select s.id, s.run_device_id, s.phase, s.state, s.started_at, s.ended_at from run_step s"
                        + " join run_device d on d.id = s.run_device_id where d.run_id = ? order by s.id",
                (row, number) -> new Stored(
                        row.getLong("id"),
                        row.getLong("run_device_id"),
                        Phase.valueOf(row.getString("phase")),
                        StepState.valueOf(row.getString("state")),
                        instant(row.getTimestamp("started_at")),
                        instant(row.getTimestamp("ended_at"))),
                run);
    }

    private static Instant instant(Timestamp timestamp) {
        return timestamp.toInstant();
    }
}
