package io.safestep.app.search;

import io.safestep.app.backup.stored.ConfigurationSearch;
import io.safestep.app.change.Changes;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.device.DeviceView;
import io.safestep.app.device.Devices;
import io.safestep.app.sight.Sight;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** One search for everything. */
@RestController
class SearchController {

    private static final int SHORTEST = 2;
    private static final int LONGEST = 100;
    private static final int MOST_LINES = 30;

    private final Devices devices;
    private final Changes changes;
    private final ConfigurationSearch configurations;

    SearchController(Devices devices, Changes changes, ConfigurationSearch configurations) {
        this.devices = devices;
        this.changes = changes;
        this.configurations = configurations;
    }

    /** @param lines lines of the newest running configurations, secrets masked */
    record Found(List<DeviceView> devices, List<ChangeView.Row> changes, List<ConfigurationSearch.Hit> lines) {}

    /** Devices by name and address, changes by number and title, lines by their words. Two characters at least. */
    @GetMapping("/api/search")
    @PreAuthorize("hasAuthority('READ')")
    Found search(@RequestParam String q, Sight sight) {
        String words = q.strip();
        if (words.length() < SHORTEST || words.length() > LONGEST) {
            return new Found(List.of(), List.of(), List.of());
        }
        return new Found(
                devices.find(words, sight),
                changes.find(words, sight),
                configurations.find(words, false, false, MOST_LINES, sight).hits());
    }
}
