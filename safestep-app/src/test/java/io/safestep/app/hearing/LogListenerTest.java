package io.safestep.app.hearing;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.HandEdit;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.log.LogMessages;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Real log messages over UDP, from the loopback address of the device that sends them. */
class LogListenerTest extends SafeStepTest {

    @Autowired
    private LogListener listener;

    @Autowired
    private Hints hints;

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void aDeviceThatSaysThatItWasChangedIsLookedAtSoon() {
        awaitWholeDemo();
        assertThat(listener.port()).isPositive();
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        try (LogMessages messages = PRACTICE.network().announceTo(listener.port())) {
            for (String device : List.of("cdq-gw-a", "ald-gw-b", "elv-ac-1")) {
                HandEdit.contact(PRACTICE, device, "changed and told");
                adopt(engineer, device);
            }
        }
    }

    /** Waits until the device is found changed, and adopts it. */
    private static void adopt(ApiClient engineer, String device) {
        engineer.await("/api/drift/findings", f -> f.toString().contains("\"device\":\"" + device + "\""));
        for (JsonNode row : engineer.get("/api/drift/findings").body()) {
            if (row.path("device").asString().equals(device)) {
                engineer.post(
                        "/api/drift/findings/" + row.path("id").asLong() + "/decisions",
                        Map.of("step", "ADOPT", "version", row.path("version").asInt(), "reason", "For this test."));
            }
        }
    }

    @Autowired
    private Subscriptions subscriptions;

    @Test
    void aDeviceThatNotifiesOverNetconfIsLookedAtSoon() {
        awaitWholeDemo();
        subscriptions.subscribe(3);
        assertThat(subscriptions.count()).isEqualTo(3);
        ApiClient engineer = ApiClient.loggedIn(port, "roake");
        // In the order of their names, the first three that speak NETCONF.
        HandEdit.contact(PRACTICE, "ald-gw-a", "changed and notified");
        adopt(engineer, "ald-gw-a");
        subscriptions.close();
    }

    private int looks(String device) {
        return jdbc.queryForObject(
                "select count(*) from background_tasks where task_name = ? and task_instance = ?",
                Integer.class,
                LookJob.NAME,
                device);
    }

    @Test
    void manyMessagesMakeOneLookAndOthersNone() {
        hints.heard("127.77.5.1", "<189>1 2026-11-27T09:00:00Z dun-gw-a auth - - - somebody logged in");
        assertThat(looks("dun-gw-a"))
                .as("it does not speak of the configuration")
                .isZero();
        hints.heard("192.0.2.1", "configuration-changed");
        hints.heard("192.0.2.1", "<189>1 2026-11-27T09:00:00Z nobody config - - - configuration-changed");
        for (int i = 0; i < 50; i++) {
            hints.heard("192.0.2.1", "<189>1 2026-11-27T09:00:00Z dun-gw-b config - - - configuration-changed");
        }
        assertThat(looks("dun-gw-b")).as("by way of another machine, once").isEqualTo(1);
    }
}
