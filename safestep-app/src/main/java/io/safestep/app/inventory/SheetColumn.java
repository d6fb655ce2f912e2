package io.safestep.app.inventory;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/** The columns of the sheet of devices. Those that can be imported are read back from an exported sheet. */
enum SheetColumn {
    NAME("Name", true, DeviceRow::name),
    ADDRESS("Address", true, DeviceRow::address),
    PORT("Port", true, r -> r.port() == null ? "" : r.port().toString()),
    SITE("Site", true, DeviceRow::siteCode),
    SITE_NAME("Site name", true, DeviceRow::site),
    ROLE("Role", true, r -> r.role().word()),
    PLATFORM("Platform", true, DeviceRow::platform),
    PARTNER("Partner", true, r -> r.ties().partner()),
    LABELS("Labels", true, r -> String.join(", ", r.ties().labels())),
    GROUPS("Groups", true, r -> String.join(", ", r.ties().groups())),
    CREDENTIAL("Credential", true, r -> r.ties().credential()),
    STANCE("Stance", false, r -> r.stance().word()),
    MAKER("Maker", false, DeviceRow::maker),
    MODEL("Model", false, r -> r.box().model()),
    SERIAL("Serial number", false, r -> r.box().serial()),
    SOFTWARE("Software version", false, r -> r.box().software()),
    LAST_SEEN(
            "Last answered (UTC)",
            false,
            r -> r.visit().lastSeenAt() == null ? "" : r.visit().lastSeenAt().toString()),
    BACKED_UP(
            "Last backup (UTC)",
            false,
            r -> r.backup().backedUpAt() == null ? "" : r.backup().backedUpAt().toString()),
    PROBLEM("Problem", false, r -> r.visit().lastProblem());

    private final String title;
    private final boolean imported;
    private final Function<DeviceRow, String> value;

    SheetColumn(String title, boolean imported, Function<DeviceRow, String> value) {
        this.title = title;
        this.imported = imported;
        this.value = value;
    }

    String title() {
        return title;
    }

    boolean imported() {
        return imported;
    }

    String of(DeviceRow row) {
        String text = value.apply(row);
        return text == null ? "" : text;
    }

    static Optional<SheetColumn> titled(String written) {
        String wanted = written.strip().toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(c -> c.title.toLowerCase(Locale.ROOT).equals(wanted))
                .findFirst();
    }
}
