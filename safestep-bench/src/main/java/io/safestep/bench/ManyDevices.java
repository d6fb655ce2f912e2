package io.safestep.bench;

import io.safestep.app.testing.ApiClient;
import java.nio.charset.StandardCharsets;

/** A network with thousands of devices on record, none of which is there. */
final class ManyDevices {

    private ManyDevices() {}

    static void imported(ApiClient administrator, int devices) {
        StringBuilder sheet = new StringBuilder("Name,Address,Site,Site name,Role,Platform,Labels\n");
        String[] roles = {"edge", "access", "access", "distribution"};
        String[] platforms = {"corvane-cli", "haldrin-netconf", "ostrel-restconf"};
        for (int i = 0; i < devices; i++) {
            sheet.append("t%03d-%s-%d,10.%d.%d.%d,t%03d,Terminal %03d,%s,%s,pier %d%n"
                    .formatted(
                            i / 20,
                            roles[i % 4].substring(0, 2),
                            i % 20 + 1,
                            90 + i / 50_000,
                            i / 250,
                            i % 250 + 1,
                            i / 20,
                            i / 20,
                            roles[i % 4],
                            platforms[i % 3],
                            i % 7));
        }
        imported(administrator, sheet.toString(), devices);
    }

    /** @param devices how many the sheet has */
    static void imported(ApiClient administrator, String sheet, int devices) {
        byte[] file = sheet.getBytes(StandardCharsets.UTF_8);
        String plan = administrator
                .upload("/api/devices/import/dry-run", file)
                .body()
                .path("plan")
                .asString();
        var done = administrator.upload("/api/devices/import?plan=" + plan, file);
        if (done.body().path("added").asInt() != devices) {
            throw new IllegalStateException("The devices were not imported: " + done);
        }
    }
}
