package io.safestep.app.people.login;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.people.login.LoginAttempts.Attempt;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;

/** The log-ins of this class are nobody's, so that others can go on logging in beside it. */
class LoginAttemptsTest extends SafeStepTest {

    @Autowired
    private JdbcClient jdbc;

    @Autowired
    private TransactionTemplate transaction;

    private final Attempt stranger = new Attempt(some(), some());

    private static String some() {
        return UUID.randomUUID().toString();
    }

    private boolean begin(Instant now, Attempt tried) {
        LoginAttempts attempts =
                new LoginAttempts(jdbc, InstantSource.fixed(now).withZone(ZoneOffset.UTC));
        return Boolean.TRUE.equals(transaction.execute(t -> attempts.begin(tried)));
    }

    private void fail(Instant now, int times) {
        for (int i = 0; i < times; i++) {
            assertThat(begin(now, stranger)).as("attempt %d", i + 1).isTrue();
        }
    }

    @Test
    void afterTooManyFailuresThereIsAWaitThatEndsWithTheSpan() {
        Instant now = Instant.now();
        fail(now, LoginAttempts.MOST_FAILURES);
        assertThat(begin(now, stranger)).isFalse();
        assertThat(begin(now, new Attempt(some(), some()))).as("others").isTrue();
        assertThat(begin(now.plus(LoginAttempts.SPAN).plus(Duration.ofSeconds(1)), stranger))
                .isTrue();
    }

    @Test
    void oneAddressDoesNotTryManyNames() {
        Instant now = Instant.now();
        String address = some();
        for (int i = 0; i < LoginAttempts.MOST_FROM_AN_ADDRESS; i++) {
            assertThat(begin(now, new Attempt(some(), address))).isTrue();
        }
        assertThat(begin(now, new Attempt(some(), address))).isFalse();
    }

    @Test
    void aSuccessForgetsTheFailures() {
        Instant now = Instant.now();
        fail(now, LoginAttempts.MOST_FAILURES);
        transaction.executeWithoutResult(t -> new LoginAttempts(jdbc, Clock.systemUTC()).succeeded(stranger));
        assertThat(begin(now, stranger)).isTrue();
    }

    @Test
    void manyAtTheSameMomentCountToo() throws Exception {
        Instant now = Instant.now();
        ExecutorService together = Executors.newFixedThreadPool(6);
        try {
            List<Future<Boolean>> tries = together.invokeAll(IntStream.range(0, 24)
                    .<java.util.concurrent.Callable<Boolean>>mapToObj(i -> () -> begin(now, stranger))
                    .toList());
            int let = 0;
            for (Future<Boolean> one : tries) {
                let += Boolean.TRUE.equals(one.get()) ? 1 : 0;
            }
            assertThat(let).isEqualTo(LoginAttempts.MOST_FAILURES);
        } finally {
            together.shutdownNow();
        }
    }

    @Test
    void whoKnowsThePasswordIsNotCounted() {
        for (int i = 0; i < LoginAttempts.MOST_FAILURES + 2; i++) {
            assertThat(ApiClient.loggedIn(port, "jvane").get("/api/session").status())
                    .isEqualTo(200);
        }
    }
}
