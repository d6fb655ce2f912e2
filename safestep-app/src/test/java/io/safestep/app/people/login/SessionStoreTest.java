package io.safestep.app.people.login;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.SafeStepTest;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** When sessions are written to the database. */
class SessionStoreTest extends SafeStepTest {

    private static final String LAST_USED =
            "select max(last_access_time) from spring_session where principal_name = 'jvane'";

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void aRequestThatReadsWritesTheSessionOnceAMinuteAtMost() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        Long before = jdbc.queryForObject(LAST_USED, Long.class);
        assertThat(auditor.get("/api/groups").status()).isEqualTo(200);
        assertThat(jdbc.queryForObject(LAST_USED, Long.class))
                .as("used again within the minute")
                .isEqualTo(before);

        jdbc.update("update spring_session set last_access_time = last_access_time - 61000"
                + " where principal_name = 'jvane'");
        assertThat(auditor.get("/api/groups").status()).isEqualTo(200);
        assertThat(jdbc.queryForObject(LAST_USED, Long.class))
                .as("used again more than a minute later")
                .isGreaterThanOrEqualTo(before);
    }

    @Test
    void whoLogsOutIsOutAtOnce() {
        ApiClient auditor = ApiClient.loggedIn(port, "jvane");
        assertThat(auditor.delete("/api/session").status()).isLessThan(300);
        assertThat(auditor.get("/api/groups").status()).isEqualTo(401);
    }
}
