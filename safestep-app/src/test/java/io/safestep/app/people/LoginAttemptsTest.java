package io.safestep.app.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;

class LoginAttemptsTest {

    private Instant now = Instant.parse("2026-11-25T01:40:00Z");

    private final LoginAttempts attempts = new LoginAttempts(new Clock() {
        @Override
        public Instant instant() {
            return now;
        }

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }
    });

    private void fail(int times) {
        for (int i = 0; i < times; i++) {
            attempts.failed("login roake");
        }
    }

    @Test
    void afterTooManyFailuresThereIsAWait() {
        fail(LoginAttempts.MOST_FAILURES - 1);
        assertThat(attempts.tooMany("login roake")).isFalse();
        fail(1);
        assertThat(attempts.tooMany("login roake")).isTrue();
        assertThat(attempts.tooMany("login hloman")).isFalse();
    }

    @Test
    void theWaitEndsWithTheSpan() {
        fail(LoginAttempts.MOST_FAILURES);
        now = now.plus(LoginAttempts.SPAN).plus(Duration.ofSeconds(1));
        assertThat(attempts.tooMany("login roake")).isFalse();
    }

    @Test
    void aSuccessForgetsTheFailures() {
        fail(LoginAttempts.MOST_FAILURES);
        attempts.succeeded("login roake");
        assertThat(attempts.tooMany("login roake")).isFalse();
    }

    @Test
    void aFloodOfNamesIsForgottenOldestFirst() {
        fail(LoginAttempts.MOST_FAILURES);
        for (int i = 0; i < 10_001; i++) {
            attempts.failed("login nobody-" + i);
        }
        assertThat(attempts.tooMany("login roake")).isFalse();
    }
}
