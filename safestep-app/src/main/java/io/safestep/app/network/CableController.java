package io.safestep.app.network;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Cables over HTTP. */
@RestController
@RequestMapping("/api/cables")
class CableController {

    private final Cables cables;

    CableController(Cables cables) {
        this.cables = cables;
    }

    record CableRequest(
            @NotBlank(message = "Choose a device.") @Size(max = 60)
            String device,

            @NotBlank(message = "Name the interface.") @Size(max = 60)
            String interfaceName,

            @NotBlank(message = "Choose a device.") @Size(max = 60)
            String otherDevice,

            @NotBlank(message = "Name the interface.") @Size(max = 60)
            String otherInterface) {}

    /** @param text comma-separated, a cable a line: device, interface, other device, other interface */
    record CablesRequest(
            @NotBlank(message = "Paste at least one line.")
            @Size(max = 500_000, message = "At most 500,000 characters.")
            String text) {}

    /** @param added how many were not known before */
    record Imported(int added, List<CableView> all) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<CableView> all(Sight sight) {
        return sight.seen(cables.all(), CableView::device).stream()
                .filter(c -> sight.reads(c.otherDevice()))
                .toList();
    }

    @PostMapping
    @NetworkWide("The list of cables")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    List<CableView> add(@Valid @RequestBody CableRequest request, @AuthenticationPrincipal SignedIn me) {
        return cables.add(
                new Cables.Wanted(
                        request.device(), request.interfaceName(), request.otherDevice(), request.otherInterface()),
                me.login());
    }

    /** All of them, or none when one can't be. */
    @PostMapping("/import")
    @NetworkWide("The list of cables")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    Imported addFrom(@Valid @RequestBody CablesRequest request, @AuthenticationPrincipal SignedIn me) {
        int added = cables.addFrom(request.text(), me.login());
        return new Imported(added, cables.all());
    }

    @DeleteMapping("/{id}")
    @NetworkWide("The list of cables")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        cables.remove(id, me.login());
    }
}
