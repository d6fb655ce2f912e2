package io.safestep.app.run;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.app.testing.TcpForward;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A device that does not come to its key exchange in time. */
class SlowConnectionTest extends SafeStepTest {

    private static final String DEVICE = "brn-ac-2";

    private ApiClient administrator;
    private TcpForward forward;
    private String address;

    @BeforeEach
    void begin() throws Exception {
        awaitWholeDemo();
        administrator = ApiClient.loggedIn(port, "abrill");
        address = administrator
                .get("/api/devices/" + DEVICE)
                .body()
                .at("/row/address")
                .asString();
        forward = new TcpForward(address.replaceFirst("10", "127"), PRACTICE.devicePort());
        ok(administrator.put(
                "/api/devices/" + DEVICE + "/record",
                Map.of(
                        "address", "127.0.0.1",
                        "siteCode", "brn",
                        "role", "ACCESS",
                        "platform", "corvane-cli",
                        "labels", List.of(),
                        "port", forward.port(),
                        "connectSeconds", 8)));
    }

    @AfterEach
    void end() throws Exception {
        ok(administrator.put(
                "/api/devices/" + DEVICE + "/record",
                Map.of(
                        "address", address,
                        "siteCode", "brn",
                        "role", "ACCESS",
                        "platform", "corvane-cli",
                        "labels", List.of())));
        forward.close();
    }

    @Test
    void endsNoRun() {
        ChangeStory story = new ChangeStory(port);
        int number = story.submitted("Busy", Map.of(DEVICE, "contact not too busy\n"), List.of());
        story.approve(number);
        story.bookIntoOpenWindow(number);
        // For as long as the limit of the device: longer than a run waits for others.
        forward.keepSilent(1);
        long run = ok(story.manager().post("/api/changes/" + number + "/runs", Map.of()))
                .path("id")
                .asLong();
        JsonNode ended = story.awaitEnd(run);
        assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("SUCCEEDED");
        assertThat(story.manager().get("/api/runs/" + run + "/lines").body().toString())
                .contains("tried again in 3 s");
    }
}
