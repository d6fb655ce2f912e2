package io.safestep.app.setup;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.regular.RegularRounds;
import io.safestep.app.settings.Network;
import io.safestep.app.sight.NetworkWide;
import io.safestep.core.change.ReferenceLink;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the network is called and in which time zone people read times. */
@RestController
@RequestMapping("/api/installation/network")
class NetworkNameController {

    private final Network network;
    private final RegularRounds rounds;
    private final AuditLog audit;

    NetworkNameController(Network network, RegularRounds rounds, AuditLog audit) {
        this.network = network;
        this.rounds = rounds;
        this.audit = audit;
    }

    /**
     * @param name null while nobody has said
     * @param zone of the time zone database
     * @param referenceLink where references of the house lead, with a place for the reference; null for nowhere
     */
    record NetworkView(
            @Nullable String name, String zone, @Nullable String referenceLink) {}

    record NetworkRequest(
            @NotNull @Size(max = 200) String name,
            @NotNull @Size(max = 60) String zone,
            @Nullable @Size(max = 400) String referenceLink) {

        private @Nullable String link() {
            return referenceLink == null || referenceLink.isBlank() ? null : referenceLink.strip();
        }
    }

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    NetworkView show() {
        return new NetworkView(
                network.name().orElse(null),
                network.zone().getId(),
                network.referenceLink().map(ReferenceLink::pattern).orElse(null));
    }

    @PutMapping
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    @NetworkWide("What the network is called")
    @Transactional
    public NetworkView say(@Valid @RequestBody NetworkRequest request, @AuthenticationPrincipal SignedIn me) {
        List<FieldError> errors = new ArrayList<>();
        String wrong = Network.problem(request.name());
        if (wrong != null) {
            errors.add(FieldError.of("name", wrong));
        }
        if (!ZoneId.getAvailableZoneIds().contains(request.zone())) {
            errors.add(FieldError.of(
                    "zone", "There is no time zone called " + request.zone() + ". Such as America/Halifax or UTC."));
        }
        if (request.link() != null) {
            ReferenceLink.problem(request.link()).ifPresent(p -> errors.add(FieldError.of("referenceLink", p)));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        String before =
                network.name().map(name -> name + " in " + network.zone()).orElse("nothing");
        network.say(request.name(), ZoneId.of(request.zone()));
        network.leadReferences(request.link());
        rounds.follow(ZoneId.of(request.zone()));
        audit.write(
                me.login(),
                "network",
                "network named",
                "From " + before + " to " + request.name().strip() + " in " + request.zone() + ". References lead to "
                        + (request.link() == null ? "nowhere" : request.link()) + ".");
        return new NetworkView(request.name().strip(), request.zone(), request.link());
    }
}
