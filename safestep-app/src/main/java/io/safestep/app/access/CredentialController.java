package io.safestep.app.access;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.credential.Credentials.Wanted;
import io.safestep.app.credential.Place;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Credentials over HTTP. Passwords come in and never go out. */
@RestController
@RequestMapping("/api/credentials")
class CredentialController {

    private final Credentials credentials;
    private final CredentialChoice choice;
    private final Devices devices;
    private final Groups groups;
    private final ConnectionTests tests;
    private final AuditLog audit;

    CredentialController(
            Credentials credentials,
            CredentialChoice choice,
            Devices devices,
            Groups groups,
            ConnectionTests tests,
            AuditLog audit) {
        this.credentials = credentials;
        this.choice = choice;
        this.devices = devices;
        this.groups = groups;
        this.tests = tests;
        this.audit = audit;
    }

    /** @param password null or empty to keep the one that is stored */
    record CredentialRequest(
            @NotBlank(message = "Give it a name.") @Size(max = 100, message = "At most 100 characters.")
            String name,

            @NotBlank(message = "Enter the log-in name.") @Size(max = 100, message = "At most 100 characters.")
            String login,

            @Size(max = 200, message = "At most 200 characters.") @Nullable
            String password,

            boolean standard) {

        Wanted wanted() {
            return new Wanted(name.strip(), login.strip(), password, standard);
        }

        @Override
        public String toString() {
            return name;
        }
    }

    /**
     * A test before anything is stored.
     *
     * @param credentialId the stored credential whose password is used when none is given; null for a new one
     * @param device the name of the device on which it is tested
     */
    record TrialRequest(
            @NotBlank(message = "Enter the log-in name.") @Size(max = 100)
            String login,

            @Size(max = 200) @Nullable String password,
            @Nullable Long credentialId,

            @NotBlank(message = "Choose a device to test it on.") @Size(max = 60)
            String device) {

        @Override
        public String toString() {
            return login + " on " + device;
        }
    }

    /**
     * Where a credential is to be used.
     *
     * @param name of the device or group, or the short name of the site
     * @param credentialId null to take back what was said
     */
    record UseRequest(
            @NotNull Place place,
            @NotBlank @Size(max = 60) String name,
            @Nullable Long credentialId) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public List<CredentialView> all(Sight sight) {
        return sight.readsEverything()
                ? views()
                : views().stream().map(v -> v.told(sight)).toList();
    }

    private List<CredentialView> views() {
        Map<Long, Integer> counts = new HashMap<>();
        choice.ofAll().values().forEach(c -> counts.merge(c.credentialId(), 1, Integer::sum));
        Map<Long, List<CredentialView.UseView>> uses = usesInWords();
        return credentials.all().stream()
                .map(c -> new CredentialView(
                        c.id(),
                        c.name(),
                        c.login(),
                        c.standard(),
                        uses.getOrDefault(c.id(), List.of()),
                        counts.getOrDefault(c.id(), 0)))
                .toList();
    }

    private Map<Long, List<CredentialView.UseView>> usesInWords() {
        Map<Place, Map<Long, String>> names = new HashMap<>();
        Map<Long, String> ofDevices = new HashMap<>();
        devices.snapshots().forEach(d -> ofDevices.put(d.id(), d.name()));
        Map<Long, String> ofGroups = new HashMap<>();
        groups.entries().forEach(g -> ofGroups.put(g.id(), g.name()));
        Map<Long, String> ofSites = new HashMap<>();
        devices.sites().forEach(s -> ofSites.put(s.id(), s.name()));
        names.put(Place.DEVICE, ofDevices);
        names.put(Place.GROUP, ofGroups);
        names.put(Place.SITE, ofSites);
        Map<Long, List<CredentialView.UseView>> uses = new HashMap<>();
        credentials.uses().stream()
                .sorted(Comparator.comparing(Credentials.Use::place))
                .forEach(u -> uses.computeIfAbsent(u.credentialId(), id -> new ArrayList<>())
                        .add(new CredentialView.UseView(
                                u.place(),
                                names.getOrDefault(u.place(), Map.of()).getOrDefault(u.placeId(), "—"))));
        return uses;
    }

    @PostMapping
    @NetworkWide("What is used to get into devices")
    @PreAuthorize("hasAuthority('WRITE_CREDENTIALS')")
    CredentialView add(@Valid @RequestBody CredentialRequest request, @AuthenticationPrincipal SignedIn me) {
        return view(credentials.add(request.wanted(), me.login()).id());
    }

    @PutMapping("/{id}")
    @NetworkWide("What is used to get into devices")
    @PreAuthorize("hasAuthority('WRITE_CREDENTIALS')")
    CredentialView change(
            @PathVariable long id,
            @Valid @RequestBody CredentialRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return view(credentials.change(id, request.wanted(), me.login()).id());
    }

    private CredentialView view(long id) {
        return views().stream()
                .filter(c -> c.id() == id)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("This credential"));
    }

    /** Refused while it is used anywhere. */
    @DeleteMapping("/{id}")
    @NetworkWide("What is used to get into devices")
    @PreAuthorize("hasAuthority('WRITE_CREDENTIALS')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        CredentialView view = view(id);
        List<String> usedAt = new ArrayList<>();
        view.usedAt().forEach(u -> usedAt.add(u.place().word() + " " + u.name()));
        if (view.standard() && view.devices() > 0) {
            usedAt.add("as the standard for " + view.devices() + (view.devices() == 1 ? " device" : " devices"));
        }
        credentials.remove(id, usedAt, me.login());
    }

    /** Tests an account on a device, stage by stage. Nothing is stored, nothing is changed on the device. */
    @PostMapping("/trial")
    @NetworkWide("What is used to get into devices")
    @PreAuthorize("hasAuthority('WRITE_CREDENTIALS')")
    List<StageView> trial(@Valid @RequestBody TrialRequest request) {
        String password = request.password();
        if (password == null || password.isEmpty()) {
            if (request.credentialId() == null) {
                throw ProblemException.invalid("password", "Enter the password.");
            }
            password = credentials.open(request.credentialId()).password();
        }
        return StageView.of(tests.test(
                devices.named(request.device()),
                new Opened(0, "", request.login().strip(), password)));
    }

    /** Says which credential is used for a device, a group or a site. */
    @PutMapping("/uses")
    @NetworkWide("What is used to get into devices")
    @PreAuthorize("hasAuthority('WRITE_CREDENTIALS')")
    @Transactional
    public List<CredentialView> use(@Valid @RequestBody UseRequest request, @AuthenticationPrincipal SignedIn me) {
        long placeId = placeId(request.place(), request.name());
        credentials.use(request.place(), placeId, request.credentialId());
        String name = request.credentialId() == null
                ? "what is said elsewhere"
                : credentials.all().stream()
                        .filter(c -> c.id() == request.credentialId())
                        .map(Credentials.Entry::name)
                        .findFirst()
                        .orElseThrow();
        String place = request.place().name().toLowerCase(Locale.ROOT);
        audit.write(me.login(), request.name(), "credential chosen", "For the " + place + ": " + name + ".");
        return views();
    }

    private long placeId(Place place, String name) {
        return switch (place) {
            case DEVICE -> devices.named(name).id();
            case GROUP ->
                groups.entries().stream()
                        .filter(g -> g.name().equals(name))
                        .map(Groups.Entry::id)
                        .findFirst()
                        .orElseThrow(() -> ProblemException.notFound("A group called " + name));
            case SITE ->
                devices.sites().stream()
                        .filter(s -> s.code().equals(name) || s.name().equals(name))
                        .map(Devices.SiteEntry::id)
                        .findFirst()
                        .orElseThrow(() -> ProblemException.notFound("A site called " + name));
        };
    }
}
