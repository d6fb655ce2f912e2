package io.safestep.app.inventory;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Devices as files, over HTTP: export, hand-over, import. */
@RestController
@RequestMapping("/api/devices")
class SheetController {

    private static final MediaType CSV = MediaType.parseMediaType("text/csv;charset=UTF-8");
    private static final MediaType XLSX =
            MediaType.parseMediaType("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");

    private final DeviceTable table;
    private final HandoverSheet handover;
    private final Imports imports;

    SheetController(DeviceTable table, HandoverSheet handover, Imports imports) {
        this.table = table;
        this.handover = handover;
        this.imports = imports;
    }

    /** @param devices names, in the order in which they are written */
    record SheetRequest(
            @NotNull @Size(max = 20_000) List<@Size(max = 100) String> devices,
            @NotNull Format format) {}

    enum Format {
        CSV,
        XLSX
    }

    record HandoverRequest(
            @NotNull @Size(min = 1, max = 5_000, message = "Choose 1 to 5,000 devices.")
            Set<String> devices) {}

    /** The devices with all their columns. Can be imported again. */
    @PostMapping("/sheet")
    @PreAuthorize("hasAuthority('READ')")
    ResponseEntity<byte[]> sheet(@Valid @RequestBody SheetRequest request, Sight sight) {
        var byName = table.rows(sight).stream().collect(Collectors.toMap(DeviceRow::name, Function.identity()));
        List<DeviceRow> rows = request.devices().stream()
                .map(byName::get)
                .filter(Objects::nonNull)
                .toList();
        SheetWriter.Table devices = SheetWriter.devices(rows);
        return request.format() == Format.CSV
                ? file("devices.csv", CSV, SheetWriter.csv(devices))
                : file("devices.xlsx", XLSX, SheetWriter.workbook(List.of(devices)));
    }

    /** The sheet to hand over at the end of an installation. */
    @PostMapping("/handover")
    @PreAuthorize("hasAuthority('READ')")
    ResponseEntity<byte[]> handover(@Valid @RequestBody HandoverRequest request, Sight sight) {
        sight.mustRead(request.devices());
        return file("hand-over.xlsx", XLSX, SheetWriter.workbook(handover.tables(request.devices(), sight)));
    }

    /** What a file would do: CSV in UTF-8, or XLSX, as the body of the request. Nothing is stored. */
    @PostMapping(path = "/import/dry-run", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @NetworkWide("An import")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    ImportView dryRun(@RequestBody byte[] file) {
        return imports.dryRun(file);
    }

    /**
     * Imports a file, whole or not at all.
     *
     * @param plan of the dry run
     */
    @PostMapping(path = "/import", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @NetworkWide("An import")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    ImportView run(@RequestBody byte[] file, @RequestParam String plan, @AuthenticationPrincipal SignedIn me) {
        if (plan.length() > 100) {
            throw ProblemException.invalid("plan", "The plan is the one that the dry run gave.");
        }
        return imports.run(file, plan, me.login());
    }

    private static ResponseEntity<byte[]> file(String name, MediaType type, byte[] content) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .contentType(type)
                .body(content);
    }
}
