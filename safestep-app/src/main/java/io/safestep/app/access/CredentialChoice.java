package io.safestep.app.access;

import io.safestep.app.credential.Candidates;
import io.safestep.app.credential.Credentials;
import io.safestep.app.credential.Credentials.Opened;
import io.safestep.app.credential.Place;
import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.group.Groups;
import io.safestep.core.inventory.DeviceTraits;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which credential is used for a device: what is said for the device itself, else for the first of its groups by name that
 * says one, else for its site, else the standard one.
 */
@Component
@Transactional(readOnly = true)
public class CredentialChoice {

    private final Credentials credentials;
    private final Groups groups;
    private final Devices devices;

    CredentialChoice(Credentials credentials, Groups groups, Devices devices) {
        this.credentials = credentials;
        this.groups = groups;
        this.devices = devices;
    }

    /** @param why where it is said, such as {@code said for the site Brinehaven} */
    public record Chosen(long credentialId, @Nullable String name, String why) {}

    /**
     * Where a device belongs.
     *
     * @param groups in the order of their names
     */
    public record Belonging(long deviceId, long siteId, String siteName, List<Groups.Entry> groups) {}

    /** Empty when nothing says which. */
    public Optional<Chosen> of(Device device) {
        return of(device, credentials.candidates(device.id(), device.site().id()));
    }

    /** The one of a device, to log in with; empty when nothing says which. */
    public Optional<Opened> open(Device device) {
        Candidates candidates =
                credentials.candidates(device.id(), device.site().id());
        return of(device, candidates).map(chosen -> candidates.open(chosen.credentialId()));
    }

    private Optional<Chosen> of(Device device, Candidates candidates) {
        // Who belongs to which group is worked out only where something is said for a group: this is asked at every
        // visit.
        List<Groups.Entry> inGroups =
                candidates.said().getOrDefault(Place.GROUP, Map.of()).isEmpty()
                        ? List.of()
                        : groups.byDevice(Map.of(device.id(), device.traits())).getOrDefault(device.id(), List.of());
        Belonging belonging = new Belonging(device.id(), device.site().id(), device.siteName(), inGroups);
        return Optional.ofNullable(
                of(List.of(belonging), candidates.said(), candidates.entries()).get(device.id()));
    }

    /** For every device, by its id. */
    public Map<Long, Chosen> ofAll() {
        List<Device> all = devices.snapshots();
        Map<Long, DeviceTraits> traits = new HashMap<>();
        all.forEach(d -> traits.put(d.id(), d.traits()));
        Map<Long, List<Groups.Entry>> inGroups = groups.byDevice(traits);
        return of(all.stream()
                .map(d -> new Belonging(d.id(), d.site().id(), d.siteName(), inGroups.getOrDefault(d.id(), List.of())))
                .toList());
    }

    /** By the id of the device; those for which nothing says which are missing. */
    public Map<Long, Chosen> of(List<Belonging> asked) {
        return of(asked, credentials.byPlace(), credentials.all());
    }

    private static Map<Long, Chosen> of(
            List<Belonging> asked, Map<Place, Map<Long, Long>> said, List<Credentials.Entry> entries) {
        Map<Long, String> names = new HashMap<>();
        Credentials.Entry standard = null;
        for (Credentials.Entry entry : entries) {
            names.put(entry.id(), entry.name());
            standard = entry.standard() ? entry : standard;
        }
        Map<Long, Chosen> chosen = new HashMap<>();
        for (Belonging device : asked) {
            Chosen found = said(device, said, names);
            if (found == null && standard != null) {
                found = new Chosen(standard.id(), standard.name(), "the standard credential");
            }
            if (found != null) {
                chosen.put(device.deviceId(), found);
            }
        }
        return chosen;
    }

    private static @Nullable Chosen said(Belonging device, Map<Place, Map<Long, Long>> said, Map<Long, String> names) {
        Long own = said.getOrDefault(Place.DEVICE, Map.of()).get(device.deviceId());
        if (own != null) {
            return new Chosen(own, names.get(own), "said for this device");
        }
        for (Groups.Entry group : device.groups()) {
            Long ofGroup = said.getOrDefault(Place.GROUP, Map.of()).get(group.id());
            if (ofGroup != null) {
                return new Chosen(ofGroup, names.get(ofGroup), "said for the group " + group.name());
            }
        }
        Long ofSite = said.getOrDefault(Place.SITE, Map.of()).get(device.siteId());
        return ofSite == null ? null : new Chosen(ofSite, names.get(ofSite), "said for the site " + device.siteName());
    }
}
