package io.safestep.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class FitTest {

    private static final RunEstimate ESTIMATE = new RunEstimate(Duration.ofMinutes(34), Duration.ofMinutes(24));

    private final Occurrence night = between("2026-11-02T05:30:00Z", "2026-11-02T09:15:00Z");

    @Test
    void aRunFitsWhenThereIsTimeToDoAndToUndoIt() {
        Fit fit = Fit.of(night, night.start(), ESTIMATE, List.of());
        assertThat(fit.fits()).isTrue();
        assertThat(fit.spare()).isEqualTo(Duration.ofMinutes(225 - 58));
        assertThat(fit.closes()).isEqualTo(night.end());
        assertThat(fit.turnBack()).isEqualTo(night.end().minus(Duration.ofMinutes(24)));
        assertThat(Fit.of(night, fit.lastStart(), ESTIMATE, List.of()).fits()).isTrue();
        assertThat(Fit.of(night, fit.lastStart().plusSeconds(1), ESTIMATE, List.of())
                        .fits())
                .isFalse();
    }

    @Test
    void whatIsNotUndoneBeforeAFreezeBeginsDoesNotFit() {
        Occurrence freeze = between("2026-11-02T06:28:00Z", "2026-11-03T00:00:00Z");
        Fit fit = Fit.of(night, night.start(), ESTIMATE, List.of(freeze));
        assertThat(fit.fits()).as("58 minutes are needed and there").isTrue();
        assertThat(fit.spare()).isZero();
        assertThat(fit.closes()).isEqualTo(freeze.start());
        assertThat(fit.turnBack()).isEqualTo(freeze.start().minus(Duration.ofMinutes(24)));
        assertThat(Fit.of(night, night.start().plusSeconds(1), ESTIMATE, List.of(freeze))
                        .fits())
                .isFalse();
    }

    @Test
    void nothingFitsWhileAFreezeIsOn() {
        Occurrence freeze = between("2026-11-01T00:00:00Z", "2026-11-02T06:00:00Z");
        Fit fit = Fit.of(night, night.start(), ESTIMATE, List.of(freeze));
        assertThat(fit.fits()).isFalse();
        assertThat(fit.closes()).isEqualTo(night.start());
        assertThat(Fit.of(night, freeze.end(), ESTIMATE, List.of(freeze)).closes())
                .as("the moment at which it ends is free again")
                .isEqualTo(night.end());
    }

    @Test
    void freezesBeforeAndAfterTheOpeningAreOfNoConcern() {
        List<Occurrence> around = List.of(
                between("2026-11-01T00:00:00Z", "2026-11-02T05:30:00Z"),
                between("2026-11-02T09:15:00Z", "2026-11-05T00:00:00Z"),
                between("2026-11-08T00:00:00Z", "2026-11-09T00:00:00Z"));
        assertThat(Fit.of(night, night.start(), ESTIMATE, around.subList(2, 3)).closes())
                .isEqualTo(night.end());
        assertThat(Fit.of(night, night.start(), ESTIMATE, around))
                .isEqualTo(Fit.of(night, night.start(), ESTIMATE, List.of()));
    }

    @Test
    void ofTwoFreezesTheFirstCounts() {
        Fit fit = Fit.of(
                night,
                night.start(),
                ESTIMATE,
                List.of(
                        between("2026-11-02T08:00:00Z", "2026-11-02T08:10:00Z"),
                        between("2026-11-02T07:00:00Z", "2026-11-02T07:10:00Z")));
        assertThat(fit.closes()).isEqualTo(Instant.parse("2026-11-02T07:00:00Z"));
    }

    private static Occurrence between(String start, String end) {
        return new Occurrence(Instant.parse(start), Instant.parse(end));
    }
}
