package io.safestep.app.next;

import io.safestep.app.change.stored.Outlines;
import io.safestep.app.change.views.ChangeView;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What touches a device, over HTTP. */
@RestController
class ChangesOfDeviceController {

    private static final int MOST_LISTED = 200;

    private final Outlines outlines;

    ChangesOfDeviceController(Outlines outlines) {
        this.outlines = outlines;
    }

    /** The newest 200 changes with a device, whatever became of them, highest number first. */
    @GetMapping("/api/devices/{name}/changes")
    @PreAuthorize("hasAuthority('READ')")
    List<ChangeView.Row> all(@PathVariable @Sees(Subject.DEVICE) String name, Sight sight) {
        return outlines.of(name, MOST_LISTED).stream()
                .map(c -> ChangeView.Row.of(c).told(sight))
                .toList();
    }
}
