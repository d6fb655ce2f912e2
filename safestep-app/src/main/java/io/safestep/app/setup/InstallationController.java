package io.safestep.app.setup;

import io.safestep.app.platform.Platforms;
import io.safestep.app.platform.Platforms.Loaded;
import io.safestep.app.platform.Platforms.Refused;
import io.safestep.app.sight.NetworkWide;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is said in files and by the environment, and which platforms come of it. */
@RestController
@RequestMapping("/api/installation")
class InstallationController {

    private final FileSettings files;
    private final Platforms platforms;

    InstallationController(FileSettings files, Platforms platforms) {
        this.files = files;
        this.platforms = platforms;
    }

    /** @param folder in which profiles of one's own are put */
    record PlatformsView(String folder, List<Loaded> loaded, List<Refused> refused) {}

    @GetMapping("/files")
    @PreAuthorize("hasAuthority('READ')")
    @NetworkWide("What is said in files")
    List<FileSettings.Setting> files() {
        return files.all();
    }

    @GetMapping("/platforms")
    @PreAuthorize("hasAuthority('READ')")
    PlatformsView platforms() {
        return new PlatformsView(platforms.folder().toString(), platforms.loaded(), platforms.refused());
    }
}
