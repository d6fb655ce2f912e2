package io.safestep.bench;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.HandEdit;
import io.safestep.core.people.Role;
import io.safestep.practice.generator.GeneratedNetwork;
import io.safestep.practice.network.NetworkPlan;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.locks.LockSupport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "drift",
        description = {
            "Every device is changed by hand, and a drift round finds all of them: how long that takes, and how many messages"
                    + " come of it.",
            "Yardstick: the same round once more, when nothing is new."
        },
        mixinStandardHelpOptions = true)
final class DriftBench implements Callable<Integer> {

    private static final Duration PATIENCE = Duration.ofMinutes(3);

    @Option(names = "--devices", defaultValue = "2000", description = "Default: ${DEFAULT-VALUE}.")
    private int devices;

    @Override
    public Integer call() throws Exception {
        NetworkPlan plan = GeneratedNetwork.plan(devices, 1);
        try (PracticeProcess practice = new PracticeProcess(devices, 1);
                RunningApp app = new RunningApp(practice.devicePort())) {
            ApiClient administrator = app.administrator();
            ApiClient operator = app.person(Role.OPERATOR);
            List<String> names = Rounds.bringIn(administrator, plan);
            Rounds.run(administrator, "BACK_UP", names);
            app.awaitReadAhead();
            double unchanged = Rounds.run(administrator, "DRIFT", names);
            double edits = Timing.of(() -> plan.file().devices().stream()
                    .filter(d -> d.address() != null)
                    .forEach(d -> HandEdit.contact(practice.apiPort(), d.platform(), d.name(), "by hand")));
            double found = Rounds.run(administrator, "DRIFT", names);
            double again = Rounds.run(administrator, "DRIFT", names);
            int findings = administrator.get("/api/drift/findings").body().size();
            double list = Timing.of(() -> administrator.get("/api/drift/findings"));
            System.out.printf("%d devices, all changed by hand within %.0f s%n", names.size(), edits);
            System.out.printf("  drift round, nothing changed      %6.1f s%n", unchanged);
            System.out.printf("  drift round, all changed          %6.1f s%n", found);
            System.out.printf("  drift round, all changed before   %6.1f s%n", again);
            System.out.printf(
                    "  findings                          %6d, the list of them in %.0f ms%n", findings, list * 1e3);
            for (JsonNode notice : awaitNotices(operator)) {
                System.out.println("  message: " + notice.path("title").asString());
            }
        }
        return 0;
    }

    /** What somebody who decides about drift was told; at least five minutes are between two messages of a kind. */
    private static JsonNode awaitNotices(ApiClient operator) {
        Instant end = Instant.now().plus(PATIENCE);
        JsonNode notices = operator.get("/api/notices").body();
        while (!notices.toString().contains("changed outside") && Instant.now().isBefore(end)) {
            LockSupport.parkNanos(1_000_000_000);
            notices = operator.get("/api/notices").body();
        }
        return notices;
    }
}
