package io.safestep.app.inventory;

import io.safestep.app.access.ConnectionTestRound;
import io.safestep.app.access.StageView;
import io.safestep.app.device.Device;
import io.safestep.app.device.DevicePorts;
import io.safestep.app.device.Devices;
import io.safestep.app.inventory.DeviceDetail.LastTest;
import io.safestep.app.inventory.DeviceDetail.LinkRow;
import io.safestep.app.inventory.DeviceDetail.Offered;
import io.safestep.app.network.Cabling;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundView;
import io.safestep.app.round.Rounds;
import io.safestep.app.round.Turn;
import io.safestep.app.sight.Sees;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.drivers.trial.HostKeyFingerprint;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.util.List;
import java.util.stream.StreamSupport;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** All devices, and one device, over HTTP. */
@RestController
class InventoryController {

    private final DeviceTable table;
    private final Devices devices;
    private final Cabling cabling;
    private final Rounds rounds;
    private final Platforms platforms;
    private final DevicePorts ports;

    InventoryController(
            DeviceTable table,
            Devices devices,
            Cabling cabling,
            Rounds rounds,
            Platforms platforms,
            DevicePorts ports) {
        this.table = table;
        this.devices = devices;
        this.cabling = cabling;
        this.rounds = rounds;
        this.platforms = platforms;
        this.ports = ports;
    }

    record PlatformView(String name, String maker) {}

    /** All devices by name. Carries an entity tag, so that who has the list already is told so in a few octets. */
    @GetMapping("/api/devices")
    @PreAuthorize("hasAuthority('READ')")
    @ApiResponse(
            responseCode = "200",
            content =
                    @Content(
                            mediaType = MediaType.APPLICATION_JSON_VALUE,
                            array = @ArraySchema(schema = @Schema(implementation = DeviceRow.class))))
    ResponseEntity<byte[]> all(
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, required = false) String known,
            @RequestHeader(name = HttpHeaders.ACCEPT_ENCODING, required = false) String accepted,
            Sight sight) {
        if (!sight.readsEverything()) {
            return ResponseEntity.ok()
                    .cacheControl(CacheControl.noStore())
                    .contentType(MediaType.APPLICATION_JSON)
                    .body(table.written(sight));
        }
        return table.current().list().answer(known, accepted);
    }

    @GetMapping("/api/devices/{name}")
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public DeviceDetail one(@PathVariable @Sees(Subject.DEVICE) String name, Sight sight) {
        Device device = devices.named(name);
        DeviceTable.Entry entry =
                table.entry(name).orElseThrow(() -> ProblemException.notFound("A device called " + name));
        String offered = device.offeredHostKey();
        return new DeviceDetail(
                entry.row().told(sight),
                device.reach(),
                ports.of(device),
                entry.credentialWhy(),
                device.hostKey() == null ? null : HostKeyFingerprint.of(device.hostKey()),
                offered == null ? null : new Offered(offered, HostKeyFingerprint.of(offered)),
                cabling.endsAt(device.id()).stream().map(e -> link(e, sight)).toList(),
                rounds.last(device.id(), ConnectionTestRound.NAME)
                        .map(InventoryController::lastTest)
                        .orElse(null));
    }

    /** What is at the other end stays without a name when it is a device that is not seen. */
    private static LinkRow link(Cabling.CableEnd e, Sight sight) {
        return e.farIsDevice() && !sight.reads(e.far())
                ? new LinkRow(e.ownInterface(), sight.told(e.far()), null, false)
                : new LinkRow(e.ownInterface(), e.far(), e.farInterface(), e.farIsDevice());
    }

    private static LastTest lastTest(RoundView.Result result) {
        return new LastTest(result.endedAt(), result.state() == Turn.DONE, result.words(), StageView.in(result));
    }

    /** The platform profiles at hand. */
    @GetMapping("/api/platforms")
    @PreAuthorize("hasAuthority('READ')")
    List<PlatformView> platforms() {
        return StreamSupport.stream(platforms.all().spliterator(), false)
                .map(p -> new PlatformView(p.name(), p.maker()))
                .toList();
    }
}
