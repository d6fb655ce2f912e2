package io.safestep.app.device;

import io.safestep.app.device.record.DeviceRecord;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.device.record.Reach;
import io.safestep.app.device.record.Stance;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What people say about devices, over HTTP. */
@RestController
class DeviceController {

    private final Devices devices;
    private final DeviceRecords records;
    private final DeviceIdentities identities;

    DeviceController(Devices devices, DeviceRecords records, DeviceIdentities identities) {
        this.devices = devices;
        this.records = records;
        this.identities = identities;
    }

    record StanceRequest(
            @NotNull(message = "Choose observe or managed.") Stance stance) {}

    /**
     * @param siteName for a site that is not known yet
     * @param partner name of the partner; null for none
     * @param port on which it is reached; null, like the seconds, for what its platform says
     */
    record RecordRequest(
            @NotBlank(message = "Enter the address.") @Size(max = 253)
            String address,

            @NotBlank(message = "Choose the site.") @Size(max = 10)
            String siteCode,

            @Size(max = 100) @Nullable String siteName,
            @NotNull(message = "Choose the role.") DeviceRole role,

            @NotBlank(message = "Choose the platform.") @Size(max = 40)
            String platform,

            @Size(max = 60) @Nullable String partner,

            @NotNull @Size(max = 20, message = "A device has at most 20 labels.")
            Set<String> labels,

            @Nullable Integer port,
            @Nullable Integer connectSeconds,
            @Nullable Integer logInSeconds,
            @Nullable Integer answerSeconds) {

        Reach reach() {
            return new Reach(port, connectSeconds, logInSeconds, answerSeconds);
        }
    }

    /** @param seen the serial number that the person has looked at */
    record SerialRequest(@NotBlank @Size(max = 100) String seen) {}

    @GetMapping("/api/sites")
    @PreAuthorize("hasAuthority('READ')")
    List<Devices.SiteEntry> sites(Sight sight) {
        return devices.sites().stream().filter(s -> sight.knowsSite(s.id())).toList();
    }

    @PutMapping("/api/devices/{name}/stance")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    DeviceView setStance(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @Valid @RequestBody StanceRequest request,
            @AuthenticationPrincipal SignedIn me) {
        records.setStance(name, request.stance(), me.login());
        return devices.viewOf(name);
    }

    @PutMapping("/api/devices/{name}/record")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    DeviceView change(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @Valid @RequestBody RecordRequest request,
            Sight sight,
            @AuthenticationPrincipal SignedIn me) {
        refuseBeyond(sight, name, request);
        records.change(
                name,
                new DeviceRecord(
                        request.address().strip(),
                        request.siteCode().strip(),
                        request.siteName(),
                        request.role(),
                        request.platform(),
                        request.partner(),
                        request.labels(),
                        request.reach()),
                me.login());
        return devices.viewOf(name);
    }

    /**
     * With the site moves which account is used for a device: whoever could place one of theirs at any site could have the
     * accounts of other sites sent to an address of their choice.
     */
    private void refuseBeyond(Sight sight, String name, RecordRequest request) {
        if (sight.actsOnEverything()) {
            return;
        }
        if (!devices.named(name).siteCode().equalsIgnoreCase(request.siteCode().strip())) {
            throw ProblemException.invalid(
                    "siteCode",
                    "Moving a device to another site takes somebody whose scope is all devices: what is used to get into"
                            + " it moves too.");
        }
        if (request.partner() != null && !request.partner().isBlank()) {
            sight.mustAct(request.partner().strip());
        }
    }

    /** Accepts that another box stands in the place of the one on record. */
    @PostMapping("/api/devices/{name}/serial")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void acceptSerial(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @Valid @RequestBody SerialRequest request,
            @AuthenticationPrincipal SignedIn me) {
        identities.acceptSerial(name, request.seen(), me.login());
    }
}
