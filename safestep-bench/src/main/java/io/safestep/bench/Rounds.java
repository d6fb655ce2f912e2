package io.safestep.bench;

import io.safestep.app.testing.ApiClient;
import io.safestep.practice.network.NetworkPlan;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;

/** The devices of a practice network, brought in to Safe Step, and rounds over them. */
final class Rounds {

    private Rounds() {}

    /** A device as it is brought in. */
    record Place(String name, String address, String platform) {}

    /** @return names of the devices */
    static List<String> bringIn(ApiClient administrator, NetworkPlan plan) {
        return bringIn(
                administrator,
                plan.file().devices().stream()
                        .filter(d -> d.address() != null)
                        .map(d -> new Place(d.name(), d.address(), d.platform()))
                        .toList());
    }

    /** Twenty of them to a site. */
    static List<String> bringIn(ApiClient administrator, List<Place> devices) {
        administrator.post(
                "/api/credentials",
                Map.of("name", "bench", "login", "safestep", "password", "harbour-light-1", "standard", true));
        StringBuilder sheet = new StringBuilder("Name,Address,Site,Site name,Role,Platform\n");
        List<String> names = new ArrayList<>();
        for (Place device : devices) {
            int site = names.size() / 20;
            sheet.append("%s,%s,s%03d,Site %d,edge,%s%n"
                    .formatted(device.name(), device.address(), site, site, device.platform()));
            names.add(device.name());
        }
        byte[] file = sheet.toString().getBytes(StandardCharsets.UTF_8);
        String dry = administrator
                .upload("/api/devices/import/dry-run", file)
                .body()
                .path("plan")
                .asString();
        JsonNode done =
                administrator.upload("/api/devices/import?plan=" + dry, file).body();
        if (done.path("added").asInt() != names.size()) {
            throw new IllegalStateException("The devices were not imported: " + done);
        }
        return names;
    }

    /** Seconds, as the round itself tells them. */
    static double run(ApiClient administrator, String action, List<String> names) {
        JsonNode round = ended(administrator, action, names);
        int failed = failed(round);
        if (failed > 0) {
            System.out.println("  " + failed + " of them failed, see /api/rounds/"
                    + round.path("id").asLong());
        }
        return (Instant.parse(round.path("endedAt").asString()).toEpochMilli()
                        - Instant.parse(round.path("startedAt").asString()).toEpochMilli())
                / 1000.0;
    }

    /** On how many devices it failed. */
    static int failed(JsonNode round) {
        return round.path("counts").path("failed").asInt();
    }

    /** A round, when it has ended. */
    static JsonNode ended(ApiClient administrator, String action, List<String> names) {
        JsonNode round = administrator
                .post("/api/rounds", Map.of("action", action, "argument", "", "devices", names))
                .body();
        while (round.path("endedAt").isNull()) {
            LockSupport.parkNanos(500_000_000);
            round = administrator.get("/api/rounds").body().get(0);
        }
        return round;
    }
}
