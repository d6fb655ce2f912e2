package io.safestep.app.discovery;

import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Searches for devices, over HTTP. */
@RestController("deviceSearchController")
@RequestMapping("/api/searches")
class SearchController {

    private final Searches searches;
    private final Additions additions;

    SearchController(Searches searches, Additions additions) {
        this.searches = searches;
        this.additions = additions;
    }

    /**
     * @param ranges blocks or single addresses, such as {@code 10.77.2.0/24}
     * @param exclusions blocks or single addresses that are left out
     */
    record SizeRequest(
            @NotNull @Size(max = 200, message = "At most 200 ranges.")
            List<@NotNull @Size(max = 40) String> ranges,

            @NotNull @Size(max = 200, message = "At most 200 ranges.")
            List<@NotNull @Size(max = 40) String> exclusions) {}

    /** @param from the machine and address from which it would look */
    record SizeAnswer(long addresses, String from) {}

    /**
     * @param ports tried at each address in this order; null or empty for those of the platforms
     * @param credentials ids, in the order in which they are tried
     */
    record RangeRequest(
            @NotNull @Size(max = 200, message = "At most 200 ranges.")
            List<@NotNull @Size(max = 40) String> ranges,

            @NotNull @Size(max = 200, message = "At most 200 ranges.")
            List<@NotNull @Size(max = 40) String> exclusions,

            @Nullable @Size(max = 10, message = "At most ten ports.")
            List<@NotNull Integer> ports,

            @NotNull
            @Size(max = 10, message = "At most ten credentials: devices lock accounts that are refused too often.")
            List<@NotNull Long> credentials) {}

    /**
     * @param start name of the device from which it walks
     * @param ports tried at each address in this order; null or empty for those of the platforms
     * @param credentials ids; empty for the one that is used for the device
     */
    record WalkRequest(
            @NotBlank(message = "Choose the device to start from.") @Size(max = 60)
            String start,

            @Min(value = 1, message = "At least one link.") @Max(value = 20, message = "At most 20 links.")
            int depth,

            @Nullable @Size(max = 10, message = "At most ten ports.")
            List<@NotNull Integer> ports,

            @NotNull
            @Size(max = 10, message = "At most ten credentials: devices lock accounts that are refused too often.")
            List<@NotNull Long> credentials) {}

    /** One device that a person accepts. */
    record AcceptedRequest(
            long resultId,

            @NotBlank(message = "Give it a name.") @Size(max = 60)
            String name,

            @NotBlank(message = "Choose the site.") @Size(max = 10)
            String siteCode,

            @Size(max = 100) @Nullable String siteName,
            @NotNull(message = "Choose the role.") DeviceRole role,
            @Size(max = 60) @Nullable String partner,
            @NotNull @Size(max = 20) Set<String> labels,
            @NotNull @Size(max = 50) Set<String> groups) {

        Additions.Accepted accepted() {
            return new Additions.Accepted(
                    resultId, name.strip(), siteCode.strip(), siteName, role, partner, labels, groups);
        }
    }

    record AdditionsRequest(
            @NotNull @Size(min = 1, max = 2_000, message = "Choose 1 to 2,000 devices.")
            List<@Valid @NotNull AcceptedRequest> devices) {}

    /** The newest 20. */
    @GetMapping
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('READ')")
    List<SearchView> recent() {
        return searches.recent();
    }

    @GetMapping("/{id}")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('READ')")
    SearchView one(@PathVariable long id) {
        return searches.view(id);
    }

    @GetMapping("/{id}/results")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('READ')")
    List<SearchView.Result> results(@PathVariable long id) {
        return searches.results(id);
    }

    /** How many addresses a search would look at. Nothing is begun. */
    @PostMapping("/size")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    SizeAnswer size(@Valid @RequestBody SizeRequest request) {
        SearchPlan plan = SearchPlan.of(request.ranges(), request.exclusions());
        return new SizeAnswer(
                plan.size(),
                searches.from(
                        plan.addresses().behind(null).findFirst().orElseThrow().toString()));
    }

    private static List<Integer> ports(@Nullable List<Integer> said) {
        return said == null ? List.of() : said;
    }

    @PostMapping("/range")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    SearchView range(@Valid @RequestBody RangeRequest request, @AuthenticationPrincipal SignedIn me) {
        return searches.overRange(
                request.ranges(), request.exclusions(), ports(request.ports()), request.credentials(), me.login());
    }

    @PostMapping("/walk")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    SearchView walk(@Valid @RequestBody WalkRequest request, @AuthenticationPrincipal SignedIn me) {
        return searches.walk(
                request.start(), request.depth(), ports(request.ports()), request.credentials(), me.login());
    }

    @PostMapping("/{id}/stop")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    SearchView stop(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return searches.stop(id, me.login());
    }

    /** What is proposed for the new devices that were found. */
    @GetMapping("/{id}/proposals")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('READ')")
    List<SearchView.ProposalView> proposals(@PathVariable long id) {
        searches.view(id);
        return additions.proposals(id);
    }

    /** Adds the accepted devices in stance observe, and begins their first backups. */
    @PostMapping("/{id}/additions")
    @NetworkWide("A search of the network")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    Additions.Added add(
            @PathVariable long id, @Valid @RequestBody AdditionsRequest request, @AuthenticationPrincipal SignedIn me) {
        searches.view(id);
        return additions.add(
                id, request.devices().stream().map(AcceptedRequest::accepted).toList(), me.login());
    }
}
