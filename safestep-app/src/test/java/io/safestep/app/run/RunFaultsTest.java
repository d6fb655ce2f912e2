package io.safestep.app.run;

import static io.safestep.app.testing.ChangeStory.check;
import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import io.safestep.app.testing.SafeStepTest;
import io.safestep.practice.device.Fault;
import io.safestep.practice.device.PracticeDevice;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.JsonNode;

/** Every fault of the practice network, on a device of a run: what the run says is what the devices hold. */
class RunFaultsTest extends SafeStepTest {

    /** What does not keep a change from being made. */
    private static final Set<Fault> HARMLESS = Set.of(
            Fault.SLOW,
            Fault.CLOCK_BEHIND,
            Fault.NEIGHBOUR_STAYS_DOWN,
            Fault.NEIGHBOURS_OUTLAST,
            Fault.EDITS_ONE_BY_ONE,
            Fault.CLOSES_CONNECTIONS);

    private static final List<String> DEVICES = List.of("elv-ac-1", "dun-gw-b", "cdq-gw-b");

    @BeforeEach
    void allIsWell() {
        awaitWholeDemo();
    }

    @AfterEach
    void repair() {
        for (String device : DEVICES) {
            for (Fault fault : Fault.values()) {
                PRACTICE.network().device(device).switchOff(fault);
            }
            keepTheOldKey(device);
        }
    }

    /** Another host key was shown: it stays between a device and all work on it until somebody decides. */
    private void keepTheOldKey(String device) {
        ApiClient administrator = ApiClient.loggedIn(port, "abrill");
        JsonNode offered = administrator.get("/api/devices/" + device).body().path("offered");
        if (offered.hasNonNull("key")) {
            administrator.post(
                    "/api/devices/" + device + "/host-key",
                    Map.of("offered", offered.path("key").asString(), "accept", false, "reason", "A test."));
        }
    }

    @ParameterizedTest
    @EnumSource
    void theRunSaysWhatTheDevicesHold(Fault fault) {
        // A fault concerns each family in turn.
        String struck = DEVICES.get(fault.ordinal() % DEVICES.size());
        String mark = "fault " + fault.ordinal();
        switchOn(fault, struck, mark);
        ChangeStory story = new ChangeStory(port);
        long run = story.startedRun(
                "Fault " + fault.name().toLowerCase(Locale.ROOT),
                Map.of(
                        "elv-ac-1", "base\n  place " + mark + "\n",
                        "dun-gw-b", "system\n  contact " + mark + "\n",
                        "cdq-gw-b", "contact " + mark + "\n"),
                List.of(check("interfaces", null, "SAME_AS_BEFORE", null)));
        JsonNode ended = story.awaitEnd(run);

        String state = ended.path("state").asString();
        String told = fault + " on " + struck + ": " + state + ", "
                + ended.path("verdict").asString();
        assertThat(state).as(told).isEqualTo(HARMLESS.contains(fault) ? "SUCCEEDED" : "ROLLED_BACK");
        if (fault == Fault.CLOSES_CONNECTIONS) {
            assertThat(story.manager().get("/api/runs/" + run + "/lines").body().toString())
                    .as("one connection that does not come about ends no run")
                    .contains("tried again in 3 s");
        }
        for (String device : DEVICES) {
            boolean outcome = state.equals("SUCCEEDED");
            assertThat(running(device).contains(mark))
                    .as("%s, %s runs it", told, device)
                    .isEqualTo(outcome);
            assertThat(startup(device).contains(mark))
                    .as("%s, %s starts with it", told, device)
                    .isEqualTo(outcome);
        }
    }

    private static void switchOn(Fault fault, String device, String mark) {
        PracticeDevice practice = PRACTICE.network().device(device);
        practice.switchOn(fault, fault == Fault.SLOW ? "20" : fault.match() == null ? "" : mark);
    }
}
